<?php

declare(strict_types=1);

namespace App\Actions;

use Illuminate\Support\Facades\Config;
use KeenGlyph\Core\Grade\BarGrader;
use KeenGlyph\Core\Grade\MatrixGrader;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureLimits;
use KeenGlyph\Core\Read\Point;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;

/** Reads the symbols of a picture and grades each by what the picture shows of it. */
final class GradePicture
{
    /** Symbols of one picture that are graded: each takes some tens of milliseconds. */
    private const MOST = 12;

    /**
     * @param  ?float  $white  reflectance of the lightest thing in the picture, where a white reference tells
     * @return array<string, mixed>
     *
     * @throws InvalidPicture
     */
    public function grade(string $bytes, ?float $white): array
    {
        $picture = (new PictureDecoder(new PictureLimits(Config::integer('keen.read.bytes'), Config::integer('keen.read.pixels'))))->decode($bytes);
        $outcome = (new Reader)->read($picture, new ReadOptions(budgetMs: (float) Config::integer('keen.read.ms')));
        $symbols = [];
        foreach (array_slice($outcome->readings, 0, self::MOST) as $reading) {
            $symbols[] = [
                'text' => mb_scrub($reading->symbol->content->text, 'UTF-8'), 'corners' => array_map(static fn (Point $p): array => [$p->x, $p->y], $reading->frame->corners),
                'module_px' => round($reading->frame->modulePx, 2), 'grade' => MatrixGrader::grade($reading, $picture, $white)?->toArray(),
            ];
        }

        foreach (array_slice($outcome->linear, 0, self::MOST - count($symbols)) as $reading) {
            $symbols[] = [
                'text' => mb_scrub($reading->text, 'UTF-8'), 'corners' => array_map(static fn (Point $p): array => [$p->x, $p->y], $reading->corners),
                'module_px' => round($reading->modulePx, 2), 'grade' => BarGrader::grade($reading, $picture, $white)->toArray(),
            ];
        }

        return ['width' => $picture->width, 'height' => $picture->height, 'symbols' => $symbols, 'hint' => $symbols === [] ? $outcome->hint() : null];
    }
}
