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
            $result = self::attempt($pyramid, $finder);
            if ($result instanceof Reading) {
                $readings[] = $result;
            } else {
                $failure = $failure->furthest($result);
            }
        }

        return [$readings, $failure];
    }

    private static function attempt(Pyramid $pyramid, Finder $finder): Reading|Failure
    {
        $module = $finder->module();
        $level = max(0, min($pyramid->last(), (int) floor(log(max(1.0, $module / self::MODULE), 2))));
        $reach = 24 * max(hypot($finder->ux, $finder->uy), hypot($finder->vx, $finder->vy));
        $patch = Patch::of($pyramid->level($level), $finder->x - $reach, $finder->y - $reach, $finder->x + $reach, $finder->y + $reach, $finder->light);
        $grids = [];
        foreach ([[1, 0, 0, 1], [0, 1, -1, 0], [-1, 0, 0, -1], [0, -1, 1, 0]] as [$a, $b, $c, $d]) {
            foreach (MicroVersion::cases() as $version) {
                $n = $version->modules();
                $to = [];
                foreach ([[0, 0], [7, 0], [0, 7], [7, 7]] as [$u, $v]) {
                    [$p, $q] = [$u - 3.5, $v - 3.5];
                    $to[] = $patch->here(...$finder->at($a * $p + $c * $q, $b * $p + $d * $q));
                }
                [$us, $vs, $tones] = self::landmarks($n);
                [$warp, $fit] = (new WarpTuner($patch, new Warp($n, Transform::fromPoints([[0, 0], [7, 0], [0, 7], [7, 7]], $to)), $us, $vs, true))
                    ->toTones($tones, [0.5 * $module / $patch->scale, 0.25 * $module / $patch->scale, 0.12 * $module / $patch->scale], [0, 1, 2, 3, 4, 5]);
                if ($fit >= self::FIT) {
                    $grids[] = [$fit, $warp];
                }
            }
        }
        usort($grids, static fn (array $a, array $b): int => $b[0] <=> $a[0]);
        $failure = new Failure(Stage::NoGrid, $module);
        foreach (array_slice($grids, 0, 4) as [$fit, $warp]) {
            $soft = GreySampler::sample($patch, $warp);
            $tuned = WarpFitter::sharpest($patch, $warp, $soft, $module / $patch->scale);
            foreach ([[$soft, false], [$soft, true], [GreySampler::sample($patch, $tuned), false], [GreySampler::sample($patch, $tuned), true]] as [$greys, $mirrored]) {
                $decided = $greys->decided();
                try {
                    $symbol = MicroMatrixDecoder::decode($mirrored ? $decided->matrix->transposed() : $decided->matrix);

                    return new Reading($symbol, SymbolFrame::of($patch, $warp, $module), $mirrored, $finder->light, $fit);
                } catch (Unreadable $e) {
                    $failure = $failure->furthest(new Failure($e->stage, $module, $e->getMessage()));
                }
            }
        }

        return $failure;
    }

    /**
     * Finder pattern, separator, timing patterns, and the quiet zone along all four sides.
     *
     * @return array{list<float>, list<float>, list<int>} middles, and 1 light or -1 dark
     */
    private static function landmarks(int $n): array
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
            $put($i, 0, $i % 2 === 0);
            $put(0, $i, $i % 2 === 0);
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
