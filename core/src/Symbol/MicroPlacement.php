<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Data codewords to modules of a Micro QR Code symbol, masked: ISO/IEC 18004:2015 7.5 to 7.8. */
final class MicroPlacement
{
    /**
     * @param  string  $data  data codewords; a last one of four bits in the low bits
     * @param  ?int  $mask  this mask; the one that the standard's rule prefers when null
     * @return array{ModuleMatrix, int} the masked symbol and its mask
     */
    public static function place(string $data, MicroVersion $version, ErrorCorrectionLevel $level, ?int $mask): array
    {
        $bits = BitString::ofBytes($data);
        if ($version->hasHalfCodeword()) {
            $bits = substr($bits, 0, -8).substr($bits, -4);
        }
        $bits .= BitString::ofBytes(ReedSolomon::correction($data, $version->codewords() - strlen($data)));
        $best = null;
        $highest = -1;
        $chosen = 0;
        foreach ($mask === null ? range(0, MicroTemplate::MASKS - 1) : [$mask] as $candidate) {
            $matrix = self::masked($bits, $version, $level, $candidate);
            $score = self::score($matrix);
            if ($score > $highest) {
                [$best, $highest, $chosen] = [$matrix, $score, $candidate];
            }
        }

        return [$best ?? throw new InvalidSymbol("Mask $mask does not exist."), $chosen];
    }

    private static function masked(string $bits, MicroVersion $version, ErrorCorrectionLevel $level, int $mask): ModuleMatrix
    {
        $n = $version->modules();
        $plane = implode('', MicroTemplate::rows($version));
        foreach (MicroTemplate::order($version) as $i => [$x, $y]) {
            $plane[$y * $n + $x] = ($bits[$i] === '1') !== MicroTemplate::reverses($mask, $y, $x) ? '1' : '0';
        }
        $format = MicroFormat::bits($version->number($level), $mask);
        for ($bit = 0; $bit < 15; $bit++) {
            [$x, $y] = MicroFormat::place($bit);
            $plane[$y * $n + $x] = $format >> $bit & 1 ? '1' : '0';
        }

        return new ModuleMatrix(str_split($plane, max(1, $n)));
    }

    /** Dark modules along the two edges without a timing pattern; more are better (7.8.3.2). */
    private static function score(ModuleMatrix $matrix): int
    {
        $last = $matrix->size() - 1;
        $right = 0;
        $below = 0;
        for ($i = 1; $i <= $last; $i++) {
            $right += (int) $matrix->isDark($last, $i);
            $below += (int) $matrix->isDark($i, $last);
        }

        return min($right, $below) * 16 + max($right, $below);
    }
}
