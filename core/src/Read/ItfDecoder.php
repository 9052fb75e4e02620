<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Gs1\CheckDigit;
use KeenGlyph\Core\Linear\Itf14;

/** ITF-14: interleaved 2 of 5 with exactly fourteen digits, ISO/IEC 16390. */
final class ItfDecoder implements BarDecoder
{
    private const RUNS = 4 + 10 * 7 + 3;

    public function decode(array $runs, int $at): BarText|false|null
    {
        if (! isset($runs[$at + self::RUNS - 1])) {
            return null;
        }
        $narrow = ($runs[$at] + $runs[$at + 1] + $runs[$at + 2] + $runs[$at + 3]) / 4;
        if ($runs[$at - 1] < BarWidths::QUIET * $narrow || BarWidths::elements($runs, $at, 4, $narrow) !== 'nnnn' || BarWidths::elements($runs, $at + 74, 3, $narrow) !== 'wnn') {
            return null;
        }
        $digits = '';
        for ($pair = 0; $pair < 7; $pair++) {
            $elements = BarWidths::elements($runs, $at + 4 + 10 * $pair, 10, $narrow);
            foreach ([0, 1] as $offset) {
                $own = '';
                for ($i = $offset; $i < 10; $i += 2) {
                    $own .= $elements[$i];
                }
                $digit = array_search($own, Itf14::DIGITS, true);
                if ($digit === false) {
                    return $pair === 0 ? null : false;
                }
                $digits .= $digit;
            }
        }

        return CheckDigit::holds($digits) ? new BarText('itf14', $digits, self::RUNS, 135) : false;
    }
}
