<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Reed-Solomon encoding over GF(256), ISO/IEC 18004:2015 7.5.2 and annex A. */
final class ReedSolomon
{
    /** @var array<int, array<string, string>> the generator times each byte, by number of correction codewords */
    private static array $multiples = [];

    /**
     * The correction codewords of a block: the remainder of its data divided by the generator polynomial.
     *
     * A step of the long division is one XOR of whole strings, which PHP does at C speed.
     *
     * @param  string  $data  data codewords of the block
     * @param  int  $count  correction codewords wanted, 7 to 30 in QR symbols
     * @return string `$count` bytes
     */
    public static function correction(string $data, int $count): string
    {
        $multiples = self::$multiples[$count] ??= self::multiples($count);
        $remainder = str_repeat("\0", $count);
        $length = strlen($data);
        for ($i = 0; $i < $length; $i++) {
            $remainder = (substr($remainder, 1)."\0") ^ $multiples[$data[$i] ^ $remainder[0]];
        }

        return $remainder;
    }

    /**
     * Coefficients of the generator polynomial, highest power first, the leading 1 left out (annex A).
     *
     * @return list<int> `$count` coefficients
     */
    public static function generator(int $count): array
    {
        $exp = Galois::exp();
        $polynomial = [1];
        for ($i = 0; $i < $count; $i++) {
            $next = [...$polynomial, 0];
            foreach ($polynomial as $power => $coefficient) {
                $next[$power + 1] ^= Galois::multiply($coefficient, $exp[$i]);
            }
            $polynomial = $next;
        }

        return array_slice($polynomial, 1);
    }

    /** @return array<string, string> */
    private static function multiples(int $count): array
    {
        $generator = self::generator($count);
        $exp = Galois::exp();
        $log = Galois::log();
        $multiples = ["\0" => str_repeat("\0", $count)];
        for ($factor = 1; $factor < 256; $factor++) {
            $row = '';
            foreach ($generator as $coefficient) {
                $row .= chr($exp[$log[$coefficient] + $log[$factor]]);
            }
            $multiples[chr($factor)] = $row;
        }

        return $multiples;
    }
}
