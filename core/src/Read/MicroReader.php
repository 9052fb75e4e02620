<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\MicroVersion;

/** Micro QR Code symbols, which have one finder pattern each: the grid is carried on from it and held by the timing patterns. */
final class MicroReader
{
    /** Patterns tried; each costs several grids. */
    private const FINDERS = 12;

    /** Correlation of the modules known beforehand: little else tells these symbols from chance. */
    private const FIT = 0.7;

    /** The same of those that lie outside the finder pattern. */
    private const OWN = 0.68;

    /** The same from which on a failure to decode is worth reporting. */
    private const SURE = 0.93;

    /** The same before the grid is moved to where it fits best, and how many are moved: of those that are read in the end none had less than 0.49. */
    private const PROMISE = 0.3;

    private const TUNED = 6;

    /** Landmarks of the finder pattern with its separator, which come first. */
    private const PATTERN = 64;

    /** Grids decoded. */
    private const DECODED = 3;

    /** Weight of a module of the timing patterns beside that of another. */
    private const TIMING = 4;

    /** Pixels a module that are worth looking at. */
    private const MODULE = 2.6;

    /**
     * @param  list<Finder>  $finders
     * @return array{list<Reading>, Failure}
     */
    public static function read(Pyramid $pyramid, array $finders, ReadBudget $budget): array
    {
        usort($finders, static fn (Finder $a, Finder $b): int => $b->clear <=> $a->clear);
        $readings = [];
        $failure = new Failure(Stage::NoFinder);
        foreach (array_slice($finders, 0, self::FINDERS) as $finder) {
            if ($budget->isSpent()) {
                break;
            }
            try {
                $result = self::attempt($pyramid, $finder, $budget);
            } catch (TimeIsUp) {
                break;
            }
            if ($result instanceof Reading) {
                $readings[] = $result;
            } else {
                $failure = $failure->furthest($result);
            }
        }

        return [$readings, $failure];
    }

    private static function attempt(Pyramid $pyramid, Finder $finder, ReadBudget $budget): Reading|Failure
    {
        $module = $finder->module();
        $level = max(0, min($pyramid->last(), (int) floor(log(max(1.0, $module / self::MODULE), 2))));
        $reach = 24 * max(hypot($finder->ux, $finder->uy), hypot($finder->vx, $finder->vy));
        $window = PixelWindow::of($pyramid->level($level), $finder->x - $reach, $finder->y - $reach, $finder->x + $reach, $finder->y + $reach, $finder->light, $budget);
        $likely = [];
        foreach ([[1, 0, 0, 1], [0, 1, -1, 0], [-1, 0, 0, -1], [0, -1, 1, 0]] as [$a, $b, $c, $d]) {
            $to = [];
            foreach ([[0, 0], [7, 0], [0, 7], [7, 7]] as [$u, $v]) {
                [$p, $q] = [$u - 3.5, $v - 3.5];
                $to[] = $window->here(...$finder->at($a * $p + $c * $q, $b * $p + $d * $q));
            }
            $base = Homography::fromPoints([[0, 0], [7, 0], [0, 7], [7, 7]], $to);
            foreach (MicroVersion::cases() as $version) {
                [$us, $vs, $tones] = self::landmarks($version->modules());
                $mapping = new GridMapping($version->modules(), $base);
                $greys = GreySampler::greys($window, ...$mapping->places($us, $vs));
                if (Correlation::of(array_slice($greys, self::PATTERN), array_slice($tones, self::PATTERN)) >= self::PROMISE) {
                    $likely[] = [Correlation::of($greys, $tones), $mapping];
                }
            }
        }
        usort($likely, static fn (array $a, array $b): int => $b[0] <=> $a[0]);
        $step = $module / $window->scale;
        $grids = [];
        foreach (array_slice($likely, 0, self::TUNED) as [, $mapping]) {
            [$us, $vs, $tones] = self::landmarks($mapping->modules);
            [$mapping, $fit] = (new GridRefiner($window, $mapping, $us, $vs, true))->toTones($tones, [0.5 * $step, 0.25 * $step, 0.12 * $step], [0, 1, 2, 3, 4, 5]);
            if ($fit >= self::FIT && self::stands($window, $mapping)) {
                $grids[] = [$fit, $mapping];
            }
        }
        usort($grids, static fn (array $a, array $b): int => $b[0] <=> $a[0]);
        $failure = new Failure(Stage::NoGrid);
        foreach (array_slice($grids, 0, self::DECODED) as [$fit, $mapping]) {
            foreach (self::stretched($mapping) as $stretched) {
                $soft = GreySampler::sample($window, $stretched);
                foreach ([$soft, null] as $greys) {
                    // Then the grid moved so that every module stands out most.
                    $decided = ($greys ?? GreySampler::sample($window, GridFitter::sharpest($window, $stretched, $soft, $module / $window->scale)))->decided();
                    foreach ([false, true] as $mirrored) {
                        try {
                            $symbol = MicroMatrixDecoder::decode($mirrored ? $decided->matrix->transposed() : $decided->matrix);

                            return new Reading($symbol, SymbolFrame::of($window, $stretched, $module), GridGeometry::of($window, $stretched, $mirrored), $pyramid->picture(), $mirrored, $finder->light, $fit);
                        } catch (Unreadable $e) {
                            // Any finder pattern might be such a symbol's; only a good fit says that this one is.
                            $failure = $fit < self::SURE ? $failure : $failure->furthest(new Failure($e->stage, $module, $e->getMessage()));
                        }
                    }
                }
            }
        }

        return $failure;
    }

    /**
     * The grid as it is, and with the far corner nearer or farther, as under perspective: one pattern does not tell.
     *
     * @return list<GridMapping>
     */
    private static function stretched(GridMapping $mapping): array
    {
        $n = $mapping->modules;
        [$from, $to] = [$mapping->at(0, 0), $mapping->at($n, $n)];
        $mappings = [$mapping];
        foreach ([-0.06, 0.06, -0.12, 0.12] as $share) {
            $shifts = $mapping->shifts;
            $shifts[6] += $share * ($to[0] - $from[0]);
            $shifts[7] += $share * ($to[1] - $from[1]);
            $mappings[] = $mapping->with(array_values($shifts));
        }

        return $mappings;
    }

    /** Whether there is more than a finder pattern, which any symbol has three of: timing patterns and a quiet zone where these must be. */
    private static function stands(PixelWindow $window, GridMapping $mapping): bool
    {
        [$us, $vs, $tones] = self::landmarks($mapping->modules);
        $greys = GreySampler::greys($window, ...$mapping->places(array_slice($us, self::PATTERN), array_slice($vs, self::PATTERN)));

        return Correlation::of($greys, array_slice($tones, self::PATTERN)) >= self::OWN;
    }

    /**
     * Finder pattern, separator, timing patterns, and the quiet zone along all four sides.
     *
     * @return array{list<float>, list<float>, list<int>} middles, and 1 light or -1 dark
     */
    private static function landmarks(int $n): array
    {
        /** @var array<int, array{list<float>, list<float>, list<int>}> $known */
        static $known = [];

        return $known[$n] ??= self::place($n);
    }

    /** @return array{list<float>, list<float>, list<int>} the same, put together */
    private static function place(int $n): array
    {
        [$us, $vs, $tones] = [[], [], []];
        $put = static function (int $u, int $v, bool $dark) use (&$us, &$vs, &$tones): void {
            $us[] = $u + 0.5;
            $vs[] = $v + 0.5;
            $tones[] = $dark ? -1 : 1;
        };
        for ($v = 0; $v < 8; $v++) {
            for ($u = 0; $u < 8; $u++) {
                $put($u, $v, $u < 7 && $v < 7 && max(abs($u - 3), abs($v - 3)) !== 2);
            }
        }
        for ($i = 8; $i < $n; $i++) {
            // Only these and what lies beyond them tell one version from another, so they count for more.
            for ($times = 0; $times < self::TIMING; $times++) {
                $put($i, 0, $i % 2 === 0);
                $put(0, $i, $i % 2 === 0);
            }
        }
        for ($i = 0; $i < $n; $i++) {
            $put($i, $n, false);
            $put($n, $i, false);
            $put($i, -1, false);
            $put(-1, $i, false);
        }

        return [$us, $vs, $tones];
    }
}
