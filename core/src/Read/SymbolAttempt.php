<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\Version;
use KeenGlyph\Core\Symbol\VersionInformation;

/** Three finder patterns to a reading: version, grid, modules, content; the expensive ways only when the cheap ones failed. */
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

    /** What a version loses of its correlation for each version that it lies off the one the straight side tells. */
    private const UNLIKELY = 0.1;

    /** Versions that are tried around a jar. */
    private const ROLLED_VERSIONS = 2;

    /** How much more or less bent than the patterns' sizes tell. */
    private const SHARES = [0.85, 0.93, 1.0, 1.07, 1.15];

    /** Modules that the middle of a bent side may lie off its ends: the grid is moved to half of one by what it shows. */
    private const SAG = 5.0;

    /** Modules a side up to which a blur is seen through: it takes time for each of them. */
    private const BLURRED = 97;

    /** Correlation of the known modules from which a symbol is worth looking through a blur, and one with a guessed pattern the other expensive ways. */
    private const CLEAR = 0.7;

    /** Versions below which three patterns say little about the perspective, and none is tried too. */
    private const FLAT = 4;

    /** Times that the grid is moved to fit what was seen through a blur. */
    private const ROUNDS = 4;

    /** Versions tried for one triplet. */
    private const VERSIONS = 3;

    /**
     * @param  bool  $isBrief  whether what seldom helps is left out: symbols that stand the other way round, and what comes after one look through a blur
     * @param  bool  $isMirrored  whether a brief attempt takes it to be mirrored
     */
    public function __construct(private readonly Pyramid $pyramid, private readonly ReadBudget $budget, private readonly bool $isBrief = false, private readonly bool $isMirrored = false)
    {
    }

    /**
     * @param  bool  $mayBend  whether a grid around a jar is tried when no flat one fits
     * @param  bool  $isDeep  whether the expensive ways to tell dark from light are tried when the cheap ones have failed
     */
    public function read(FinderTriplet $triplet, bool $mayBend = true, bool $isDeep = true): Reading|Failure
    {
        $module = ($triplet->topLeft->module() + $triplet->topRight->module() + $triplet->bottomLeft->module()) / 3;
        $level = max(0, min($this->pyramid->last(), (int) floor(log(max(1.0, min($triplet->topLeft->module(), $triplet->topRight->module(), $triplet->bottomLeft->module()) / self::MODULE), 2))));
        $failure = new Failure(Stage::NoGrid);
        $versions = $this->versions($this->pyramid->level($level), $triplet);
        $seemsBent = abs($triplet->across - $triplet->down) >= self::ROLLED * $triplet->modules;
        if ($versions === [] && (! $mayBend || ! $seemsBent)) {
            return $failure;
        }
        if ($versions !== []) {
            // The timing patterns bear out that there is a symbol, and how large its modules are.
            $failure = new Failure(Stage::NoGrid, $module);
        }
        $window = PixelWindow::around($this->pyramid->level($level), $triplet, $module, $this->budget);
        $modulePx = $module / $window->scale;
        // A flat grid on a bent symbol takes long to fail.
        $flat = array_map(static fn (Version $version): array => [$version, null], $versions);
        // A flat grid on a bent symbol takes long to fail; where nothing flat fits, perhaps it goes around something.
        $rolled = $mayBend ? static fn (self $attempt): array => $attempt->rolled($attempt->pyramid->level($level), $triplet) : static fn (self $attempt): array => [];
        foreach ($this->inTurn($seemsBent ? [$rolled, $flat] : [$flat, $rolled]) as [$version, $cylinder]) {
            if ($this->budget->isSpent()) {
                break;
            }
            [$mapping, $fit] = GridFitter::fit($window, $triplet, $version, $modulePx, $cylinder);
            if ($fit < self::FIT) {
                continue;
            }
            $result = $this->decode($window, $mapping, $version, $triplet, $modulePx, $module, $fit, $isDeep && (! $triplet->isGuessed() || $fit >= self::CLEAR));
            if ($result instanceof Reading) {
                return $result;
            }
            $failure = $failure->furthest($result);
        }

        return $failure;
    }

    private function decode(PixelWindow $window, GridMapping $mapping, Version $version, FinderTriplet $triplet, float $modulePx, float $module, float $fit, bool $isDeep): Reading|Failure
    {
        $failure = new Failure(Stage::NoGrid, $module);
        $soft = GreySampler::sample($window, $mapping);
        $this->budget->insist();
        foreach ($this->decisions($window, $mapping, $soft, $version, $modulePx, $triplet, $isDeep, $fit) as [$map, $decided]) {
            foreach ($this->isBrief ? [$this->isMirrored] : [false, true] as $mirrored) {
                $this->budget->insist();
                $matrix = $mirrored ? $decided->transposed() : $decided;
                try {
                    $symbol = MatrixDecoder::decode($matrix->matrix, $matrix->sureness);

                    return new Reading($symbol, SymbolFrame::of($window, $map, $module), GridGeometry::of($window, $map, $mirrored), $this->pyramid->picture(), $mirrored, $triplet->topLeft->light, $fit);
                } catch (Unreadable $e) {
                    $failure = $failure->furthest(new Failure($e->stage, $module, $e->getMessage()));
                }
            }
        }

        return $failure;
    }

    /**
     * Ways to tell dark from light, the cheapest first: by what is around, what a blur mixed in taken off, the grid moved,
     * and through the blur as the known modules show it.
     *
     * @return iterable<array{GridMapping, DecidedMatrix}>
     */
    private function decisions(PixelWindow $window, GridMapping $mapping, SoftMatrix $soft, Version $version, float $modulePx, FinderTriplet $triplet, bool $isDeep, float $fit): iterable
    {
        yield [$mapping, $soft->decided()];
        if ($this->budget->isSpent()) {
            return;
        }
        yield [$mapping, $soft->sharpened(0.7)->decided()];
        yield [$mapping, $soft->decidedAcrossEdges()];
        if (! $isDeep || $this->budget->isSpent()) {
            return;
        }
        if (! $this->isBrief) {
            $walked = GridWalk::along($window, $mapping);
            yield [$walked, GreySampler::sample($window, $walked)->decided()];
        }
        yield from $this->through($window, $mapping, $version, $modulePx, $fit);
        if ($this->isBrief) {
            return;
        }
        if ($version->number < self::FLAT) {
            $flat = GridFitter::parallel($window, $triplet, $version);
            yield from $this->through($window, $flat, $version, $modulePx, $fit);
        }
        if ($this->budget->isSpent()) {
            return;
        }
        $moved = GridFitter::sharpest($window, $mapping, $soft, $modulePx);
        $again = GreySampler::sample($window, $moved);
        foreach ([0.0, 0.7, 1.5] as $amount) {
            yield [$moved, ($amount > 0 ? $again->sharpened($amount) : $again)->decided()];
        }
        yield from $this->through($window, $moved, $version, $modulePx, $fit);
    }

    /**
     * Through the blur; then the grid moved to where what was found fits better, and again.
     *
     * @return iterable<array{GridMapping, DecidedMatrix}>
     */
    private function through(PixelWindow $window, GridMapping $mapping, Version $version, float $modulePx, float $fit): iterable
    {
        if ($version->modules() > self::BLURRED || $fit < self::CLEAR) {
            return;
        }
        for ($round = 0; $round < self::ROUNDS && ! $this->budget->isSpent(); $round++) {
            $seen = BlurredMatrix::solve(GreySampler::averaged($window, $mapping), $version, LensBlur::on($mapping));
            if ($seen === null) {
                return;
            }
            yield [$mapping, $seen->decided];
            if ($this->isBrief) {
                return;
            }
            $mapping = GridFitter::toGreys($window, $mapping, $seen->predicted, $modulePx);
        }
    }

    /** @return list<Version> the likeliest first */
    private function versions(GreyPlane $plane, FinderTriplet $triplet): array
    {
        $exact = ($triplet->modules - 10) / 4;
        $numbers = [];
        $doubt = max(1, (int) ceil(0.08 * $triplet->modules / 4 + 0.5));
        for ($number = max(1, (int) round($exact) - $doubt); $number <= min(Version::MAX, (int) round($exact) + $doubt); $number++) {
            $numbers[] = $number;
        }
        $scores = [];
        foreach ($numbers as $number) {
            $version = Version::of($number);
            $fit = ($triplet->topLeft->light ? -1 : 1) * GridFitter::timing($plane, GridFitter::first(null, $triplet, $version));
            if ($fit >= self::TIMING) {
                $scores[$number] = $fit - 0.05 * abs($number - $exact);
            }
        }
        if ($triplet->modules > 32) {
            $stated = $this->stated($plane, $triplet);
            if ($stated !== null && abs($stated - $exact) < 2 + 0.3 * $exact) {
                $scores[$stated] = 2.0;
            }
        }
        arsort($scores);

        return array_map(Version::of(...), array_slice(array_keys($scores), 0, self::VERSIONS));
    }

    /**
     * Grids one after the other; those that take long to find only when the ones before have failed.
     *
     * @param  list<list<array{Version, ?CylinderModel}>|callable(self): list<array{Version, ?CylinderModel}>>  $groups
     * @return iterable<array{Version, ?CylinderModel}>
     */
    private function inTurn(array $groups): iterable
    {
        foreach ($groups as $group) {
            yield from is_callable($group) ? $group($this) : $group;
        }
    }

    /**
     * Of each version near what the straight side tells, the bend along either side that the timing pattern there bears out best.
     *
     * @return list<array{Version, CylinderModel}> the likeliest first
     */
    private function rolled(GreyPlane $plane, FinderTriplet $triplet): array
    {
        /** @var array<int, array{float, Version, CylinderModel}> $found */
        $found = [];
        foreach ([[false, $triplet->across, $triplet->down], [true, $triplet->down, $triplet->across]] as [$down, $bent, $straight]) {
            // The straight side tells the version; the bent one seems to have more modules than that.
            $exact = ($straight - 10) / 4;
            for ($number = max(1, (int) round($exact) - 1); $number <= min(Version::MAX, (int) round($exact) + 1); $number++) {
                $version = Version::of($number);
                foreach (self::SHARES as $share) {
                    $this->budget->insist();
                    $ratio = ($version->modules() - 7) / $bent * $share;
                    if ($ratio > 0.97 || $ratio < 0.3) {
                        continue;
                    }
                    for ($sag = -self::SAG; $sag <= self::SAG; $sag++) {
                        $cylinder = CylinderModel::ofRatio($version->modules(), $down, $ratio, $sag);
                        $mapping = GridFitter::first(null, $triplet, $version, null, $cylinder);
                        $fit = ($triplet->topLeft->light ? -1 : 1) * GridFitter::timing($plane, $mapping, $down);
                        if ($fit < self::BENT) {
                            continue;
                        }
                        $likely = $fit - self::UNLIKELY * abs($number - $exact);
                        if ($likely > ($found[$number][0] ?? -INF)) {
                            $found[$number] = [$likely, $version, $cylinder];
                        }
                    }
                }
            }
        }
        usort($found, static fn (array $a, array $b): int => $b[0] <=> $a[0]);

        return array_map(static fn (array $one): array => [$one[1], $one[2]], array_slice($found, 0, $this->isBrief ? 1 : self::ROLLED_VERSIONS));
    }

    /** The version that the symbol itself states beside its two outer finder patterns (annex D). */
    private function stated(GreyPlane $plane, FinderTriplet $triplet): ?int
    {
        foreach ([[$triplet->topRight, false], [$triplet->bottomLeft, true]] as [$finder, $isBelow]) {
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
