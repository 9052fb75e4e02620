<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Reed-Solomon encoding over GF(256), ISO/IEC 18004:2015 7.5.2 and annex A. */
final class ReedSolomon
{
    /** @var array<int, array<string, string>> the generator times a byte, by number of correction codewords, once it was asked for */
    private static array $multiples = [];

    /** @var array<int, list<int>> by number of correction codewords */
    private static array $generators = [];

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
        $remainder = str_repeat("\0", $count);
        $length = strlen($data);
        for ($i = 0; $i < $length; $i++) {
            $lead = $data[$i] ^ $remainder[0];
            // A single symbol needs a third of all bytes: a process that draws one does not make the others.
            $remainder = (substr($remainder, 1)."\0") ^ (self::$multiples[$count][$lead] ??= self::multiple($count, ord($lead)));
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

    /** The generator without its leading 1, times a byte. */
    private static function multiple(int $count, int $factor): string
    {
        if ($factor === 0) {
            return str_repeat("\0", $count);
        }
        $generator = self::$generators[$count] ??= self::generator($count);
        [$exp, $log] = [Galois::exp(), Galois::log()];
        $row = '';
        foreach ($generator as $coefficient) {
            $row .= chr($exp[$log[$coefficient] + $log[$factor]]);
        }

        return $row;
    }
}
