<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Degrade\Decoder;
use KeenGlyph\Core\Degrade\Photograph;
use KeenGlyph\Core\Read\DecodedMatrix;
use KeenGlyph\Core\Read\Failure;
use KeenGlyph\Core\Read\HintedReader;
use KeenGlyph\Core\Read\PlainReader;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;
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
     * @param  bool  $isMirrored  whether the symbol stands mirrored, which plain decoders do not look for
     */
    public function __construct(public readonly Photograph $photograph, private readonly string $text, private readonly int $modules, private readonly float $plainPx = 0.0, private readonly bool $isMirrored = false)
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
        return $this->thorough ??= $this->isMicro()
            ? HintedReader::readMicro($this->photograph->picture, $this->photograph->finders[0])
            : HintedReader::read($this->photograph->picture, $this->photograph->finders, $this->isMirrored);
    }

    private function isMicro(): bool
    {
        return $this->modules < 21;
    }

    /**
     * Whether our own reader finds and reads it when nobody tells it where the symbol is.
     *
     * @param  float  $budgetMs  milliseconds after which it gives up: on a slower machine it may find less
     */
    public function readsBlind(float $budgetMs): bool
    {
        foreach ((new Reader)->read($this->photograph->picture, new ReadOptions([$this->isMicro() ? 'microqr' : 'qr'], $budgetMs))->readings as $reading) {
            if ($reading->symbol->content->text === $this->text) {
                return true;
            }
        }

        return false;
    }

    private function plain(): DecodedMatrix|Failure
    {
        if ($this->isMicro() || $this->isMirrored) {
            return $this->plain ??= new Failure(Stage::NoFinder);
        }
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
