<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;

/** Luminance plane to symbols of every kind that is asked for. */
final class Reader
{
    /** Reads every symbol it can; without any, says how far the best attempt came. */
    public function read(LuminancePlane $plane, ReadOptions $options = new ReadOptions): ReadOutcome
    {
        $budget = ReadBudget::of($options->budgetMs);
        $pyramid = new Pyramid($plane);
        $readings = [];
        $failure = new Failure(Stage::NoFinder);
        if ($options->wants('qr', 'microqr')) {
            [$readings, $failure, $finders] = QrReader::read($pyramid, $budget);
            $free = array_values(array_filter($finders, static fn (Finder $finder): bool => ! self::isCovered($finder, $readings)));
            if ($options->wants('microqr') && $free !== []) {
                [$micro, $other] = MicroReader::read($pyramid, $free, $budget);
                $readings = [...$readings, ...$micro];
                $failure = $failure->furthest($other);
            }
            if (! $options->wants('qr')) {
                $readings = array_values(array_filter($readings, static fn (Reading $reading): bool => $reading->isMicro()));
            }
        }
        $bars = [];
        if ($options->wants('ean13', 'ean8', 'upca', 'upce', 'itf14', 'code128', 'code39')) {
            // What stands beside a symbol on a label is turned as it is.
            $angles = array_map(static fn (Reading $reading): float => fmod($reading->turned(), 90.0), array_slice($readings, 0, 1));
            $angles = array_filter($angles, static fn (float $angle): bool => $angle > 4 && $angle < 86);
            $bars = (new LinearReader)->read($pyramid, $budget, array_merge(...array_map(static fn (float $angle): array => [$angle, $angle + 90], array_values($angles))), $readings === []);
            $bars = array_values(array_filter($bars, static fn (LinearReading $bar): bool => $options->wants($bar->symbology) && ! self::lieWithin($bar, $readings)));
        }

        return new ReadOutcome($readings, $readings === [] && $bars === [] ? $failure : null, $bars);
    }

    /**
     * Rows of modules can look like bars.
     *
     * @param  list<Reading>  $readings
     */
    private static function lieWithin(LinearReading $bar, array $readings): bool
    {
        foreach ($readings as $reading) {
            if ($reading->frame->covers(array_sum(array_column($bar->corners, 0)) / 4, array_sum(array_column($bar->corners, 1)) / 4)) {
                return true;
            }
        }

        return false;
    }

    /** @param  list<Reading>  $readings */
    private static function isCovered(Finder $finder, array $readings): bool
    {
        foreach ($readings as $reading) {
            if ($reading->frame->covers($finder->x, $finder->y)) {
                return true;
            }
        }

        return false;
    }
}
