<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Gs1\CheckDigit;
use KeenGlyph\Core\Linear\Ean;
use KeenGlyph\Core\Linear\UpcE;

/** EAN-13, EAN-8, UPC-A and UPC-E: ISO/IEC 15420. */
final class EanDecoder implements BarDecoder
{
    /**
     * Blank modules that must follow UPC-E (ISO/IEC 15420 asks for 7). Its bars are also how a damaged EAN-13 may begin,
     * where no run is wider than 4.
     */
    private const QUIET_AFTER_UPC_E = 5;

    /** @var ?array<int, string> digit and number set by the widths of four runs, of left halves */
    private static ?array $left = null;

    public function decode(array $runs, int $at): BarText|false|null
    {
        if (! isset($runs[$at + 2])) {
            return null;
        }
        [$first, $second, $third] = [$runs[$at], $runs[$at + 1], $runs[$at + 2]];
        $module = ($first + $second + $third) / 3;
        if ($runs[$at - 1] < BarWidths::QUIET * $module || max($first, $second, $third) > 1.6 * $module || min($first, $second, $third) < 0.5 * $module) {
            return null;
        }
        // All three kinds go on with digits of either number set.
        [$digits, $sets] = self::digits($runs, $at + 3, 6);

        $begun = null;
        foreach ([6, 4] as $half) {
            $text = strlen($digits) < $half ? null : self::ean($runs, $at, substr($digits, 0, $half), substr($sets, 0, $half));
            if ($text instanceof BarText) {
                return $text;
            }
            $begun ??= $text;
        }

        return (strlen($digits) < 6 ? null : self::upcE($runs, $at, $digits, $sets)) ?? $begun;
    }

    /**
     * @param  list<int>  $runs
     * @param  string  $left  digits of the left half
     * @param  string  $sets  the number set of each
     * @return BarText|false|null false where no more than the left half is one
     */
    private static function ean(array $runs, int $at, string $left, string $sets): BarText|false|null
    {
        $half = strlen($left);
        $centre = $at + 3 + 4 * $half;
        if (BarWidths::digits($runs, $centre, 5, 5) !== 11111) {
            return null;
        }
        // The right half has the widths of set A, colours exchanged.
        [$right, $rightSets] = self::digits($runs, $centre + 5, $half);
        $end = $centre + 5 + 4 * $half;
        if (strlen($right) < $half || trim($rightSets, 'A') !== '' || BarWidths::digits($runs, $end, 3, 3) !== 111) {
            return false;
        }
        if (! BarWidths::areEven($runs, $at + 3, $half, 4) || ! BarWidths::areEven($runs, $centre + 5, $half, 4) || ! self::isBlank($runs, $at, $end + 3, $half === 6 ? 95 : 67)) {
            return false;
        }
        $leading = $half === 6 ? array_search($sets, Ean::PARITY, true) : ($sets === 'AAAA' ? '' : false);
        if ($leading === false || ! CheckDigit::holds($leading.$left.$right)) {
            return false;
        }
        $text = $leading.$left.$right;
        $count = $end + 3 - $at;

        return match (true) {
            $half === 4 => new BarText('ean8', $text, $count, 67),
            $leading === 0 => new BarText('upca', substr($text, 1), $count, 95),
            default => new BarText('ean13', $text, $count, 95),
        };
    }

    /**
     * @param  list<int>  $runs
     * @param  string  $sets  the number set of each digit
     */
    private static function upcE(array $runs, int $at, string $digits, string $sets): ?BarText
    {
        if (BarWidths::digits($runs, $at + 27, 6, 6) !== 111111 || ! BarWidths::areEven($runs, $at + 3, 6, 4) || ! self::isBlank($runs, $at, $at + 33, 51, self::QUIET_AFTER_UPC_E)) {
            return null;
        }
        foreach (UpcE::PARITY as $check => $parity) {
            $system = $sets === $parity ? '0' : ($sets === strtr($parity, 'AB', 'BA') ? '1' : null);
            if ($system !== null && UpcE::lengthened($system.$digits)[11] === (string) $check) {
                return new BarText('upce', $system.$digits.$check, 33, 51);
            }
        }

        return null;
    }

    /**
     * Whether a margin follows, and the guards are as wide as the digits make a module.
     *
     * @param  list<int>  $runs
     */
    private static function isBlank(array $runs, int $at, int $end, int $modules, float $quiet = BarWidths::QUIET): bool
    {
        $module = array_sum(array_slice($runs, $at, $end - $at)) / $modules;
        $guard = array_sum(array_slice($runs, $at, 3)) / 3;

        return ($runs[$end] ?? PHP_INT_MAX) >= $quiet * $module && $guard > 0.7 * $module && $guard < 1.4 * $module;
    }

    /**
     * @param  list<int>  $runs
     * @param  int  $most  digits there may be
     * @return array{string, string} as many digits as follow, and the number set of each
     */
    private static function digits(array $runs, int $at, int $most): array
    {
        $table = self::$left ??= self::left();
        $digits = '';
        $sets = '';
        for ($i = 0; $i < $most; $i++) {
            $found = $table[BarWidths::digits($runs, $at + 4 * $i, 4, 7) ?? 0] ?? null;
            if ($found === null) {
                break;
            }
            $digits .= $found[0];
            $sets .= $found[1];
        }

        return [$digits, $sets];
    }

    /** @return array<int, string> */
    private static function left(): array
    {
        $table = [];
        foreach (['A', 'B'] as $set) {
            for ($digit = 0; $digit < 10; $digit++) {
                preg_match_all('/0+|1+/', Ean::modules($digit, $set), $match);
                $table[(int) implode('', array_map(strlen(...), $match[0]))] = $digit.$set;
            }
        }

        return $table;
    }
}
