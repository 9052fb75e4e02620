<?php

declare(strict_types=1);

namespace App\Checks;

use Illuminate\Support\Facades\Config;
use KeenGlyph\Core\Image\CutOut;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureEncoder;
use KeenGlyph\Core\Image\PictureLimits;
use KeenGlyph\Core\Read\Effort;
use KeenGlyph\Core\Read\Point;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Render\PngFile;
use KeenGlyph\Core\Report\FieldFigures;

/** Reads a tester's picture and says whether it says what was printed, and with how much to spare. */
final class LookAtPrint
{
    /** Pixels of the longer side of the cut-out that is kept, and its quality as a JPEG. */
    private const CUT_OUT = 280;

    private const QUALITY = 70;

    /** Share of the symbol's size that is kept around it. */
    private const AROUND = 0.15;

    /** Milliseconds for a frame of a live view: the next one comes at once. */
    private const LIVE_MS = 150.0;

    /**
     * @return array{outcome: string, ms: float, width: int, height: int, corners: list<array{float, float}>, hint: ?string, figures: list<array<string, mixed>>, cut_out: ?string}
     *
     * @throws InvalidPicture
     */
    public function look(string $bytes, string $expected, bool $isLive): array
    {
        $start = hrtime(true);
        $picture = (new PictureDecoder(new PictureLimits(Config::integer('keen.read.bytes'), Config::integer('keen.read.pixels'))))->decode($bytes);
        $outcome = (new Reader)->read($picture, $isLive ? new ReadOptions(budgetMs: self::LIVE_MS, effort: Effort::Quick) : new ReadOptions(budgetMs: (float) Config::integer('keen.read.ms')));
        $ms = round((hrtime(true) - $start) / 1e6, 1);
        $reading = self::best($outcome->readings, $expected);
        $isRead = $reading?->symbol->content->text === $expected;

        return [
            'outcome' => $reading === null ? 'unread' : ($isRead ? 'read' : 'other'), 'ms' => $ms, 'width' => $picture->width, 'height' => $picture->height,
            'corners' => $reading === null ? [] : array_map(static fn (Point $p): array => [$p->x, $p->y], $reading->frame->corners), 'hint' => $reading === null ? $outcome->hint() : null,
            'figures' => $reading === null ? [] : FieldFigures::of($reading, $picture), 'cut_out' => $reading === null ? null : self::cutOut($reading, $picture),
        ];
    }

    /** @param  list<Reading>  $readings */
    private static function best(array $readings, string $expected): ?Reading
    {
        foreach ($readings as $reading) {
            if ($reading->symbol->content->text === $expected) {
                return $reading;
            }
        }

        return $readings[0] ?? null;
    }

    private static function cutOut(Reading $reading, LuminancePlane $picture): string
    {
        $xs = array_map(static fn (Point $p): float => $p->x, $reading->frame->corners);
        $ys = array_map(static fn (Point $p): float => $p->y, $reading->frame->corners);
        $around = self::AROUND * max(max($xs) - min($xs), max($ys) - min($ys));
        $part = CutOut::of($picture, min($xs) - $around, min($ys) - $around, max($xs) + $around, max($ys) + $around, self::CUT_OUT);

        return PictureEncoder::jpeg(PngFile::grey($part->width, $part->height, $part->pixels), null, 96.0, self::QUALITY);
    }
}
