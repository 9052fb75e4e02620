<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\Version;
use KeenGlyph\Core\Symbol\VersionInformation;

/** Three finder patterns to a reading: version, grid, modules, content; the dear ways only when the cheap ones failed. */
final class SymbolAttempt
{
    /** Pixels a module that are worth looking at; more only cost time. */
    private const MODULE = 2.6;

    /** Correlation along the timing patterns below which there is no symbol of that version. */
    private const TIMING = 0.25;

    /** Correlation of the known modules below which nothing is decoded. */
    private const FIT = 0.45;

    /** Difference of the sides' numbers of modules, of the whole, that speaks for a bend. */
    private const ROLLED = 0.12;

    /** Correlation along the timing pattern that makes a bend. */
    private const BENT = 0.5;

    /** Modules that the middle of a bent side may lie off its ends. */
    private const SAG = 3.0;

    /** Versions tried for one triple. */
    private const VERSIONS = 3;

    public function __construct(private readonly Pyramid $pyramid, private readonly ReadBudget $budget)
    {
    }

    /** @param  bool  $mayBend  whether a grid around a jar is tried when no flat one fits */
    public function read(Triple $triple, bool $mayBend = true): Reading|Failure
    {
        $module = ($triple->topLeft->module() + $triple->topRight->module() + $triple->bottomLeft->module()) / 3;
        $level = max(0, min($this->pyramid->last(), (int) floor(log(max(1.0, min($triple->topLeft->module(), $triple->topRight->module(), $triple->bottomLeft->module()) / self::MODULE), 2))));
        $failure = new Failure(Stage::NoGrid);
        $versions = $this->versions($this->pyramid->level($level), $triple);
        if ($versions === [] && (! $mayBend || abs($triple->across - $triple->down) < self::ROLLED * $triple->modules)) {
            return $failure;
        }
        if ($versions !== []) {
            // The timing patterns bear out that there is a symbol, and how large its modules are.
            $failure = new Failure(Stage::NoGrid, $module);
        }
        $patch = $this->patch($triple, $level, $module);
        $modulePx = $module / $patch->scale;
        foreach ($mayBend ? [...$versions, null] : $versions as $version) {
            if ($this->budget->isSpent()) {
                break;
            }
            $roll = null;
            if ($version === null) {
                // Nothing flat fits: perhaps it goes around something.
                [$version, $roll] = $this->rolled($this->pyramid->level($level), $triple);
                if ($version === null) {
                    break;
                }
            }
            [$warp, $fit] = WarpFitter::fit($patch, $triple, $version, $modulePx, $roll);
            if ($fit < self::FIT) {
                continue;
            }
            $result = $this->decode($patch, $warp, $triple->topLeft->light, $modulePx, $module, $fit);
            if ($result instanceof Reading) {
                return $result;
            }
            $failure = $failure->furthest($result);
        }

        return $failure;
    }

    private function decode(Patch $patch, Warp $warp, bool $light, float $modulePx, float $module, float $fit): Reading|Failure
    {
        $failure = new Failure(Stage::NoGrid, $module);
        foreach ([false, true] as $isTuned) {
            $soft = GreySampler::sample($patch, $warp);
            if ($isTuned) {
                if ($this->budget->isSpent()) {
                    break;
                }
                $warp = WarpFitter::sharpest($patch, $warp, $soft, $modulePx);
                $soft = GreySampler::sample($patch, $warp);
            }
            foreach ($isTuned ? [0.0, 0.7, 1.5] : [0.0, 0.7] as $amount) {
                if ($amount > 0.0 && $this->budget->isSpent()) {
                    break;
                }
                $decided = ($amount > 0 ? $soft->sharpened($amount) : $soft)->decided();
                foreach ([false, true] as $mirrored) {
                    $matrix = $mirrored ? $decided->transposed() : $decided;
                    try {
                        $symbol = MatrixDecoder::decode($matrix->matrix, $matrix->sureness);

                        return new Reading($symbol, SymbolFrame::of($patch, $warp, $module), $mirrored, $light, $fit);
                    } catch (Unreadable $e) {
                        $failure = $failure->furthest(new Failure($e->stage, $module, $e->getMessage()));
                    }
                }
            }
        }

        return $failure;
    }

    /** The part of the picture that the symbol can reach into. */
    private function patch(Triple $triple, int $level, float $module): Patch
    {
        [$a, $b, $c] = [$triple->topLeft, $triple->topRight, $triple->bottomLeft];
        $fourth = [$b->x + $c->x - $a->x, $b->y + $c->y - $a->y];
        // Under perspective the far corner can lie a good way off the parallelogram's.
        $stretch = [$fourth[0] + 0.6 * ($fourth[0] - $a->x), $fourth[1] + 0.6 * ($fourth[1] - $a->y)];
        $xs = [$a->x, $b->x, $c->x, $fourth[0], $stretch[0]];
        $ys = [$a->y, $b->y, $c->y, $fourth[1], $stretch[1]];
        $margin = 8 * $module;

        return Patch::of($this->pyramid->level($level), min($xs) - $margin, min($ys) - $margin, max($xs) + $margin, max($ys) + $margin, $a->light);
    }

    /** @return list<Version> the likeliest first */
    private function versions(GreyPlane $plane, Triple $triple): array
    {
        $exact = ($triple->modules - 10) / 4;
        $numbers = [];
        $doubt = max(1, (int) ceil(0.08 * $triple->modules / 4 + 0.5));
        for ($number = max(1, (int) round($exact) - $doubt); $number <= min(Version::MAX, (int) round($exact) + $doubt); $number++) {
            $numbers[] = $number;
        }
        $scores = [];
        foreach ($numbers as $number) {
            $version = Version::of($number);
            $fit = ($triple->topLeft->light ? -1 : 1) * WarpFitter::timing($plane, WarpFitter::first(null, $triple, $version));
            if ($fit >= self::TIMING) {
                $scores[$number] = $fit - 0.05 * abs($number - $exact);
            }
        }
        if ($triple->modules > 32) {
            $stated = $this->stated($plane, $triple);
            if ($stated !== null && abs($stated - $exact) < 2 + 0.3 * $exact) {
                $scores[$stated] = 2.0;
            }
        }
        arsort($scores);

        return array_map(Version::of(...), array_slice(array_keys($scores), 0, self::VERSIONS));
    }

    /**
     * The bend along either side that the timing pattern there bears out best.
     *
     * @return array{?Version, ?Roll}
     */
    private function rolled(GreyPlane $plane, Triple $triple): array
    {
        $best = self::BENT;
        $found = [null, null];
        foreach ([[false, $triple->across, $triple->down], [true, $triple->down, $triple->across]] as [$down, $bent, $straight]) {
            // The straight side tells the version; the bent one seems to have more modules than that.
            $likely = (int) round(($straight - 10) / 4);
            for ($number = max(1, $likely - 1); $number <= min(Version::MAX, $likely + 1); $number++) {
                $version = Version::of($number);
                foreach ([0.85, 1.0, 1.15] as $share) {
                    $ratio = ($version->modules() - 7) / $bent * $share;
                    if ($ratio > 0.97 || $ratio < 0.3) {
                        continue;
                    }
                    for ($sag = -self::SAG; $sag <= self::SAG; $sag += 0.5) {
                        $roll = Roll::ofRatio($version->modules(), $down, $ratio, $sag);
                        $warp = WarpFitter::first(null, $triple, $version, null, $roll);
                        $fit = ($triple->topLeft->light ? -1 : 1) * WarpFitter::timing($plane, $warp, $down);
                        if ($fit > $best) {
                            [$best, $found] = [$fit, [$version, $roll]];
                        }
                    }
                }
            }
        }

        return $found;
    }

    /** The version that the symbol itself states beside its two outer finder patterns (annex D). */
    private function stated(GreyPlane $plane, Triple $triple): ?int
    {
        foreach ([[$triple->topRight, false], [$triple->bottomLeft, true]] as [$finder, $isBelow]) {
            [$xs, $ys] = [[], []];
            for ($bit = 0; $bit < 18; $bit++) {
                // From the pattern's middle, three and a half modules from the edges.
                [$long, $short] = [$bit % 3 - 7, intdiv($bit, 3) - 3];
                [$xs[], $ys[]] = $isBelow ? $finder->at($short, $long) : $finder->at($long, $short);
            }
            $greys = GreySampler::nearest($plane, $xs, $ys);
            $threshold = $greys === [] ? 0.0 : (min($greys) + max($greys)) / 2;
            $bits = 0;
            foreach ($greys as $bit => $grey) {
                $bits |= (int) (($grey < $threshold) !== $finder->light) << $bit;
            }
            for ($number = 7; $number <= Version::MAX; $number++) {
                if (substr_count(decbin($bits ^ VersionInformation::bits(Version::of($number))), '1') <= 3) {
                    return $number;
                }
            }
        }

        return null;
    }
}
