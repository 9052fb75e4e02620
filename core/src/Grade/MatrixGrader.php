<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Grade;

use KeenGlyph\Core\Degrade\Gamma;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\Point;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Symbol\CodewordMap;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\Version;

/**
 * Grades a QR Code symbol that was read, by the parameters of ISO/IEC 15415:2011 (7.8): of a drawing, or of a picture of a
 * print. The standard asks for five looks at the print under its own light; one picture is one look.
 */
final class MatrixGrader
{
    public const STANDARD = 'ISO/IEC 15415:2011';

    /** Modules of quiet zone that ISO/IEC 18004:2015 asks for. */
    private const QUIET = 4;

    /** Worst places that are named, and modules that they lie apart at least. */
    private const WORST = 6;

    private const APART = 4;

    private readonly ReflectanceGrid $grid;

    private readonly CodewordMap $map;

    /** @var list<bool> by module, row by row: seen on the wrong side of the threshold */
    private array $wrong = [];

    /** @var list<float> modulation of each module; 0 where it is on the wrong side */
    private array $margins = [];

    private function __construct(private readonly Reading $reading, LuminancePlane $picture, private readonly Version $version, private readonly ModuleMatrix $meant, private readonly ?float $white)
    {
        // Reflectances of a picture are shares of its lightest grey, unless it holds something whose reflectance is known.
        $linear = array_map(static fn (float $light): float => $light * ($white ?? 1.0), Gamma::linear());
        $this->grid = ReflectanceGrid::of($picture, $reading->geometry, $linear, self::QUIET);
        $this->map = CodewordMap::of($version, $reading->symbol->level);
        $n = $version->modules();
        foreach ($this->grid->modulesSeen as $i => $reflectance) {
            $isDark = $this->meant->isDark($i % $n, intdiv($i, $n)) !== $reading->reversed;
            $isWrong = ($reflectance < $this->grid->threshold()) !== $isDark;
            $this->wrong[] = $isWrong;
            $this->margins[] = $isWrong ? 0.0 : $this->grid->modulation($reflectance);
        }
    }

    /**
     * @param  LuminancePlane  $picture  in which the symbol was read
     * @param  ?float  $white  what the lightest grey of the picture stands for, 0 to 1, where a white reference tells; 1 for drawings
     * @return ?PrintGrade null for Micro QR Code, whose parameters differ
     */
    public static function grade(Reading $reading, LuminancePlane $picture, ?float $white = null): ?PrintGrade
    {
        $meant = $reading->symbol->meant();
        $version = $reading->symbol->version;

        return $meant === null || ! $version instanceof Version ? null : (new self($reading, $picture, $version, $meant, $white))->graded();
    }

    private function graded(): PrintGrade
    {
        $grid = $this->grid;
        $contrast = $grid->contrast();
        $wrong = array_map(static fn (array $block): int => count(array_filter($block)), $this->byBlock(fn (array $modules): bool => array_filter($modules, fn (int $i): bool => $this->wrong[$i]) !== []));
        $unused = CodewordLevels::left(max([0, ...$wrong]), $this->map->repairable);
        [$across, $down] = $this->spacing();
        $axial = abs($across - $down) / (($across + $down) / 2);
        $nonuniform = $this->gridDeviation();
        $fixed = $this->fixedPatterns();
        $information = $this->information();
        $growth = $this->growth();
        $quiet = $this->quietZone();
        $modulation = min([1.0, ...$this->margins]);
        $scales = [
            'contrast' => Scale::atLeast(0.70, 0.55, 0.40, 0.20), 'unused' => CodewordLevels::unused(), 'axial' => Scale::atMost(0.06, 0.08, 0.10, 0.12),
            'grid' => Scale::atMost(0.38, 0.50, 0.63, 0.75), 'growth' => Scale::atMost(0.15, 0.25, 0.35, 0.45),
        ];
        $percent = static fn (float $share): string => sprintf('%.0f %%', 100 * $share);

        return new PrintGrade([
            new GradeParameter('decode', 'Decode', 'yes', 1.0, 4.0, null, true, ''),
            new GradeParameter('contrast', 'Symbol contrast', $percent($contrast), $contrast, $scales['contrast']->grade($contrast), $scales['contrast'], true, 'Ink and stock are too much alike: take a darker ink or a whiter stock.'),
            new GradeParameter('modulation', 'Modulation', sprintf('%.2f', $modulation), $modulation, $this->byCodewords(false), self::modulationScale(), true, 'Dark and light are uneven from module to module: look for patchy ink, a worn plate, or a picture out of focus.'),
            new GradeParameter('reflectance_margin', 'Reflectance margin', sprintf('%d of %d off', array_sum($wrong), $this->reading->symbol->codewords), (float) array_sum($wrong), $this->byCodewords(true), null, true, 'Some modules are on the wrong side of the threshold: mend spots and voids before more is printed.'),
            new GradeParameter('fixed_patterns', 'Fixed pattern damage', $fixed[1], $fixed[0], $fixed[0], null, true, 'Corner squares, timing lines or quiet zone are damaged: keep them clear of cuts, folds and other print.'),
            ...$information,
            new GradeParameter('axial', 'Axial non-uniformity', sprintf('%.1f %%', 100 * $axial), $axial, $scales['axial']->grade($axial), $scales['axial'], true, 'The symbol is stretched one way: set the print speed and the scaling of both axes alike.'),
            new GradeParameter('grid', 'Grid non-uniformity', sprintf('%.2f modules', $nonuniform), $nonuniform, $scales['grid']->grade($nonuniform), $scales['grid'], true, 'The grid is bent: look for slipping stock, or photograph the label flat.'),
            new GradeParameter('unused_correction', 'Unused error correction', $percent($unused), $unused, $scales['unused']->grade($unused), $scales['unused'], true, 'Damage uses up the error correction: print cleaner, or raise the level.'),
            new GradeParameter('growth', 'Print growth', sprintf('%+.0f %% of a module', 100 * $growth), $growth, $scales['growth']->grade(abs($growth)), $scales['growth'], false, 'Dark parts are too wide or too narrow: correct the ink or the exposure.'),
            new GradeParameter('quiet_zone', 'Quiet zone', sprintf('%.0f of %d modules clear', $quiet, self::QUIET), $quiet, $quiet >= self::QUIET ? 4.0 : ($quiet >= 2 ? 2.0 : 0.0), null, false, 'Leave four modules around the symbol blank.'),
        ], $this->worst(), self::STANDARD, $this->white !== null);
    }

    private static function modulationScale(): Scale
    {
        return Scale::atLeast(0.50, 0.40, 0.30, 0.20);
    }

    /** Modulation and reflectance margin, by the codewords' worst modules. @see CodewordLevels */
    private function byCodewords(bool $withSide): float
    {
        $scale = self::modulationScale();

        return (float) CodewordLevels::grade(
            $this->byBlock(fn (array $modules): int => min(array_map(fn (int $i): int => $scale->grade($withSide ? $this->margins[$i] : $this->grid->modulation($this->grid->modulesSeen[$i])), $modules))),
            $this->map->repairable,
        );
    }

    /**
     * @template T
     *
     * @param  callable(non-empty-list<int>): T  $found  of the modules of a codeword
     * @return array<int, list<T>> of each codeword, by block
     */
    private function byBlock(callable $found): array
    {
        $modules = [];
        foreach ($this->map->byModule as $module => $codeword) {
            $modules[$codeword][] = $module;
        }
        $blocks = [];
        foreach ($modules as $codeword => $own) {
            $blocks[$this->map->places[$codeword][0]][] = $found($own);
        }

        return $blocks;
    }

    /** @return list<GradeParameter> of the format information, and of the version information where there is one */
    private function information(): array
    {
        $grades = ['format' => $this->atEachLevel(InformationGrade::format(...)), 'version' => $this->version->number < 7 ? null : $this->atEachLevel(static fn (Version $version, callable $isDamaged): int => (int) InformationGrade::version($version, $isDamaged))];
        $said = ['format' => 'Format information', 'version' => 'Version information'];
        $parameters = [];
        foreach (array_filter($grades, static fn (?int $grade): bool => $grade !== null) as $id => $grade) {
            $parameters[] = new GradeParameter($id, $said[$id], $grade === 4 ? 'both copies whole' : 'damaged', (float) $grade, (float) $grade, null, true, 'The modules beside the corner squares, which say how to read all others, are damaged: keep them clear of scratches and other print.');
        }

        return $parameters;
    }

    /**
     * The best of all levels of modulation: at each, modules that do not reach it count as damaged, and no more than it is kept.
     *
     * @param  callable(Version, callable(int, int): bool): int  $graded
     */
    private function atEachLevel(callable $graded): int
    {
        $scale = self::modulationScale();
        $n = $this->version->modules();
        $best = 0;
        for ($level = 4; $level > $best; $level--) {
            $best = max($best, min($level, $graded($this->version, fn (int $column, int $row): bool => $scale->grade($this->margins[$row * $n + $column]) < $level)));
        }

        return $best;
    }

    /** @return array{float, string} the grade, and the worst segment in words */
    private function fixedPatterns(): array
    {
        $scale = self::modulationScale();
        $n = $this->version->modules();
        $best = 0;
        $worst = [];
        for ($level = 4; $level > $best || $worst === []; $level--) {
            [$grade, $segments] = FixedPatterns::grade($this->version, function (int $column, int $row) use ($scale, $n, $level): bool {
                if ($column < 0 || $row < 0 || $column >= $n || $row >= $n) {
                    return $this->isMarked($column, $row);
                }

                return $scale->grade($this->margins[$row * $n + $column]) < $level;
            }, self::QUIET);
            if (min($level, $grade) > $best || $worst === []) {
                $best = max($best, min($level, $grade));
                $worst = $segments;
            }
            if ($level === 0) {
                break;
            }
        }
        $lowest = min([4, ...array_values($worst)]);

        return [(float) $best, $best === 4 ? 'none' : 'most in '.array_search($lowest, $worst, true)];
    }

    /** Whether a place of the quiet zone is as dark as a module. */
    private function isMarked(int $column, int $row): bool
    {
        $n = $this->version->modules();
        $out = max(-$column, -$row, $column - $n + 1, $row - $n + 1);
        $ring = $this->grid->quiet[$out - 1];
        // Four sides in turn, from the corner on.
        [$along, $side] = match (true) {
            -$row === $out => [$column, 0],
            $row - $n + 1 === $out => [$column, 1],
            -$column === $out => [$row, 2],
            default => [$row, 3],
        };
        $reflectance = $ring[4 * ($along + $out) + $side];

        return ($reflectance < $this->grid->threshold()) !== $this->reading->reversed;
    }

    /** Modules of quiet zone that are clear all around; up to a twentieth of a ring may be marked. */
    private function quietZone(): float
    {
        foreach ($this->grid->quiet as $i => $ring) {
            $marked = count(array_filter($ring, fn (float $reflectance): bool => ($reflectance < $this->grid->threshold()) !== $this->reading->reversed));
            if ($marked > 0.05 * count($ring)) {
                return (float) $i;
            }
        }

        return (float) self::QUIET;
    }

    /** @return array{float, float} mean pixels a module across and down (7.8.6) */
    private function spacing(): array
    {
        $n = $this->version->modules();
        $far = static fn (Point $a, Point $b): float => hypot($b->x - $a->x, $b->y - $a->y);
        $at = $this->reading->geometry->at(...);

        return [($far($at(0, 0), $at($n, 0)) + $far($at(0, $n), $at($n, $n))) / (2 * $n), ($far($at(0, 0), $at(0, $n)) + $far($at($n, 0), $at($n, $n))) / (2 * $n)];
    }

    /** The farthest that a grid crossing lies off an even grid between the corners, in modules (7.8.7). */
    private function gridDeviation(): float
    {
        $n = $this->version->modules();
        $even = $this->reading->geometry->homography();
        [$across, $down] = $this->spacing();
        $worst = 0.0;
        for ($row = 0; $row <= $n; $row += max(1, intdiv($n, 24))) {
            for ($column = 0; $column <= $n; $column += max(1, intdiv($n, 24))) {
                $at = $this->reading->geometry->at($column, $row);
                [$x, $y] = $even->apply($column, $row);
                $worst = max($worst, hypot($at->x - $x, $at->y - $y) / (($across + $down) / 2));
            }
        }

        return $worst;
    }

    /** By how much dark runs are wider than they should be, in modules: from the greys of modules beside edges of the timing patterns. */
    private function growth(): float
    {
        $n = $this->version->modules();
        [$dark, $light, $darks, $lights] = [0.0, 0.0, 0, 0];
        for ($i = 8; $i < $n - 8; $i++) {
            foreach ([$this->grid->modulesSeen[6 * $n + $i], $this->grid->modulesSeen[$i * $n + 6]] as $reflectance) {
                if ($i % 2 === 0) {
                    $dark += $reflectance;
                    $darks++;
                } else {
                    $light += $reflectance;
                    $lights++;
                }
            }
        }
        if ($darks === 0 || $lights === 0 || $this->grid->contrast() <= 0) {
            return 0.0;
        }
        // Where dark has grown, single light modules are darker than light areas, and the other way round.
        $lost = $this->grid->lightest - $light / $lights;
        $gained = $dark / $darks - $this->grid->darkest;

        return ($this->reading->reversed ? -1 : 1) * ($lost - $gained) / $this->grid->contrast();
    }

    /** @return list<WorstArea> */
    private function worst(): array
    {
        $n = $this->version->modules();
        $margins = $this->margins;
        asort($margins);
        $areas = [];
        foreach ($margins as $i => $margin) {
            if ($margin >= 0.5 || count($areas) >= self::WORST) {
                break;
            }
            [$column, $row] = [$i % $n, intdiv($i, $n)];
            foreach ($areas as $area) {
                if (max(abs($area->column - $column), abs($area->row - $row)) < self::APART) {
                    continue 2;
                }
            }
            $at = $this->reading->geometry->at(...);
            $areas[] = new WorstArea($column, $row, [$at($column - 1, $row - 1), $at($column + 2, $row - 1), $at($column + 2, $row + 2), $at($column - 1, $row + 2)], $this->wrong[$i]
                ? ($this->meant->isDark($column, $row) ? 'should be dark, is light' : 'should be light, is dark')
                : sprintf('modulation %.2f', $margin));
        }

        return $areas;
    }
}
