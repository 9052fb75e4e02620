<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** How far the best attempt at a symbol came. */
final readonly class Failure
{
    /**
     * @param  ?float  $modulePx  pixels a module there, where a pattern was seen
     * @param  string  $detail  what exactly failed, where there is more to say than the stage does
     */
    public function __construct(public Stage $stage, public ?float $modulePx = null, public string $detail = '')
    {
    }

    /** Pixels a module below which size is the likeliest reason. */
    private const SMALL = 1.6;

    /** What to say and do, in plain words. */
    public function hint(): string
    {
        if ($this->modulePx !== null && $this->modulePx < self::SMALL) {
            return sprintf('Too small: about %.1f pixels a module. Come closer, or use a picture with more pixels.', $this->modulePx);
        }

        return $this->stage->hint().($this->stage === Stage::Correction && $this->detail !== '' ? ' '.$this->detail : '');
    }

    /** Of two failures the one that came further. */
    public function furthest(self $other): self
    {
        $further = $other->stage->reaches() <=> $this->stage->reaches();

        return $further > 0 || ($further === 0 && $this->modulePx === null && $other->modulePx !== null) ? $other : $this;
    }
}
