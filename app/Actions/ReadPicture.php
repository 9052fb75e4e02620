<?php

declare(strict_types=1);

namespace App\Actions;

use Illuminate\Support\Facades\Config;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureLimits;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Report\ReadingFacts;

/** Reads the symbols in a picture within the configured bounds. */
final class ReadPicture
{
    /**
     * @return array{ms: float, width: int, height: int, symbols: list<array<string, mixed>>, joined: ?string, failure: ?array{stage: string, hint: string}}
     *
     * @throws ValidationException when it is no picture we take, or over the bounds
     */
    public function read(string $bytes): array
    {
        $start = hrtime(true);
        try {
            $plane = (new PictureDecoder(new PictureLimits(Config::integer('keen.read.bytes'), Config::integer('keen.read.pixels'))))->decode($bytes);
        } catch (InvalidPicture $e) {
            throw ValidationException::withMessages(['picture' => [$e->getMessage()]]);
        }
        $outcome = (new Reader)->read($plane);
        $failed = $outcome->failure;

        return [
            'ms' => round((hrtime(true) - $start) / 1e6, 2),
            'width' => $plane->width,
            'height' => $plane->height,
            'symbols' => [...array_map(ReadingFacts::of(...), $outcome->readings), ...array_map(ReadingFacts::ofLinear(...), $outcome->linear)],
            'joined' => $outcome->joined()?->text,
            'failure' => $failed === null ? null : ['stage' => $failed->stage->value, 'hint' => $failed->hint()],
        ];
    }
}
