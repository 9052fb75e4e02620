<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** From segments to the sequence of codewords that is placed in the symbol. */
final class Codewords
{
    /**
     * Data codewords: segments, terminator, and pad codewords to the symbol's end (ISO/IEC 18004:2015 7.4.9, 7.4.10).
     * A last codeword of four bits, as M1 and M3 have it, stands in the low bits of its byte and is padded with zeros.
     *
     * @param  list<Segment>  $segments  together no longer than the symbol holds
     */
    public static function data(array $segments, SymbolVersion $version, ErrorCorrectionLevel $level): string
    {
        $bits = '';
        foreach ($segments as $segment) {
            $bits .= $segment->toBitString($version);
        }
        $capacity = Capacity::bits($version, $level);
        $bits .= str_repeat('0', min($version->terminatorBits(), $capacity - strlen($bits)));
        $half = $capacity % 8 === 0 ? '' : chr((int) bindec(str_pad(substr($bits, $capacity - 4), 4, '0')));
        $bytes = BitString::toBytes(substr($bits, 0, $capacity - strlen($half) * 4));
        $missing = intdiv($capacity, 8) - strlen($bytes);

        return $bytes.substr(str_repeat("\xEC\x11", intdiv($missing, 2) + 1), 0, $missing).$half;
    }

    /** Adds correction codewords block by block and interleaves them all (7.5.2, 7.6). */
    public static function final(string $data, BlockLayout $layout): string
    {
        $blocks = [];
        $corrections = [];
        $offset = 0;
        foreach ($layout->dataLengths() as $length) {
            $block = substr($data, $offset, $length);
            $offset += $length;
            $blocks[] = $block;
            $corrections[] = ReedSolomon::correction($block, $layout->correction);
        }

        return self::interleave($blocks).self::interleave($corrections);
    }

    /** @param  list<string>  $blocks the last ones may be one byte longer */
    private static function interleave(array $blocks): string
    {
        if (count($blocks) === 1) {
            return $blocks[0];
        }
        $out = '';
        $longest = strlen($blocks[count($blocks) - 1]);
        for ($i = 0; $i < $longest; $i++) {
            foreach ($blocks as $block) {
                $out .= $block[$i] ?? '';
            }
        }

        return $out;
    }
}
