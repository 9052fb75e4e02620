<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Linear;

/** Widths and values of Code 128, ISO/IEC 15417 table 1. */
final class Code128Table
{
    /** Widths of three bars and three spaces in turn for values 0 to 105, and of the stop character with its seven. */
    public const WIDTHS = [
        '212222', '222122', '222221', '121223', '121322', '131222', '122213', '122312', '132212', '221213', '221312', '231212', '112232', '122132', '122231', '113222', '123122', '123221', '223211', '221132',
        '221231', '213212', '223112', '312131', '311222', '321122', '321221', '312212', '322112', '322211', '212123', '212321', '232121', '111323', '131123', '131321', '112313', '132113', '132311', '211313',
        '231113', '231311', '112133', '112331', '132131', '113123', '113321', '133121', '313121', '211331', '231131', '213113', '213311', '213131', '311123', '311321', '331121', '312113', '312311', '332111',
        '314111', '221411', '431111', '111224', '111422', '121124', '121421', '141122', '141221', '112214', '112412', '122114', '122411', '142112', '142211', '241211', '221114', '413111', '241112', '134111',
        '111242', '121142', '121241', '114212', '124112', '124211', '411212', '421112', '421211', '212141', '214121', '412121', '111143', '111341', '131141', '114113', '114311', '411113', '411311', '113141',
        '114131', '311141', '411131', '211412', '211214', '211232', '2331112',
    ];

    public const SHIFT = 98;

    public const CODE_C = 99;

    public const CODE_B = 100;

    public const CODE_A = 101;

    public const FNC1 = 102;

    public const START_A = 103;

    public const START_B = 104;

    public const START_C = 105;

    public const STOP = 106;

    /** Value of an ASCII character in code set A or B; null where the set does not have it. */
    public static function value(int $code, string $set): ?int
    {
        return match (true) {
            $code >= 32 && $code < 96 => $code - 32,
            $set === 'A' && $code < 32 => $code + 64,
            $set === 'B' && $code >= 96 && $code < 128 => $code - 32,
            default => null,
        };
    }

    /** The character of a value below 96 in code set A or B. */
    public static function character(int $value, string $set): string
    {
        return chr($set === 'A' && $value >= 64 ? $value - 64 : $value + 32);
    }
}
