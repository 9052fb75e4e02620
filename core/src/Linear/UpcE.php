<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Linear;

use KeenGlyph\Core\Gs1\CheckDigit;

/** UPC-E, a UPC-A with zeros left out: ISO/IEC 15420 5.2.5. */
final class UpcE
{
    /** Parity of the six digits by check digit, for number system 0; exchanged for 1 (table 5). */
    public const PARITY = ['BBBAAA', 'BBABAA', 'BBAABA', 'BBAAAB', 'BABBAA', 'BAABBA', 'BAAABB', 'BABABA', 'BABAAB', 'BAABAB'];

    /** @param  string  $text  six digits, seven or eight with number system and check digit, or a UPC-A that can be shortened */
    public static function encode(string $text): LinearSymbol
    {
        $digits = (string) preg_replace('/[\s-]/', '', $text);
        if (preg_match('/^\d{6,12}$/D', $digits) !== 1 || in_array(strlen($digits), [9, 10], true)) {
            throw new InvalidBars('UPC-E takes 6 digits, 8 with number system and check digit, or a UPC-A of 12 that can be shortened.');
        }
        if (strlen($digits) >= 11) {
            $digits = self::shortened(Ean::checked($digits, 12, 'UPC-A'));
        } elseif (strlen($digits) === 6) {
            $digits = "0$digits";
        }
        if ($digits[0] !== '0' && $digits[0] !== '1') {
            throw new InvalidBars('UPC-E begins with number system 0 or 1.');
        }
        $body = substr($digits, 0, 7);
        $check = self::lengthened($body)[11];
        if (strlen($digits) === 8 && $digits[7] !== $check) {
            throw new InvalidBars("The check digit {$digits[7]} is wrong: it would be $check.");
        }
        $bars = '101';
        foreach (str_split(substr($body, 1)) as $i => $digit) {
            $set = self::PARITY[(int) $check][$i];
            $bars .= Ean::modules((int) $digit, $body[0] === '0' ? $set : ($set === 'A' ? 'B' : 'A'));
        }
        $bars .= '010101';
        $captions = [new HumanReadableText($body[0], -5.5, 7), new HumanReadableText(substr($body, 1), 24, 7), new HumanReadableText($check, 55.5, 7)];

        return new LinearSymbol(LinearSymbology::UpcE, $body.$check, $bars, $bars, [9, 7], 69, $captions, [[0, 3], [45, 6]]);
    }

    /** The UPC-A of twelve digits that number system and six digits stand for (table 4). */
    public static function lengthened(string $body): string
    {
        [$system, $d] = [$body[0], substr($body, 1)];
        $long = $system.match ($d[5]) {
            '0', '1', '2' => $d[0].$d[1].$d[5].'0000'.$d[2].$d[3].$d[4],
            '3' => $d[0].$d[1].$d[2].'00000'.$d[3].$d[4],
            '4' => $d[0].$d[1].$d[2].$d[3].'00000'.$d[4],
            default => $d[0].$d[1].$d[2].$d[3].$d[4].'0000'.$d[5],
        };

        return $long.CheckDigit::of($long);
    }

    private static function shortened(string $upcA): string
    {
        $d = substr($upcA, 1, 10);
        $six = match (true) {
            preg_match('/^(\d\d)([012])0000(\d\d\d)$/', $d, $m) === 1 => $m[1].$m[3].$m[2],
            preg_match('/^(\d\d\d)00000(\d\d)$/', $d, $m) === 1 => $m[1].$m[2].'3',
            preg_match('/^(\d{4})00000(\d)$/', $d, $m) === 1 => $m[1].$m[2].'4',
            preg_match('/^(\d{5})0000([5-9])$/', $d, $m) === 1 => $m[1].$m[2],
            default => throw new InvalidBars('This UPC-A has too few zeros in the middle to be shortened to UPC-E.'),
        };
        if (self::lengthened($upcA[0].$six) !== $upcA) {
            throw new InvalidBars('This UPC-A cannot be shortened to UPC-E.');
        }

        return $upcA[0].$six.$upcA[11];
    }
}
