<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Grade;

use KeenGlyph\Core\Degrade\Gamma;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Linear\InvalidBars;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Read\LinearReading;
use KeenGlyph\Core\Read\Point;

/** Grades a linear symbol that was read, by ten scan lines across it (ISO/IEC 15416:2016, clause 5). */
final class BarGrader
{
    public const STANDARD = 'ISO/IEC 15416:2016';

    private const LINES = 10;

    /** Share of the bars' height in which the lines lie. */
    private const BAND = 0.8;

    /** Least difference between a bar and the space beside it. */
    private const LEAST_EDGE = 0.15;

    /** Modules of quiet zone that are looked at. */
    private const QUIET = 5.0;

    /** @var list<string> what a scan line's grade is the lowest of */
    private const GRADED = ['decode', 'edges', 'contrast', 'minimum_reflectance', 'edge_contrast', 'modulation', 'defects', 'decodability'];

    /**
     * @param  LuminancePlane  $picture  in which it was read
     * @param  ?float  $white  what the lightest grey stands for, 0 to 1, where a white reference tells; 1 for drawings
     */
    public static function grade(LinearReading $reading, LuminancePlane $picture, ?float $white = null): PrintGrade
    {
        $linear = array_map(static fn (float $light): float => $light * ($white ?? 1.0), Gamma::linear());
        [$a, $b, $c, $d] = $reading->corners;
        $modules = max(8.0, self::modules($reading) ?? hypot($b->x - $a->x, $b->y - $a->y) / max(0.1, $reading->modulePx));
        $scans = [];
        for ($i = 0; $i < self::LINES; $i++) {
            $t = (1 - self::BAND) / 2 + self::BAND * ($i + 0.5) / self::LINES;
            $ends = [new Point($a->x + $t * ($d->x - $a->x), $a->y + $t * ($d->y - $a->y)), new Point($b->x + $t * ($c->x - $b->x), $b->y + $t * ($c->y - $b->y))];
            $scans[] = self::scan(ScanProfile::of($picture, $ends, $modules, self::QUIET, $linear), $reading->symbology);
        }
        $grades = array_map(static fn (array $scan): float => min(array_map(static fn (string $name): float => $scan[$name][1], self::GRADED)), $scans);

        return new PrintGrade(self::parameters($scans), [], self::STANDARD, $white !== null, array_sum($grades) / self::LINES);
    }

    /** Modules from the first bar to the last, where the text alone tells. */
    private static function modules(LinearReading $reading): ?float
    {
        try {
            return (float) LinearSymbology::from($reading->gs1 ? 'gs1-128' : $reading->symbology)->encode($reading->text)->modules();
        } catch (InvalidBars|\ValueError) {
            return null;
        }
    }

    /** @return array<string, array{float, float}> value and grade by parameter */
    private static function scan(ScanProfile $profile, string $symbology): array
    {
        $contrast = $profile->contrast();
        $characters = BarCharacters::of($symbology, $profile->widths());
        $elements = $profile->elements();
        [$edge, $defect] = [1.0, 0.0];
        foreach ($elements as $i => [$least, $most]) {
            // Quiet zones are spaces: odd places are bars.
            $defect = max($defect, $most - $least < $contrast ? self::irregularity($profile, $i) : 0.0);
            if ($i > 0) {
                [$bar, $space] = $i % 2 === 1 ? [$least, $elements[$i - 1][1]] : [$elements[$i - 1][0], $most];
                $edge = min($edge, $space - $bar);
            }
        }
        $scales = self::scales();
        $share = static fn (float $value): float => $contrast > 0 ? $value / $contrast : 0.0;
        $decodability = $characters === null ? 0.0 : BarCharacters::decodability($symbology, $characters);
        $passes = static fn (bool $is): float => $is ? 4.0 : 0.0;

        return [
            'decode' => [$characters === null ? 0.0 : 1.0, $passes($characters !== null)],
            'edges' => [(float) count($profile->edges), $passes($characters !== null)],
            'contrast' => [$contrast, (float) $scales['contrast']->grade($contrast)],
            'minimum_reflectance' => [$profile->darkest, $passes($profile->darkest <= 0.5 * $profile->lightest)],
            'edge_contrast' => [$edge, $passes($edge >= self::LEAST_EDGE)],
            'modulation' => [$share($edge), (float) $scales['modulation']->grade($share($edge))],
            'defects' => [$share($defect), (float) $scales['defects']->grade($share($defect))],
            'decodability' => [$decodability, (float) $scales['decodability']->grade($decodability)],
        ];
    }

    /** The largest rise and fall within an element that is not its edge (5.4.7): peaks in a bar, valleys in a space. */
    private static function irregularity(ScanProfile $profile, int $element): float
    {
        $bounds = [0.0, ...$profile->edges, (float) (count($profile->reflectances) - 1)];
        $own = array_slice($profile->reflectances, (int) ceil($bounds[$element]), max(1, (int) floor($bounds[$element + 1]) - (int) ceil($bounds[$element]) + 1));
        $sign = $element % 2 === 1 ? -1.0 : 1.0;
        // Upside down, a bar is a space: what counts is how far it falls from one peak before it rises to another.
        [$peak, $low, $worst] = [-INF, INF, 0.0];
        foreach ($own as $value) {
            $value *= $sign;
            if ($value > $peak) {
                $worst = max($worst, $low === INF ? 0.0 : min($peak, $value) - $low);
                [$peak, $low] = [$value, INF];
            }
            $low = min($low, $value);
            $worst = max($worst, min($peak, $value) - $low);
        }

        return $worst;
    }

    /** @return array<string, Scale> */
    private static function scales(): array
    {
        return [
            'contrast' => Scale::atLeast(0.70, 0.55, 0.40, 0.20), 'modulation' => Scale::atLeast(0.70, 0.60, 0.50, 0.40),
            'defects' => Scale::atMost(0.15, 0.20, 0.25, 0.30), 'decodability' => Scale::atLeast(0.62, 0.50, 0.37, 0.25),
        ];
    }

    /**
     * @param  list<array<string, array{float, float}>>  $scans
     * @return list<GradeParameter>
     */
    private static function parameters(array $scans): array
    {
        $scales = self::scales();
        $said = [
            'decode' => ['Decode', '%d of 10 lines', 'Some lines do not decode: mend what cuts through the bars.'],
            'edges' => ['Edges', '%.0f', 'A line does not show as many edges as there are bars: mend spots and voids.'],
            'contrast' => ['Symbol contrast', '%.0f %%', 'Bars and stock are too much alike: take a darker ink or a whiter stock.'],
            'minimum_reflectance' => ['Minimum reflectance', '%.0f %%', 'Bars send back more than half of what the stock does: take a darker ink.'],
            'edge_contrast' => ['Edge contrast', '%.0f %%', 'A narrow bar or space is too faint beside its neighbour: correct the ink or print larger.'],
            'modulation' => ['Modulation', '%.2f', 'Narrow elements are fainter than wide ones: correct ink spread, or print larger.'],
            'defects' => ['Defects', '%.2f', 'There are spots in spaces or voids in bars: clean the print head or the plate.'],
            'decodability' => ['Decodability', '%.2f', 'Widths are off: correct ink spread or print speed.'],
        ];
        $parameters = [];
        foreach ($said as $name => [$label, $form, $advice]) {
            $values = array_map(static fn (array $scan): float => $scan[$name][0], $scans);
            $value = match ($name) {
                'decode' => array_sum($values),
                'defects', 'minimum_reflectance' => max([0.0, ...$values]),
                default => min([INF, ...$values]),
            };
            $shown = str_contains($form, '%%') ? 100 * $value : $value;
            $grade = array_sum(array_map(static fn (array $scan): float => $scan[$name][1], $scans)) / max(1, count($scans));
            $parameters[] = new GradeParameter($name, $label, sprintf($form, $shown), $value, $grade, $scales[$name] ?? null, true, $advice);
        }

        return $parameters;
    }
}
