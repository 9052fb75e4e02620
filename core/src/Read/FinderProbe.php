<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function abs;
use function atan2;
use function cos;
use function max;
use function min;
use function sin;
use function sqrt;

/**
 * Looks from a place into sixteen directions: in a finder pattern the three edges lie at 1.5, 2.5 and 3.5 modules in
 * each of them, however the pattern is turned or tilted. From their distances comes the parallelogram it appears as.
 */
final class FinderProbe
{
    private const DIRECTIONS = 16;

    /** Looks across and down before it is looked around. */
    private const ROUNDS = 4;

    /** Modules by which a shape that was found at first may be wronger than one that was looked at twice. */
    private const ABOUT = 12;

    /** Bits behind the point in places between pixels, which are counted in whole numbers. */
    private const POINT = 20;

    /** Second moment of a square of side 7 about its middle, in square modules. */
    private const MOMENT = 49 / 12;

    /** @var ?list<array{float, float}> */
    private static ?array $ways = null;

    /**
     * Closes in on the middle of the core that a row has met.
     *
     * @param  int  $long  length of the five runs that were met, pixels
     * @param  bool  $light  whether the pattern is light on dark
     * @param  CoreRule  $rule  how the rings around must be
     * @return ?array{float, float, float} the middle and the pixels a module; null where there is no core between rings
     */
    public static function middle(BitPlane $plane, int $x, int $y, int $long, bool $light, CoreRule $rule): ?array
    {
        $own = $light ? "\0" : "\1";
        // Of a slanted pattern the middle of a row lies off the middle, so it is closed in on.
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $down = self::core($plane, $x, $y, 0, 1, $own, 2 * $long, $rule);
            if ($down === null) {
                return null;
            }
            $along = self::core($plane, $x, (int) $down[0], 1, 0, $own, 2 * $long, $rule);
            if ($along === null || $along[1] > 8 * $down[1] + 2 || $down[1] > 8 * $along[1] + 2) {
                return null;
            }
            if (abs($along[0] - $x) < 1.5 && abs($down[0] - $y) < 1.5) {
                break;
            }
            [$x, $y] = [(int) $along[0], (int) $down[0]];
        }

        return $rule->sides > $along[2] + $down[2] ? null : [$along[0], $down[0], ($along[1] + $down[1]) / 6];
    }

    /**
     * The pattern around a middle.
     *
     * @param  float  $x  pixels
     * @param  float  $module  pixels a module, about
     * @param  CoreRule  $rule  how whole it must be
     * @return ?Finder null when there is none
     */
    public static function around(BitPlane $plane, float $x, float $y, float $module, bool $light, CoreRule $rule): ?Finder
    {
        $own = $light ? "\0" : "\1";
        $found = self::inWays($plane, $x, $y, $module, $own, $light, self::$ways ??= self::ways(), $rule);
        if ($found === null || self::clear($plane, $found, $own, $rule, self::ABOUT) === null) {
            return null;
        }
        // The second time evenly around the shape that was found: a tilted one has narrow corners that the first may miss.
        $again = self::inWays($plane, $found->x, $found->y, max(hypot($found->ux, $found->uy), hypot($found->vx, $found->vy)), $own, $light, self::along($found), $rule) ?? $found;
        $clear = self::clear($plane, $again, $own, $rule, 0);

        return $clear === null ? null : new Finder($again->x, $again->y, $again->ux, $again->uy, $again->vx, $again->vy, $light, $clear);
    }

    /**
     * Share of the pattern's 49 modules and of the ring around it that have the tone they should.
     *
     * @param  int  $short  by how many modules it may fall short of the rule
     * @return ?float null below what a damaged one has
     */
    private static function clear(BitPlane $plane, Finder $finder, string $own, CoreRule $rule, int $short): ?float
    {
        $right = 0;
        $ring = 0;
        $bits = $plane->bits;
        [$width, $height] = [$plane->width, $plane->height];
        $one = 1 << self::POINT;
        [$ux, $uy] = [(int) ($finder->ux * $one), (int) ($finder->uy * $one)];
        for ($v = -4; $v <= 4; $v++) {
            $x = (int) (($finder->x - 4 * $finder->ux + $v * $finder->vx) * $one);
            $y = (int) (($finder->y - 4 * $finder->uy + $v * $finder->vy) * $one);
            for ($u = -4; $u <= 4; $u++, $x += $ux, $y += $uy) {
                [$px, $py] = [$x >> self::POINT, $y >> self::POINT];
                $isOwn = $px >= 0 && $py >= 0 && $px < $width && $py < $height && $bits[$py * $width + $px] === $own;
                if ($u === 4 || $u === -4 || $v === 4 || $v === -4) {
                    $ring += $isOwn ? 0 : 1;
                } elseif ($isOwn === (max($u, -$u, $v, -$v) !== 2)) {
                    $right++;
                }
            }
        }

        return $right < $rule->right - $short || $ring < $rule->ring - $short ? null : ($right + $ring / 4) / 57;
    }

    /**
     * The run of the pattern's own tone through a place, when the two runs on each side of it are a pattern's.
     *
     * @param  int  $most  pixels that it may be long
     * @return ?array{float, int, int} its middle, its length, and on how many of both sides the runs are a pattern's
     */
    private static function core(BitPlane $plane, int $x, int $y, int $dx, int $dy, string $own, int $most, CoreRule $rule): ?array
    {
        $bits = $plane->bits;
        $step = $dx + $dy * $plane->width;
        $at = $y * $plane->width + $x;
        if (($bits[$at] ?? '') !== $own) {
            return null;
        }
        $place = $dx === 1 ? $x : $y;
        $room = ($dx === 1 ? $plane->width : $plane->height) - 1 - $place;
        $ahead = 0;
        for ($i = $at + $step, $end = min($most, $room); $ahead < $end && $bits[$i] === $own; $i += $step) {
            $ahead++;
        }
        $back = 0;
        for ($j = $at - $step, $end = min($most, $place); $back < $end && $bits[$j] === $own; $j -= $step) {
            $back++;
        }
        $long = $ahead + $back + 1;
        if ($long > $most) {
            return null;
        }
        $module = $long / 3;
        $slack = max($rule->share * $module, $rule->pixels);
        $right = 0;
        foreach ([[$i, $step, $room - $ahead], [$j, -$step, $place - $back]] as [$from, $stride, $left]) {
            $light = 0;
            for ($end = min($left, $long); $light < $end && $bits[$from] !== $own; $from += $stride) {
                $light++;
            }
            $ring = 0;
            for ($end = min($left - $light, $long); $ring < $end && $bits[$from] === $own; $from += $stride) {
                $ring++;
            }
            // A third of the core each, give or take a pixel or a half; damage or print may have run into the outer one.
            if (abs($light - $module) <= $slack && $ring >= $module - $slack && $ring <= 2 * $module + $slack) {
                $right++;
            }
        }

        return $right === 0 ? null : [$place + ($ahead - $back + 1) / 2, $long, $right];
    }

    /** @param  list<array{float, float}>  $ways  directions, in order around the place */
    private static function inWays(BitPlane $plane, float $cx, float $cy, float $module, string $own, bool $light, array $ways, CoreRule $rule): ?Finder
    {
        $bits = $plane->bits;
        $width = $plane->width;
        $height = $plane->height;
        $step = max(0.5, $module / 8, min(1.0, $module / 4));
        // A tilted pattern is longer one way, and a corner is farther than a side.
        $far = max(8.0, $module * 3.5 * 3);
        $reach = [];
        $inner = 0;
        $outer = 0;
        // Places are counted in whole numbers: turning one into a whole number is as dear as all else in the loop.
        $from = [(int) ($cx * (1 << self::POINT)), (int) ($cy * (1 << self::POINT))];
        $last = (int) ($far / $step);
        $isInside = $cx >= $far + 1 && $cy >= $far + 1 && $cx + $far + 1 < $width && $cy + $far + 1 < $height;
        foreach ($ways as $k => [$dx, $dy]) {
            $edges = [0.0, 0.0, 0.0];
            /** @var int<0, 3> $edge */
            $edge = 0;
            $tone = $own;
            [$x, $y] = $from;
            $right = (int) ($dx * $step * (1 << self::POINT));
            $down = (int) ($dy * $step * (1 << self::POINT));
            for ($n = 0; $n <= $last; $n++, $x += $right, $y += $down) {
                $px = $x >> self::POINT;
                $py = $y >> self::POINT;
                if (! $isInside && ($px < 0 || $py < 0 || $px >= $width || $py >= $height)) {
                    if ($edge === 2) {
                        $edges[2] = $n * $step;
                        $edge = 3;
                    }
                    break;
                }
                $bit = $bits[$py * $width + $px];
                if ($bit !== $tone) {
                    $edges[$edge] = ($n - 0.5) * $step;
                    if (++$edge === 3) {
                        break;
                    }
                    $tone = $bit;
                }
            }
            $reach[$k] = 0.0;
            if ($edge < 2) {
                if ($k - $inner >= self::DIRECTIONS - $rule->inner) {
                    return null;
                }

                continue;
            }
            [$first, $second, $third] = $edges;
            $unit = ($first + $second) / 4;
            $slack = max(0.5 * $unit, 0.7);
            if (abs($first - 1.5 * $unit) > $slack || abs($second - 2.5 * $unit) > $slack) {
                if ($k - $inner >= self::DIRECTIONS - $rule->inner) {
                    return null;
                }

                continue;
            }
            $inner++;
            if ($edge === 3 && abs($third - 3.5 * ($first + $second + $third) / 7.5) <= $slack) {
                $outer++;
                $reach[$k] = ($first + $second + $third) / 7.5;
            } else {
                $reach[$k] = $unit;
                if ($k - $outer >= self::DIRECTIONS - $rule->outer) {
                    return null;
                }
            }
        }
        if ($inner < $rule->inner || $outer < $rule->outer) {
            return null;
        }

        return self::parallelogram($cx, $cy, self::filled($reach), $ways, $light, ($inner + $outer) / (2 * self::DIRECTIONS));
    }

    /**
     * Directions that failed take what the opposite one has, or else the mean.
     *
     * @param  array<int, float>  $reach
     * @return array<int, float>
     */
    private static function filled(array $reach): array
    {
        $known = array_filter($reach);
        $mean = array_sum($known) / count($known);
        foreach ($reach as $k => $value) {
            if ($value === 0.0) {
                $reach[$k] = $known[($k + 8) % self::DIRECTIONS] ?? $mean;
            }
        }

        return $reach;
    }

    /**
     * The parallelogram whose sides lie at these distances: its second moments give stretch and slant, and in the
     * space where these are undone the corners, farther out, give the turn.
     *
     * @param  array<int, float>  $reach  half a module's side in each direction
     * @param  list<array{float, float}>  $ways
     */
    private static function parallelogram(float $cx, float $cy, array $reach, array $ways, bool $light, float $clear): ?Finder
    {
        [$area, $xx, $xy, $yy] = [0.0, 0.0, 0.0, 0.0];
        foreach ($ways as $k => [$dx, $dy]) {
            $next = ($k + 1) % self::DIRECTIONS;
            [$ax, $ay] = [3.5 * $reach[$k] * $dx, 3.5 * $reach[$k] * $dy];
            [$bx, $by] = [3.5 * $reach[$next] * $ways[$next][0], 3.5 * $reach[$next] * $ways[$next][1]];
            $cross = $ax * $by - $ay * $bx;
            $area += $cross / 2;
            $xx += $cross * ($ax * $ax + $ax * $bx + $bx * $bx) / 12;
            $yy += $cross * ($ay * $ay + $ay * $by + $by * $by) / 12;
            $xy += $cross * ($ax * $by + 2 * $ax * $ay + 2 * $bx * $by + $bx * $ay) / 24;
        }
        if ($area <= 0.0) {
            return null;
        }
        $scale = $area * self::MOMENT;
        [$xx, $xy, $yy] = [$xx / $scale, $xy / $scale, $yy / $scale];
        $determinant = $xx * $yy - $xy * $xy;
        if ($determinant <= 1e-9) {
            return null;
        }
        // The symmetric root of the moments takes the square to the parallelogram, but for a turn.
        $root = sqrt($determinant);
        $trace = sqrt($xx + $yy + 2 * $root);
        [$a, $b, $d] = [($xx + $root) / $trace, $xy / $trace, ($yy + $root) / $trace];
        [$cosine, $sine] = [0.0, 0.0];
        $squares = [];
        foreach ($ways as $k => [$dx, $dy]) {
            $qx = ($d * $dx - $b * $dy) / $root * $reach[$k];
            $qy = ($a * $dy - $b * $dx) / $root * $reach[$k];
            $squares[] = [$qx, $qy];
            $length = $qx * $qx + $qy * $qy;
            $angle = 4 * atan2($qy, $qx);
            $cosine += $length * cos($angle);
            $sine += $length * sin($angle);
        }
        $turn = atan2($sine, $cosine) / 4 + M_PI / 4;
        [$cosine, $sine] = [cos($turn), sin($turn)];
        // Distances to the four sides, from directions that meet them well within: they set the scale and the middle.
        $sides = [[0.0, 0], [0.0, 0], [0.0, 0], [0.0, 0]];
        foreach ($squares as [$qx, $qy]) {
            $u = $qx * $cosine + $qy * $sine;
            $v = $qy * $cosine - $qx * $sine;
            $across = abs($u) > abs($v);
            if (min(abs($u), abs($v)) < 0.8 * max(abs($u), abs($v))) {
                $side = $across ? ($u > 0 ? 0 : 1) : ($v > 0 ? 2 : 3);
                $sides[$side][0] += $across ? abs($u) : abs($v);
                $sides[$side][1]++;
            }
        }
        $distances = [];
        foreach ($sides as [$sum, $count]) {
            if ($count === 0) {
                return null;
            }
            $distances[] = $sum / $count;
        }
        $u = ($distances[0] + $distances[1]) / 2;
        $v = ($distances[2] + $distances[3]) / 2;
        // A middle that is off by one moves the three edges, 7.5 modules in all, by three.
        $off = [($distances[0] - $distances[1]) * 1.25, ($distances[2] - $distances[3]) * 1.25];
        $side = [$a * $cosine + $b * $sine, $b * $cosine + $d * $sine];
        $other = [$b * $cosine - $a * $sine, $d * $cosine - $b * $sine];

        return new Finder(
            $cx + $off[0] * $side[0] + $off[1] * $other[0],
            $cy + $off[0] * $side[1] + $off[1] * $other[1],
            $u * $side[0],
            $u * $side[1],
            $v * $other[0],
            $v * $other[1],
            $light,
            $clear,
        );
    }

    /** @return list<array{float, float}> directions that are even in the pattern's own modules */
    private static function along(Finder $finder): array
    {
        $turned = $finder->ux * $finder->vy - $finder->uy * $finder->vx < 0;
        $ways = [];
        foreach (self::$ways ?? [] as [$u, $v]) {
            [$x, $y] = [$u * $finder->ux + ($turned ? -$v : $v) * $finder->vx, $u * $finder->uy + ($turned ? -$v : $v) * $finder->vy];
            $length = hypot($x, $y);
            $ways[] = [$x / $length, $y / $length];
        }

        return $ways;
    }

    /** @return list<array{float, float}> */
    private static function ways(): array
    {
        $ways = [];
        for ($k = 0; $k < self::DIRECTIONS; $k++) {
            $angle = 2 * M_PI * ($k + 0.5) / self::DIRECTIONS;
            $ways[] = [cos($angle), sin($angle)];
        }

        return $ways;
    }
}
