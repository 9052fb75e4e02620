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

    /** @var array<int, array<int, self>> made already, by digits on a side and blur in fiftieths of a module */
    private static array $made = [];

    /** @var array{float, float, float} weights of a module itself, of the next ones and of those beyond */
    private readonly array $weights;

    /** @var array{left: array<string, array{int, int, list<float>}>, right: array<string, array{int, int, list<float>}>} of each digit and set its second module, its last but one, and the tones of its modules: five in the middle, the first after either module two before it, the last before either module two after it */
    private readonly array $digits;

    /**
     * @param  int  $half  digits on each side: 6, or 4 for EAN-8
     * @param  float  $sigma  modules: standard deviation of the blur
     */
    public static function of(int $half, float $sigma): self
    {
        $step = (int) round(50 * $sigma);

        return self::$made[$half][$step] ??= new self($half, $step / 50);
    }

    private function __construct(private readonly int $half, float $sigma)
    {
        $own = self::within(0.5 / $sigma);
        $next = (self::within(1.5 / $sigma) - $own) / 2;
        $this->weights = [$own, $next, (1 - $own) / 2 - $next];
        [$left, $right] = [[], []];
        for ($digit = 0; $digit < 10; $digit++) {
            foreach ($half === 6 ? ['A', 'B'] : ['A'] as $set) {
                $left[$digit.$set] = $this->tones(Ean::modules($digit, $set));
            }
            $right[$digit.'C'] = $this->tones(strtr(Ean::modules($digit, 'A'), '01', '10'));
        }
        $this->digits = ['left' => $left, 'right' => $right];
    }

    /** @return array{int, int, list<float>} */
    private function tones(string $modules): array
    {
        // On each side what a digit begins with is what its neighbours end with, the other way round.
        [$before, $after] = $modules[0] === '0' ? ['1', '0'] : ['0', '1'];
        $tones = [];
        for ($i = 1; $i < 6; $i++) {
            $tones[] = $this->tone("?$before$modules$after?", $i + 2);
        }
        foreach (['0', '1'] as $previous) {
            $tones[] = $this->tone($previous.$before.$modules.$after.'?', 2);
        }
        foreach (['0', '1'] as $next) {
            $tones[] = $this->tone('?'.$before.$modules.$after.$next, 8);
        }

        return [(int) $modules[1], (int) $modules[5], $tones];
    }

    /** How dark a module is, of 1, with two known on each side. */
    private function tone(string $modules, int $at): float
    {
        [$own, $next, $beyond] = $this->weights;
        $is = static fn (int $place): int => $modules[$place] === '1' ? 1 : 0;

        return $own * $is($at) + $next * ($is($at - 1) + $is($at + 1)) + $beyond * ($is($at - 2) + $is($at + 2));
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
        $cost += $this->known($darkness, 0, '000001010?', $q + 3);
        $cost += $this->known($darkness, $q + 3 + $width, '?1010101?', 5);
        $cost += $this->known($darkness, $q + 8 + 2 * $width, '?010100000', $q + 3);
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
     * @param  int  $at  place of the first of them
     * @param  string  $modules  with two more on each side
     */
    private function known(array $darkness, int $at, string $modules, int $count): float
    {
        $cost = 0.0;
        for ($i = 0; $i < $count; $i++) {
            $left = $darkness[$at + $i] - $this->tone($modules, $i + 2);
            $cost += $left * $left;
        }

        return $cost;
    }

    /**
     * The best digits of one side (Viterbi).
     *
     * @param  list<float>  $darkness
     * @param  'left'|'right'  $side
     * @param  array{int, int}  $before  the two modules before the first digit
     * @param  array{int, int}  $after  the two after the last
     * @return array{list<string>, float} names of the digits, and squares of what they leave
     */
    private function half(array $darkness, int $at, string $side, array $before, array $after): array
    {
        // A state is twice the digit's last module but one, and the second module of the next.
        $costs = [INF, INF, INF, INF];
        $costs[2 * $before[0] + 0] = $costs[2 * $before[0] + 1] = 0.0;
        $paths = [[], [], [], []];
        for ($d = 0; $d < $this->half; $d++, $at += self::DIGIT) {
            [$a, $b, $c, $e, $f] = [$darkness[$at + 1], $darkness[$at + 2], $darkness[$at + 3], $darkness[$at + 4], $darkness[$at + 5]];
            [$first, $last] = [$darkness[$at], $darkness[$at + 6]];
            $now = [INF, INF, INF, INF];
            $from = [[0, ''], [0, ''], [0, ''], [0, '']];
            $isLast = $d === $this->half - 1;
            foreach ($this->digits[$side] as $name => [$second, $ending, $tones]) {
                [$t0, $t1, $t2, $t3, $t4, $f0, $f1, $l0, $l1] = $tones;
                $inner = ($a - $t0) ** 2 + ($b - $t1) ** 2 + ($c - $t2) ** 2 + ($e - $t3) ** 2 + ($f - $t4) ** 2;
                $zero = $costs[$second] + ($first - $f0) ** 2;
                $one = $costs[2 + $second] + ($first - $f1) ** 2;
                $state = $zero < $one ? $second : 2 + $second;
                $inner += $zero < $one ? $zero : $one;
                foreach ([$l0, $l1] as $next => $tone) {
                    if ($isLast && $next !== $after[1]) {
                        continue;
                    }
                    $all = $inner + ($last - $tone) ** 2;
                    if ($all < $now[2 * $ending + $next]) {
                        $now[2 * $ending + $next] = $all;
                        $from[2 * $ending + $next] = [$state, (string) $name];
                    }
                }
            }
            $longer = [];
            foreach ($from as $state => [$previous, $name]) {
                $longer[$state] = [...$paths[$previous], $name];
            }
            [$costs, $paths] = [$now, $longer];
        }
        $best = array_search(min($costs), $costs, true);

        return [$paths[(int) $best], min($costs)];
    }

    /** Share of a normal distribution within so many standard deviations of its mean (Winitzki's approximation of the error function). */
    private static function within(float $deviations): float
    {
        $square = $deviations * $deviations / 2;
        $a = 0.147;

        return sqrt(1 - exp(-$square * (4 / M_PI + $a * $square) / (1 + $a * $square)));
    }
}
