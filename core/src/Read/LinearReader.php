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

    /** The same when a blur is looked through, which takes longer. */
    private const BLURRED_LINES = 14;

    /** Lines laid beside one that read something. */
    private const BESIDE = 12;

    /** Lines that must agree, by symbology: fewer where the symbol checks itself better. */
    private const AGREE = ['ean13' => 3, 'upca' => 3, 'code128' => 2, 'itf14' => 3, 'ean8' => 4, 'upce' => 5, 'code39' => 4];

    /** Degrees of the lines after the level and upright ones. */
    private const ANGLES = [45.0, 135.0, 22.5, 157.5, 67.5, 112.5];

    /** Between those, for symbols that are long and low. */
    private const BETWEEN = [11.0, 169.0, 79.0, 101.0, 34.0, 146.0, 56.0, 124.0];

    /** Pixels above which all angles are tried at half the size first, and at a quarter. */
    private const MEDIUM = 450_000;

    private const LARGE = 1_600_000;

    /** @var list<BarDecoder> */
    private readonly array $decoders;

    public function __construct()
    {
        $this->decoders = [new EanDecoder, new Code128Decoder, new ItfDecoder, new Code39Decoder];
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
        return $this->along($pyramid->level(0), 0.0, BarPlaces::anywhere());
    }

    /**
     * Lines at these angles, in a picture of moderate size and then in one twice as large.
     *
     * @param  list<float>  $angles  degrees
     * @param  BarPlaces  $places  where bars may be
     * @return list<LinearReading>
     */
    public function slanted(Pyramid $pyramid, ReadBudget $budget, array $angles, BarPlaces $places): array
    {
        $level = self::coarse($pyramid->level(0)->width * $pyramid->level(0)->height);
        $readings = $this->look($pyramid->level($level), $budget, $angles, true, $places);

        return $readings === [] && $level > 0 ? $this->look($pyramid->level($level - 1), $budget, $angles, true, $places) : $readings;
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
            [$dx, $dy, $first, $last, $across, $along] = self::field($plane, $angle);
            $rows = $places->lines($angle);
            $step = max(2.0, min($across, $along) / self::BLURRED_LINES);
            // From the middle outwards: that is where somebody points a camera.
            for ($k = 0, $half = ($last - $first) / 2; ($k + 1) * $step / 2 < $half && ! $budget->isSpent(); $k++) {
                $at = $first + $half + ($k % 2 === 0 ? $k : -$k - 1) * $step / 2;
                $found = self::crosses($plane, $places, $rows, $at, $dx, $dy) ? self::blurredLine($reader, $plane, $at, $dx, $dy) : [];
                if ($found === []) {
                    continue;
                }
                $votes = [];
                // Lines close by must read the same.
                foreach ([0.0, 0.25, 0.5, 0.75, -0.25] as $aside) {
                    foreach ($aside === 0.0 ? $found : self::blurredLine($reader, $plane, $at + $aside * $step, $dx, $dy) as $hit) {
                        $votes[$hit->key()][] = $hit;
                    }
                }
                if (count($votes) === 1) {
                    $lines = array_values($votes)[0];
                    if (count($lines) >= self::AGREE[$lines[0]->text->symbology] && self::agree($lines, $step)) {
                        return [self::reading($lines, $plane->scale)];
                    }
                }
            }
        }

        return [];
    }

    /** @return list<BarHit> */
    private static function blurredLine(BlurredEanReader $reader, GreyPlane $plane, float $at, float $dx, float $dy): array
    {
        $crossing = self::crossing($plane, $at, $dx, $dy);
        if ($crossing === null) {
            return [];
        }
        [$x, $y, $count] = $crossing;
        $greys = BarLine::greys($plane, $x, $y, $dx, $dy, $count);
        $hits = [];
        foreach ([false, true] as $backwards) {
            foreach ($reader->read($backwards ? array_reverse($greys) : $greys) as [$text, $from, $to]) {
                [$from, $to] = $backwards ? [count($greys) - $from, count($greys) - $to] : [$from, $to];
                $hits[] = new BarHit($text, $at, [$x + $from * $dx, $y + $from * $dy], [$x + $to * $dx, $y + $to * $dy], $backwards);
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
            foreach ($this->along($plane, $angle, $places) as $reading) {
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

    /**
     * Lines at an angle that cover the picture.
     *
     * @return array{float, float, float, float, int, int} a step along them, where the first and the last begin, and the pixels across and along
     */
    private static function field(GreyPlane $plane, float $angle): array
    {
        $radians = deg2rad($angle);
        [$dx, $dy] = [cos($radians), sin($radians)];
        // Whole steps along the axis that the line follows more.
        $scale = 1 / max(abs($dx), abs($dy));
        [$dx, $dy] = [$dx * $scale, $dy * $scale];
        $level = abs($dx) >= abs($dy);
        $across = $level ? $plane->height : $plane->width;
        $along = $level ? $plane->width : $plane->height;
        // Where lines begin on the side of the picture, and as far before it as the slant carries them.
        $slant = ($level ? $dy : $dx) * $along * ($level ? ($dx <=> 0) : ($dy <=> 0));
        $first = min(0.0, -$slant);
        $last = $across + max(0.0, -$slant);

        return [$dx, $dy, $first, $last, $across, $along];
    }

    /** @return list<LinearReading> */
    private function along(GreyPlane $plane, float $angle, BarPlaces $places): array
    {
        [$dx, $dy, $first, $last, $across, $along] = self::field($plane, $angle);
        $step = max(1.0, min($across, $along) / self::LINES);
        $rows = $places->lines($angle);
        $votes = [];
        /** @var array<string, true> $laid */
        $laid = [];
        for ($at = $first + $step / 2; $at < $last; $at += $step) {
            if (! self::crosses($plane, $places, $rows, $at, $dx, $dy)) {
                continue;
            }
            foreach ($this->line($plane, $at, $dx, $dy) as $found) {
                $votes[$found->key()][] = $found;
                for ($k = 1; $k <= self::BESIDE && $step > 1; $k++) {
                    // Between this line and the next ones.
                    foreach ([-1, 1] as $side) {
                        $beside = round(2 * ($at + $side * $k * max(1.0, $step / self::BESIDE)));
                        if (! isset($laid[(string) $beside])) {
                            $laid[(string) $beside] = true;
                            foreach ($this->line($plane, $beside / 2, $dx, $dy) as $more) {
                                $votes[$more->key()][] = $more;
                            }
                        }
                    }
                }
            }
        }
        // One text at a place: the one with most votes, by far.
        uasort($votes, static fn (array $a, array $b): int => count($b) <=> count($a));
        $readings = [];
        foreach ($votes as $lines) {
            if (count($lines) < min(self::AGREE[$lines[0]->text->symbology], max(2, (int) ($across / 2)))) {
                continue;
            }
            if (! self::agree($lines, $step)) {
                continue;
            }
            $reading = self::reading($lines, $plane->scale);
            foreach ($readings as $other) {
                if ($other->overlaps($reading)) {
                    continue 2;
                }
            }
            $readings[] = $reading;
        }

        return $readings;
    }

    /**
     * Whether the lines read one symbol and not scattered bits of a texture: side by side, its ends in a row.
     *
     * @param  non-empty-list<BarHit>  $lines
     */
    private static function agree(array $lines, float $step): bool
    {
        usort($lines, static fn (BarHit $a, BarHit $b): int => $a->at <=> $b->at);
        $long = array_map(static fn (BarHit $hit): float => hypot($hit->to[0] - $hit->from[0], $hit->to[1] - $hit->from[1]), $lines);
        $mean = array_sum($long) / count($long);
        if (max($long) > 1.15 * $mean || min($long) < 0.85 * $mean) {
            return false;
        }
        $together = 0;
        for ($i = 1; $i < count($lines); $i++) {
            $apart = $lines[$i]->at - $lines[$i - 1]->at;
            $shift = hypot($lines[$i]->from[0] - $lines[$i - 1]->from[0], $lines[$i]->from[1] - $lines[$i - 1]->from[1]);
            $together += $apart <= 2.1 * $step && $shift <= max(2.0, 2.5 * $apart) ? 1 : 0;
        }

        return $together >= 0.6 * (count($lines) - 1);
    }

    /**
     * Whether a line crosses a row of bars.
     *
     * @param  ?array<int, true>  $rows  those that it may
     */
    private static function crosses(GreyPlane $plane, BarPlaces $places, ?array $rows, float $at, float $dx, float $dy): bool
    {
        [$x, $y] = self::start($plane, $at, $dx, $dy);

        return $rows === null || isset($rows[$places->row($x * $plane->scale, $y * $plane->scale, $dx, $dy)]);
    }

    /** @return array{float, float} the first pixel of a line, whether it is in the picture or before it */
    private static function start(GreyPlane $plane, float $at, float $dx, float $dy): array
    {
        return abs($dx) >= abs($dy) ? [$dx > 0 ? 0.0 : $plane->width - 1.0, $at] : [$at, $dy > 0 ? 0.0 : $plane->height - 1.0];
    }

    /**
     * Where a line is in the picture.
     *
     * @return ?array{float, float, int} its first pixel, and how many steps it takes; null when these are too few
     */
    private static function crossing(GreyPlane $plane, float $at, float $dx, float $dy): ?array
    {
        $level = abs($dx) >= abs($dy);
        [$x, $y] = self::start($plane, $at, $dx, $dy);
        // Before the line enters the picture and after it leaves there is nothing to see.
        $count = $level ? $plane->width : $plane->height;
        $slope = $level ? $dy : $dx;
        $room = $level ? $plane->height : $plane->width;
        [$enter, $leave] = [0, $count];
        if (abs($slope) > 1e-6) {
            $a = (0 - $at) / $slope;
            $b = ($room - 1 - $at) / $slope;
            $enter = (int) max(0, ceil(min($a, $b)));
            $leave = (int) min($count, floor(max($a, $b)));
        } elseif ($at < 0 || $at >= $room) {
            return null;
        }

        return $leave - $enter < 40 ? null : [$x + $enter * $dx, $y + $enter * $dy, $leave - $enter];
    }

    /** @return list<BarHit> what a line reads, in both directions */
    private function line(GreyPlane $plane, float $at, float $dx, float $dy): array
    {
        $crossing = self::crossing($plane, $at, $dx, $dy);
        if ($crossing === null) {
            return [];
        }
        [$x, $y, $count] = $crossing;
        $edges = BarLine::edges(BarLine::greys($plane, $x, $y, $dx, $dy, $count));
        if (count($edges) < 26) {
            return [];
        }
        $found = [];
        foreach ([false, true] as $backwards) {
            $places = $edges;
            if ($backwards) {
                // Runs in the other order begin with a bar when the last edge leads out of one.
                if (count($edges) % 2 === 1) {
                    array_pop($places);
                }
                $places = array_map(static fn (int $edge): int => -$edge, array_reverse($places));
            }
            foreach ($this->texts($places) as [$text, $from, $to]) {
                $start = abs($from) / BarLine::PARTS;
                $end = abs($to) / BarLine::PARTS;
                $found[] = new BarHit($text, $at, [$x + $start * $dx, $y + $start * $dy], [$x + $end * $dx, $y + $end * $dy], $backwards);
            }
        }

        return $found;
    }

    /**
     * @param  list<int>  $edges
     * @return list<array{BarText, int, int}> text, and where it begins and ends on the line
     */
    private function texts(array $edges): array
    {
        // The margin before the picture is as blank as it needs to be.
        $runs = [PHP_INT_MAX >> 8];
        for ($i = 1, $count = count($edges); $i < $count; $i++) {
            $runs[] = max(1, $edges[$i] - $edges[$i - 1]);
        }
        $found = [];
        $skip = 0;
        for ($i = 1, $count = count($runs); $count - $i > 24; $i += 2) {
            // A symbol begins after blank modules, with a bar of one module or, in Code 128, of two and a space of one.
            $blank = $runs[$i - 1];
            $bar = $runs[$i];
            if ($i < $skip || $blank < 3 * $bar && ($blank < 1.5 * $bar || $bar < 1.2 * $runs[$i + 1])) {
                continue;
            }
            // Nor does one hold a space wider than its margin's least.
            if ($runs[$i + 1] > 4.5 * $bar || $runs[$i + 2] > 5 * $bar || $runs[$i + 3] > 5 * $bar) {
                continue;
            }
            foreach ($this->decoders as $decoder) {
                $text = $decoder->decode($runs, $i);
                if ($text !== null) {
                    $found[] = [$text, $edges[$i - 1], $edges[min(count($edges) - 1, $i - 1 + $text->runs)]];
                    $skip = $i + $text->runs;
                    break;
                }
            }
        }

        return $found;
    }

    /** @param  non-empty-list<BarHit>  $lines */
    private static function reading(array $lines, float $scale): LinearReading
    {
        usort($lines, static fn (BarHit $a, BarHit $b): int => $a->at <=> $b->at);
        $first = $lines[0];
        $last = $lines[count($lines) - 1];
        $box = [$first->from, $first->to, $last->to, $last->from];
        // The first corner is the upper left one as the symbol stands: its bars run down from its first side.
        $along = [$first->to[0] - $first->from[0], $first->to[1] - $first->from[1]];
        $down = [$last->from[0] - $first->from[0], $last->from[1] - $first->from[1]];
        if ($along[0] * $down[1] - $along[1] * $down[0] < 0) {
            $box = [$box[3], $box[2], $box[1], $box[0]];
        }
        $corners = array_map(static fn (array $place): Point => new Point(round($place[0] * $scale, 2), round($place[1] * $scale, 2)), $box);
        $turned = fmod(rad2deg(atan2($along[1], $along[0])) + 360, 360);
        $text = $first->text;

        return new LinearReading($text->symbology, $text->text, $text->gs1, $corners, hypot(...$along) * $scale / $text->modules, (int) round($turned) % 360, count($lines));
    }
}
