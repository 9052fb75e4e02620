<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Linear\Code39;

/** Code 39: ISO/IEC 16388. Without a check character every element has to be clear. */
final class Code39Decoder implements BarDecoder
{
    private const STOP = 43;

    private const MAX = 90;

    /** Characters after which a symbol seems to have begun. */
    private const BEGUN = 2;

    /** @var ?array<string, int> */
    private static ?array $values = null;

    public function decode(array $runs, int $at): BarText|false|null
    {
        // The start character is narrow, wide, two narrow, wide, narrow, wide and two narrow.
        if (! isset($runs[$at + 8]) || $runs[$at + 1] <= $runs[$at] || $runs[$at + 1] <= $runs[$at + 2] || $runs[$at + 4] <= $runs[$at + 3] || $runs[$at + 4] <= $runs[$at + 5] || $runs[$at + 6] <= $runs[$at + 5] || $runs[$at + 6] <= $runs[$at + 7]) {
            return null;
        }
        $narrow = ($runs[$at] + $runs[$at + 2] + $runs[$at + 3] + $runs[$at + 5] + $runs[$at + 7] + $runs[$at + 8]) / 6;
        if ($runs[$at - 1] < BarWidths::QUIET * $narrow || max($runs[$at], $runs[$at + 2], $runs[$at + 3], $runs[$at + 5], $runs[$at + 7], $runs[$at + 8]) > 1.6 * $narrow) {
            return null;
        }
        self::$values ??= array_flip(Code39::PATTERNS);
        $text = '';
        for ($n = 0; $n < self::MAX; $n++) {
            $place = $at + 10 * $n;
            $value = self::$values[BarWidths::elements($runs, $place, 9, $narrow)] ?? null;
            if ($value === null || ($n === 0 && $value !== self::STOP)) {
                return $n < self::BEGUN ? null : false;
            }
            if ($value === self::STOP && $n > 0) {
                $after = $runs[$place + 9] ?? PHP_INT_MAX;

                return $text === '' || $after < BarWidths::QUIET * $narrow ? false : new BarText('code39', $text, $place + 9 - $at, 16 * ($n + 1) - 1);
            }
            if ($n > 0) {
                $text .= substr(Code39::CHARACTERS, $value, 1);
            }
            if (($runs[$place + 9] ?? PHP_INT_MAX) > 3 * $narrow) {
                return null;
            }
        }

        return false;
    }
}
