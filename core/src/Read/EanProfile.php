<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Linear\Ean;

use function sqrt;

/**
 * The greys that EAN and UPC-A symbols give through a blur, module by module, and the digits whose greys come nearest to those
 * on a line. A module takes part of its two neighbours' tones on each side; left digits begin light and end dark and right
 * ones the other way round, so that of a neighbouring digit only one module is not known beforehand.
 */
final class EanProfile
{
    /** Modules of a digit. */
    private const DIGIT = 7;

    /** Modules of the quiet zones that are compared, too. */
    private const QUIET = 3;

    /** @var array{left: array<string, string>, right: array<string, string>} modules by digit and number set */
    private readonly array $digits;

    /** @var array{float, float, float} weights of a module itself, of the next ones and of those beyond */
    private readonly array $weights;

    /**
     * @param  int  $half  digits on each side: 6, or 4 for EAN-8
     * @param  float  $sigma  modules: standard deviation of the blur
     */
    public function __construct(private readonly int $half, float $sigma)
    {
        [$left, $right] = [[], []];
        for ($digit = 0; $digit < 10; $digit++) {
            foreach ($half === 6 ? ['A', 'B'] : ['A'] as $set) {
                $left[$digit.$set] = Ean::modules($digit, $set);
            }
            $right[$digit.'C'] = strtr(Ean::modules($digit, 'A'), '01', '10');
        }
        $this->digits = ['left' => $left, 'right' => $right];
        $own = self::within(0.5 / $sigma);
        $next = (self::within(1.5 / $sigma) - $own) / 2;
        $this->weights = [$own, $next, (1 - $own) / 2 - $next];
    }

    /** Modules from the first bar to the last. */
    public static function modules(int $half): int
    {
        return 11 + 2 * self::DIGIT * $half;
    }

    /**
     * The digits that come nearest, with the set of each.
     *
     * @param  list<float>  $darkness  of every module with QUIET ones on each side, 0 light to 1 dark
     * @return array{string, string, float} digits, sets, and the root mean square of what is left
     */
    public function nearest(array $darkness): array
    {
        $q = self::QUIET;
        $width = self::DIGIT * $this->half;
        [$left, $leftCost] = $this->half($darkness, $q + 3, 'left', [0, 1], [0, 1]);
        [$right, $rightCost] = $this->half($darkness, $q + 8 + $width, 'right', [1, 0], [1, 0]);
        $cost = $leftCost + $rightCost;
        // Guards and quiet zones, with the first module of what follows them, which is known.
        $cost += $this->known($darkness, 0, '0000010100', 2, $q + 3);
        $cost += $this->known($darkness, $q + 3 + $width - 2, '1101010100', 2, 5);
        $cost += $this->known($darkness, $q + 8 + 2 * $width - 2, '0010100000', 2, $q + 3);
        [$digits, $sets] = ['', ''];
        foreach ([...$left, ...$right] as $name) {
            $digits .= $name[0];
            $sets .= $name[1];
        }

        return [$digits, $sets, sqrt($cost / (self::modules($this->half) + 2 * $q))];
    }

    /**
     * Squares of what known modules leave.
     *
     * @param  list<float>  $darkness
     * @param  string  $modules  with two more on each side
     * @param  int  $skip  those at the beginning that are not compared
     */
    private function known(array $darkness, int $at, string $modules, int $skip, int $count): float
    {
        [$own, $next, $beyond] = $this->weights;
        $cost = 0.0;
        for ($i = 0; $i < $count; $i++) {
            $k = $i + $skip;
            $tone = $own * (int) ($modules[$k] ?? 0) + $next * ((int) ($modules[$k - 1] ?? 0) + (int) ($modules[$k + 1] ?? 0)) + $beyond * ((int) ($modules[$k - 2] ?? 0) + (int) ($modules[$k + 2] ?? 0));
            $left = $darkness[$at === 0 ? $i : $at + $k] - $tone;
            $cost += $left * $left;
        }

        return $cost;
    }

    /**
     * The best digits of one side (Viterbi): a state is a digit's last module but one, and the second module of the next.
     *
     * @param  list<float>  $darkness
     * @param  'left'|'right'  $side
     * @param  array{int, int}  $before  the two modules before the first digit
     * @param  array{int, int}  $after  the two after the last
     * @return array{list<string>, float} names of the digits, and squares of what they leave
     */
    private function half(array $darkness, int $at, string $side, array $before, array $after): array
    {
        // State by (last module but one of the digit, second module of the next).
        $best = [[[INF, []], [INF, []]], [[INF, []], [INF, []]]];
        $first = true;
        [$end, $start] = $side === 'left' ? [1, 0] : [0, 1];
        for ($d = 0; $d < $this->half; $d++, $at += self::DIGIT) {
            $now = [[[INF, []], [INF, []]], [[INF, []], [INF, []]]];
            foreach ($this->digits[$side] as $name => $modules) {
                $second = (int) $modules[1];
                $last = (int) $modules[5];
                $own = $this->own($darkness, $at, $modules);
                foreach ([0, 1] as $previous) {
                    [$cost, $path] = $first ? [$previous === $before[0] ? 0.0 : INF, []] : $best[$previous][$second];
                    if ($cost === INF) {
                        continue;
                    }
                    foreach ([0, 1] as $next) {
                        if ($d === $this->half - 1 && $next !== $after[1]) {
                            continue;
                        }
                        $all = $cost + $own + $this->edges($darkness, $at, $modules, $end, $previous, $start, $next);
                        if ($all < $now[$last][$next][0]) {
                            $now[$last][$next] = [$all, [...$path, (string) $name]];
                        }
                    }
                }
            }
            $best = $now;
            $first = false;
        }
        $found = [INF, []];
        foreach ($best as $row) {
            foreach ($row as $state) {
                $found = $state[0] < $found[0] ? $state : $found;
            }
        }

        return [$found[1], $found[0]];
    }

    /**
     * Squares of what the five inner modules leave, which the neighbours' unknown ones do not reach.
     *
     * @param  list<float>  $darkness
     */
    private function own(array $darkness, int $at, string $modules): float
    {
        [$own, $next, $beyond] = $this->weights;
        // The last module of the digit before is dark on the left side and light on the right, where this one begins light or dark.
        $before = $modules[0] === '0' ? 1 : 0;
        $after = $modules[6] === '1' ? 0 : 1;
        $cost = 0.0;
        for ($i = 1; $i < 6; $i++) {
            $tone = $own * (int) $modules[$i] + $next * ((int) $modules[$i - 1] + (int) $modules[$i + 1])
                + $beyond * (($i === 1 ? $before : (int) $modules[$i - 2]) + ($i === 5 ? $after : (int) $modules[$i + 2]));
            $left = $darkness[$at + $i] - $tone;
            $cost += $left * $left;
        }

        return $cost;
    }

    /**
     * Squares of what the first and the last module leave.
     *
     * @param  list<float>  $darkness
     */
    private function edges(array $darkness, int $at, string $modules, int $end, int $previous, int $start, int $next): float
    {
        [$own, $beside, $beyond] = $this->weights;
        $first = $darkness[$at] - $own * (int) $modules[0] - $beside * ($end + (int) $modules[1]) - $beyond * ($previous + (int) $modules[2]);
        $last = $darkness[$at + 6] - $own * (int) $modules[6] - $beside * ((int) $modules[5] + $start) - $beyond * ((int) $modules[4] + $next);

        return $first * $first + $last * $last;
    }

    /** Share of a normal distribution within so many standard deviations of its mean (Winitzki's approximation of the error function). */
    private static function within(float $deviations): float
    {
        $square = $deviations * $deviations / 2;
        $a = 0.147;

        return sqrt(1 - exp(-$square * (4 / M_PI + $a * $square) / (1 + $a * $square)));
    }
}
