<?php

declare(strict_types=1);

namespace App\Actions;

use Illuminate\Support\Facades\Config;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureLimits;
use KeenGlyph\Core\Read\BatchCheck;
use KeenGlyph\Core\Read\Expectation;
use KeenGlyph\Core\Read\PictureReader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Report\ReadingFacts;

/** Reads the symbols in pictures within the configured bounds. */
final class ReadPicture
{
    /**
     * @return array{ms: float, width: int, height: int, symbols: list<array<string, mixed>>, joined: ?string, ending: string, failure: ?array{stage: string, hint: string, module_px: ?float}}
     *
     * @throws InvalidPicture when it is no picture we take, or over the bounds
     */
    public function read(string $bytes, ReadOptions $options): array
    {
        $limits = new PictureLimits(Config::integer('keen.read.bytes'), Config::integer('keen.read.pixels'));
        $picture = (new PictureReader(new PictureDecoder($limits)))->read($bytes, $options);
        $outcome = $picture->outcome;
        $failure = $outcome->failure;

        return [
            'ms' => round($picture->ms, 2),
            'width' => $picture->width,
            'height' => $picture->height,
            'symbols' => [...array_map(ReadingFacts::of(...), $outcome->readings), ...array_map(ReadingFacts::ofLinear(...), $outcome->linear)],
            'joined' => $outcome->joined()?->text,
            'ending' => $outcome->ending->value,
            'failure' => $failure === null ? null : [
                'stage' => $failure->stage->value,
                'hint' => $outcome->hint(),
                'module_px' => $failure->modulePx === null ? null : round($failure->modulePx, 2),
            ],
        ];
    }

    /**
     * What was read beside what should have been.
     *
     * @param  list<list<string>>  $read  texts by picture
     * @param  list<string>  $expected
     * @return array<string, mixed>
     */
    public function check(array $read, array $expected): array
    {
        $check = BatchCheck::of($read, $expected);
        $verdicts = array_count_values(array_map(static fn (Expectation $row): string => $row->verdict, $check->expectations));

        return [
            'matches' => $verdicts['match'] ?? 0,
            'mismatches' => $verdicts['mismatch'] ?? 0,
            'missing' => $verdicts['missing'] ?? 0,
            'rows' => array_map(get_object_vars(...), $check->expectations),
            'unexpected' => array_map(static fn (array $row): array => ['picture' => $row[0], 'read' => $row[1]], $check->unexpected),
            'unread' => $check->unread,
        ];
    }
}
