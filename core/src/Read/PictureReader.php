<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\PictureDecoder;

/** Picture file to symbols: by its luminance first, and where that shows nothing by each of its colours. */
final class PictureReader
{
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
        $plane = $this->decoder->decode($bytes);
        $outcome = $this->reader->read($plane, $options);
        if ($outcome->count() === 0) {
            foreach ($this->decoder->channels($bytes) as $channel) {
                $left = $options->budgetMs - (hrtime(true) - $start) / 1e6;
                if ($left < ReadOptions::LEAST) {
                    break;
                }
                $other = $this->reader->read($channel, new ReadOptions($options->symbologies, $left));
                if ($other->count() > 0) {
                    $outcome = $other;
                    break;
                }
                if ($other->failure !== null) {
                    $outcome = new ReadOutcome([], ($outcome->failure ?? $other->failure)->furthest($other->failure));
                }
            }
        }

        return new PictureOutcome($plane->width, $plane->height, (hrtime(true) - $start) / 1e6, $outcome);
    }
}
