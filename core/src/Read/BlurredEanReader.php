<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Gs1\CheckDigit;
use KeenGlyph\Core\Linear\Ean;

use function array_slice;
use function array_sum;
use function count;
use function max;
use function min;

/**
 * EAN-13, EAN-8 and UPC-A on one line through a blur that has drowned their edges: where a line goes from blank to blank, the
 * place, the size of a module, the slant of the view, the blur and the depth of the tone are moved until the greys of some
 * digits come nearest.
 */
final class BlurredEanReader
{
    /** Root mean square left of a full tone up to which digits are believed; of wrong digits, stripes and print the best leaves 0.074. */
    private const LEFT = 0.065;

    /** Standard deviation of the blur, in modules, beyond which all digits look alike. */
    private const WIDEST = 1.25;

    /** The same at the start, and after the first steps, above which nothing is gained by going on. */
    private const HOPELESS = 0.235;

    private const VAIN = 0.12;

    /** Blank pixels that part one thing on a line from the next. */
    private const BLANKS = [8, 13, 20, 32, 50];

    /** Modules of its quiet zone that a symbol must at least have on both sides; no space in it is wider than four. */
    private const QUIET = 5.0;

    /** Pixels of the shortest symbol that is looked at. */
    private const SHORTEST = 60;

    /** Share of the way from light to dark up to which a pixel is blank. */
    private const BLANK = 0.22;

    /** Difference of greys, of 127, below which there is nothing on a line. */
    private const CONTRAST = 12;

    private int $tried = 0;

    /** @param  int  $most  stretches that are tried in all: each takes some milliseconds */
    public function __construct(private readonly int $most)
    {
    }

    /**
     * @param  list<int>  $greys  along a line
     * @return list<BarStretch>
     */
    public function read(array $greys): array
    {
        $found = [];
        foreach ($this->segments($greys) as [$from, $to]) {
            foreach ([6, 4] as $half) {
                $module = ($to - $from) / EanProfile::modules($half);
                if ($module < 1.2 || ! self::isFramed($greys, $from, $to, $module)) {
                    continue;
                }
                $text = $this->fit($greys, $from, $to, $half);
                if ($text !== null) {
                    $found[] = $text;

                    continue 2;
                }
            }
        }

        return $found;
    }

    /**
     * Stretches between blanks.
     *
     * @param  list<int>  $greys
     * @return list<array{float, float}>
     */
    private function segments(array $greys): array
    {
        $sorted = $greys;
        sort($sorted);
        $count = count($sorted);
        if ($count < self::SHORTEST) {
            return [];
        }
        [$dark, $light] = [$sorted[intdiv($count, 20)], $sorted[intdiv(9 * $count, 10)]];
        if ($light - $dark < self::CONTRAST) {
            return [];
        }
        $edge = $light - self::BLANK * ($light - $dark);
        $segments = [];
        foreach (self::BLANKS as $blank) {
            $start = null;
            $last = 0;
            foreach ($greys as $x => $grey) {
                if ($grey < $edge) {
                    $start ??= $x;
                    $last = $x;
                } elseif ($start !== null && $x - $last >= $blank) {
                    $segments["$start $last"] = [(float) $start, $last + 1.0];
                    $start = null;
                }
            }
        }

        return array_values(array_filter($segments, static fn (array $segment): bool => $segment[1] - $segment[0] >= self::SHORTEST));
    }

    /**
     * Whether it is blank on both sides for as long as it must.
     *
     * @param  list<int>  $greys
     */
    private static function isFramed(array $greys, float $from, float $to, float $module): bool
    {
        $blank = (int) (self::QUIET * $module);

        return $from >= $blank && $to + $blank <= count($greys);
    }

    /** @param  list<int>  $greys */
    private function fit(array $greys, float $from, float $to, int $half): ?BarStretch
    {
        $modules = EanProfile::modules($half);
        $module = ($to - $from) / $modules;
        $blank = max(2, (int) (3 * $module));
        $around = [...array_slice($greys, max(0, (int) $from - $blank), $blank - 1), ...array_slice($greys, (int) $to + 1, $blank - 1)];
        $light = array_sum($around) / max(1, count($around));
        $inside = array_slice($greys, (int) $from, (int) ($to - $from));
        // Nearly half of all modules are dark.
        $depth = ($light - array_sum($inside) / max(1, count($inside))) / 0.49;
        if ($depth < self::CONTRAST) {
            return null;
        }
        // The blur has widened the first and the last bar.
        $place = ['from' => $from + 0.3 * $module, 'to' => $to - 0.3 * $module, 'sigma' => 0.6, 'depth' => $depth, 'bow' => 0.0];
        $best = $this->left($greys, $place, $light, $half);
        if ($best[2] > self::HOPELESS || ++$this->tried > $this->most) {
            return null;
        }
        for ($share = 0.5; $share > 0.05; $share /= 2) {
            if ($share < 0.5 && $best[2] > self::VAIN) {
                return null;
            }
            for ($sweep = 0; $sweep < 2; $sweep++) {
                $before = $best[2];
                foreach ([['from', $share * $module, 0.0], ['to', $share * $module, 0.0], ['sigma', 0.0, 0.35 * $share], ['depth', 0.0, 0.2 * $share], ['bow', 2 * $share * $module, 0.0]] as [$name, $step, $factor]) {
                    foreach ([1, -1] as $sign) {
                        $moved = $place;
                        $moved[$name] += $sign * ($step + $factor * $place[$name]);
                        $now = $this->left($greys, $moved, $light, $half);
                        if ($now[2] < $best[2]) {
                            [$best, $place] = [$now, $moved];
                            break;
                        }
                    }
                }
                if ($best[2] > 0.98 * $before) {
                    break;
                }
            }
        }

        return $best[2] > self::LEFT || $place['sigma'] > self::WIDEST ? null : self::text($best[0], $best[1], $half, $place['from'], $place['to']);
    }

    /**
     * What the nearest digits leave of the greys.
     *
     * @param  list<int>  $greys
     * @param  array{from: float, to: float, sigma: float, depth: float, bow: float}  $place  bow: pixels by which the middle lies aside, where modules are wider on one side than on the other
     * @return array{string, string, float} digits, their sets, and the root mean square
     */
    private function left(array $greys, array $place, float $light, int $half): array
    {
        $modules = EanProfile::modules($half);
        $module = ($place['to'] - $place['from']) / $modules;
        $last = count($greys) - 2;
        $darkness = [];
        for ($i = -3; $i < $modules + 3; $i++) {
            $sum = 0.0;
            foreach ([-0.25, 0.0, 0.25] as $off) {
                $along = $i + 0.5 + $off;
                $x = max(0.0, min((float) $last, $place['from'] + $along * $module + $place['bow'] * 4 * $along * ($modules - $along) / $modules ** 2 - 0.5));
                $k = (int) $x;
                $sum += $greys[$k] + ($x - $k) * ($greys[$k + 1] - $greys[$k]);
            }
            $darkness[] = ($light - $sum / 3) / $place['depth'];
        }

        return EanProfile::of($half, max(0.2, min(1.6, $place['sigma'])))->nearest($darkness);
    }

    /** Null when sets or check digit do not come out */
    private static function text(string $digits, string $sets, int $half, float $from, float $to): ?BarStretch
    {
        $leading = $half === 6 ? array_search(substr($sets, 0, 6), Ean::PARITY, true) : '';
        if ($leading === false || ! CheckDigit::holds($leading.$digits)) {
            return null;
        }

        return new BarStretch(match (true) {
            $half === 4 => new BarText('ean8', $digits, 0, 67),
            $leading === 0 => new BarText('upca', $digits, 0, 95),
            default => new BarText('ean13', $leading.$digits, 0, 95),
        }, $from, $to);
    }
}
