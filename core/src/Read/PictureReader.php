<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\PictureDecoder;

/** Picture file to symbols: by its luminance first, and where that shows nothing by each of its colours. */
final class PictureReader
{
    /** How much longer all colours take to be decoded than the luminance alone. */
    private const COLOURS = 2.0;

    public function __construct(
        private readonly PictureDecoder $decoder = new PictureDecoder,
        private readonly Reader $reader = new Reader,
    ) {
    }

    /**
     * @param  string  $bytes  a PNG, JPEG or WebP file
     *
     * @throws InvalidPicture when it is over the decoder's limits, of another format or damaged
     */
    public function read(string $bytes, ReadOptions $options = new ReadOptions): PictureOutcome
    {
        $start = hrtime(true);
        $header = $this->decoder->header($bytes);
        // Decoding cannot be broken off, so what it will take is known before it is begun.
        if ($this->decoder->milliseconds($header) > $options->budgetMs) {
            return new PictureOutcome($header->width, $header->height, (hrtime(true) - $start) / 1e6, new ReadOutcome([], new Failure(Stage::NoTime)));
        }
        $plane = $this->decoder->decode($bytes);
        $outcome = $this->within($start, $options, fn (ReadOptions $left): ReadOutcome => $this->reader->read($plane, $left)) ?? new ReadOutcome([], new Failure(Stage::NoTime));
        if ($outcome->count() === 0 && $options->effort !== Effort::Quick && $this->decoder->milliseconds($header) * self::COLOURS < self::left($start, $options)) {
            foreach ($this->decoder->channels($bytes) as $channel) {
                $other = $this->within($start, $options, fn (ReadOptions $left): ReadOutcome => $this->reader->read($channel, $left->anywhere()));
                if ($other === null || $other->count() > 0) {
                    $outcome = $other ?? $outcome;
                    break;
                }
                if ($other->failure !== null) {
                    $outcome = new ReadOutcome([], ($outcome->failure ?? $other->failure)->furthest($other->failure), ending: $other->ending, steps: [...$outcome->steps, ...$other->steps]);
                }
            }
        }

        return new PictureOutcome($plane->width, $plane->height, (hrtime(true) - $start) / 1e6, $outcome);
    }

    /** Milliseconds that are left of the budget. */
    private static function left(int|float $start, ReadOptions $options): float
    {
        return $options->budgetMs - (hrtime(true) - $start) / 1e6;
    }

    /**
     * What is read in the time that is left; null when that is too little to begin.
     *
     * @param  callable(ReadOptions): ReadOutcome  $read
     */
    private function within(int|float $start, ReadOptions $options, callable $read): ?ReadOutcome
    {
        $left = self::left($start, $options);

        return $left < ReadOptions::MIN_BUDGET / 2 ? null : $read($options->within(max((float) ReadOptions::MIN_BUDGET, $left)));
    }
}
