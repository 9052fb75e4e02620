<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** How a symbol looks: two colours and the blank margin. */
final readonly class Finish
{
    /** Width of the quiet zone that the standard asks for, in modules (ISO/IEC 18004:2015 6.3.8). */
    public const QUIET = 4;

    public const MAX_QUIET = 40;

    /**
     * @param  int  $quiet  width of the quiet zone in modules, 0 to 40
     *
     * @throws InvalidFinish
     */
    public function __construct(
        public Colour $dark,
        public Colour $light,
        public int $quiet = self::QUIET,
    ) {
        if ($quiet < 0 || $quiet > self::MAX_QUIET) {
            throw new InvalidFinish('quiet', 'The quiet zone is 0 to 40 modules wide; 4 is the standard.');
        }
    }

    /** Black on white with the standard's quiet zone. */
    public static function plain(): self
    {
        return new self(Colour::fromHex('#000000'), Colour::fromHex('#FFFFFF', 'light'));
    }

    /** Whether the modules called dark are the lighter ones. */
    public function isReversed(): bool
    {
        return $this->dark->luminance() > $this->light->luminance();
    }
}
