<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Degrade\Decoder;
use KeenGlyph\Core\Degrade\Photograph;
use KeenGlyph\Core\Read\DecodedMatrix;
use KeenGlyph\Core\Read\Failure;
use KeenGlyph\Core\Read\HintedReader;
use KeenGlyph\Core\Read\PlainReader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\Stage;
use KeenGlyph\Core\Read\Unreadable;

/** One simulated picture, and what both kinds of decoder made of it. */
final class Sample
{
    private Reading|Failure|null $thorough = null;

    private DecodedMatrix|Failure|null $plain = null;

    /**
     * @param  string  $text  that the symbol holds, in bytes
     * @param  int  $modules  a side
     * @param  float  $plainPx  fewest pixels a module with which a plain decoder begins
     */
    public function __construct(public readonly Photograph $photograph, private readonly string $text, private readonly int $modules, private readonly float $plainPx = 0.0)
    {
    }

    /** Whether a decoder of this kind reads exactly what the symbol holds. */
    public function reads(Decoder $decoder): bool
    {
        $made = $decoder === Decoder::Plain ? $this->plain() : $this->thorough();

        return match (true) {
            $made instanceof Reading => $made->symbol->content->text === $this->text,
            $made instanceof DecodedMatrix => $made->content->text === $this->text,
            default => false,
        };
    }

    /** What our own reader makes of it, told where the symbol is. */
    public function thorough(): Reading|Failure
    {
        return $this->thorough ??= HintedReader::read($this->photograph->picture, $this->photograph->finders);
    }

    private function plain(): DecodedMatrix|Failure
    {
        if ($this->photograph->modulePx < $this->plainPx) {
            return $this->plain ??= new Failure(Stage::NoGrid, $this->photograph->modulePx);
        }
        if ($this->plain === null) {
            try {
                $this->plain = PlainReader::read($this->photograph->picture, $this->photograph->corners, $this->modules);
            } catch (Unreadable $e) {
                $this->plain = new Failure($e->stage, detail: $e->getMessage());
            }
        }

        return $this->plain;
    }
}
