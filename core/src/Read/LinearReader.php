<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/**
 * Linear symbols at any angle: lines are laid across the picture, upright and level ones first, and where one reads
 * something more are laid beside it. Only what several lines agree on is believed.
 */
final class LinearReader
{
    /** Lines across the shorter way of a picture. */
    private const LINES = 84;

    /** Of so many lines every third is laid, and the others where a symbol seems to begin on one beside them. */
    private const MANY = 24;

    private const APART = 3;

    /** The same when a blur is looked through, which takes longer. */
    private const BLURRED_LINES = 14;

    /** Lines laid beside one that read something. */
    private const BESIDE = 12;

    /** Degrees of the lines after the level and upright ones. */
    private const ANGLES = [45.0, 135.0, 22.5, 157.5, 67.5, 112.5];

    /** Between those, for symbols that are long and low. */
    private const BETWEEN = [11.0, 169.0, 79.0, 101.0, 34.0, 146.0, 56.0, 124.0];

    /** Pixels above which all angles are tried at half the size first, and at a quarter. */
    private const MEDIUM = 450_000;

    private const LARGE = 1_600_000;

    private readonly BarLineReader $lines;

    public function __construct()
    {
        $this->lines = new BarLineReader;
    }

    /**
     * Level and upright lines, and such as other symbols in the picture stand along.
     *
     * @param  list<float>  $angles  degrees at which something else stands
     * @param  BarPlaces  $places  where bars may be
     * @return list<LinearReading>
     */
    public function level(Pyramid $pyramid, ReadBudget $budget, array $angles, BarPlaces $places): array
    {
        $size = $pyramid->level(0)->width * $pyramid->level(0)->height;

        return $this->look($pyramid->level($size > self::LARGE ? 1 : 0), $budget, [0.0, 90.0, ...$angles], false, $places);
    }

    /**
     * Level lines alone, for bars that are known to stand upright.
     *
     * @return list<LinearReading>
     */
    public function upright(Pyramid $pyramid): array
    {
        return $this->along($pyramid->level(0), 0.0, BarPlaces::anywhere(), ReadBudget::of(INF));
    }

    /**
     * Lines at these angles, in a picture of moderate size and then in one twice as large.
     *
     * @param  list<float>  $angles  degrees
     * @param  list<float>  $fine  the same for bars of little more than a pixel, which the larger one alone shows
     * @param  BarPlaces  $places  where bars may be
     * @return list<LinearReading>
     */
    public function slanted(Pyramid $pyramid, ReadBudget $budget, array $angles, array $fine, BarPlaces $places): array
    {
        $level = self::coarse($pyramid->level(0)->width * $pyramid->level(0)->height);
        $readings = $level > 0 ? $this->look($pyramid->level($level), $budget, $angles, true, $places) : [];

        return $readings === [] ? $this->look($pyramid->level(max(0, $level - 1)), $budget, [...$angles, ...$fine], true, $places) : $readings;
    }

    /**
     * All angles at full size, whatever the bars seem to say.
     *
     * @return list<LinearReading>
     */
    public function everyAngle(Pyramid $pyramid, ReadBudget $budget): array
    {
        return $this->look($pyramid->level(0), $budget, [...self::ANGLES, ...self::BETWEEN], true, BarPlaces::anywhere());
    }

    /**
     * EAN and UPC-A symbols whose edges a blur has drowned.
     *
     * @param  list<float>  $angles  degrees
     * @param  int  $most  stretches of lines that are tried
     * @param  BarPlaces  $places  where bars may be
     * @return list<LinearReading>
     */
    public function throughBlur(Pyramid $pyramid, ReadBudget $budget, array $angles, int $most, BarPlaces $places): array
    {
        $plane = $pyramid->level(self::coarse($pyramid->level(0)->width * $pyramid->level(0)->height) > 1 ? 1 : 0);
        $reader = new BlurredEanReader($most);
        foreach ($angles as $angle) {
            $field = LineField::of($plane, $angle, $places);
            $step = max(2.0, min($field->across, $field->along) / self::BLURRED_LINES);
            // From the middle outwards: that is where somebody points a camera.
            for ($k = 0, $half = ($field->last - $field->first) / 2; ($k + 1) * $step / 2 < $half && ! $budget->isSpent(); $k++) {
                $at = $field->first + $half + ($k % 2 === 0 ? $k : -$k - 1) * $step / 2;
                $found = $field->crossesBars($at) ? self::blurredLine($reader, $field, $at) : [];
                if ($found === []) {
                    continue;
                }
                $votes = new LineVotes($step);
                $votes->add($found);
                // Lines close by must read the same.
                foreach ([0.25, 0.5, 0.75, -0.25] as $aside) {
                    $votes->add(self::blurredLine($reader, $field, $at + $aside * $step));
                }
                $readings = $votes->areUnanimous() ? $votes->agreed($plane->scale) : [];
                if ($readings !== []) {
                    return $readings;
                }
            }
        }

        return [];
    }

    /** @return list<BarHit> */
    private static function blurredLine(BlurredEanReader $reader, LineField $field, float $at): array
    {
        $line = $field->line($at);
        if ($line === null) {
            return [];
        }
        $greys = $line->greys();
        $hits = [];
        foreach ([false, true] as $backwards) {
            foreach ($reader->read($backwards ? array_reverse($greys) : $greys) as $found) {
                $hits[] = $backwards ? $line->hit($found->text, count($greys) - $found->from, count($greys) - $found->to, true) : $line->hit($found->text, $found->from, $found->to, false);
            }
        }

        return $hits;
    }

    private static function coarse(int $size): int
    {
        return $size > self::LARGE ? 2 : ($size > self::MEDIUM ? 1 : 0);
    }

    /**
     * @param  list<float>  $angles
     * @param  bool  $once  whether the first angle that reads something is enough
     * @return list<LinearReading>
     */
    private function look(GreyPlane $plane, ReadBudget $budget, array $angles, bool $once, BarPlaces $places): array
    {
        $readings = [];
        foreach ($angles as $angle) {
            if ($budget->isSpent(0.95) || ($once && $readings !== [])) {
                break;
            }
            foreach ($this->along($plane, $angle, $places, $budget) as $reading) {
                foreach ($readings as $known) {
                    if ($known->text === $reading->text && $known->symbology === $reading->symbology && $known->overlaps($reading)) {
                        continue 2;
                    }
                }
                $readings[] = $reading;
            }
        }

        return $readings;
    }

    /** @return list<LinearReading> */
    private function along(GreyPlane $plane, float $angle, BarPlaces $places, ReadBudget $budget): array
    {
        $field = LineField::of($plane, $angle, $places);
        $step = max(1.0, min($field->across, $field->along) / self::LINES);
        $lines = [];
        for ($at = $field->first + $step / 2; $at < $field->last; $at += $step) {
            if ($field->crossesBars($at)) {
                $lines[] = $at;
            }
        }
        $votes = new LineVotes($step);
        /** @var array<string, true> $laid */
        $laid = [];
        // Every third line first; beside one on which a symbol seems to begin those between, too.
        $apart = count($lines) < self::MANY ? 1 : self::APART;
        $queue = range(0, max(0, count($lines) - 1), $apart);
        $queued = array_fill_keys($queue, true);
        for ($n = 0; $n < count($queue) && ! $budget->isSpent(); $n++) {
            $i = $queue[$n];
            if (! isset($lines[$i])) {
                continue;
            }
            [$found, $isBegun] = $this->line($field, $lines[$i]);
            for ($k = $i - $apart + 1; $isBegun && $k < $i + $apart; $k++) {
                if (! isset($queued[$k])) {
                    $queued[$k] = true;
                    $queue[] = $k;
                }
            }
            $votes->add($found);
            // Between this line and the next ones.
            for ($k = 1; $found !== [] && $k <= self::BESIDE && $step > 1; $k++) {
                foreach ([-1, 1] as $side) {
                    $beside = round(2 * ($lines[$i] + $side * $k * max(1.0, $step / self::BESIDE)));
                    if (! isset($laid[(string) $beside])) {
                        $laid[(string) $beside] = true;
                        $votes->add($this->line($field, $beside / 2)[0]);
                    }
                }
            }
        }

        return $votes->agreed($plane->scale, (int) ($field->across / 2));
    }

    /** @return array{list<BarHit>, bool} what it reads, and whether a symbol seems to begin on it */
    private function line(LineField $field, float $at): array
    {
        $line = $field->line($at);

        return $line === null ? [[], false] : $this->lines->read($line);
    }
}
