<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/** Weights and measures as people say them, for the families 310n to 369n (GS1 General Specifications 3.6). */
final class Measure
{
    /** Power of ten of each unit against the unit of its family; families by the unit they state. */
    private const UNITS = [
        'kg' => ['kg' => 0, 'g' => 3, 'mg' => 6, 't' => -3],
        'm' => ['m' => 0, 'dm' => 1, 'cm' => 2, 'mm' => 3, 'km' => -3],
        'm²' => ['m²' => 0, 'm2' => 0, 'cm²' => 4, 'cm2' => 4, 'mm²' => 6, 'mm2' => 6],
        'l' => ['l' => 0, 'dl' => 1, 'cl' => 2, 'ml' => 3],
        'm³' => ['m³' => 0, 'm3' => 0, 'l' => 3],
    ];

    private const DIGITS = 6;

    /** The unit that an identifier's title states, such as "kg"; null for what is no measure. */
    public static function unit(ApplicationIdentifier $identifier): ?string
    {
        return preg_match('/^3[1-6]\dn$/D', $identifier->family) === 1 && preg_match('/\(([^)]+)\)|(KG PER m²)/', $identifier->title, $match) === 1
            ? ($match[1] !== '' ? $match[1] : 'kg/m²')
            : null;
    }

    /**
     * "5 kg" or "5,000 g" to the member of a family and its six digits. As many decimal places as were stated, so
     * that 5,000 g stays a weight to the gram.
     *
     * @param  string  $text  number and unit; a comma groups thousands, a point stands before decimals
     * @return array{element: Element, note: string}|string the element with the choice in words, or what is wrong
     */
    public static function read(ApplicationIdentifier $identifier, string $text): array|string
    {
        $text = Digits::ascii($text);
        $unit = (string) self::unit($identifier);
        $units = self::UNITS[$unit] ?? [$unit => 0];
        if (preg_match('/^\s*(\d{1,3}(?:[,\x{2009} ’]\d{3})+|\d+)(?:\.(\d+))?\s*(\S.*?)?\s*$/u', $text, $match) !== 1) {
            return "Write a number and its unit, such as 0.340 $unit.";
        }
        $given = $match[3] ?? '';
        $power = $units[$given] ?? $units[mb_strtolower($given)] ?? null;
        if ($given === '' || $power === null) {
            return ($given === '' ? 'Say the unit: ' : "“{$given}” is no unit for this: ").implode(', ', array_keys($units)).'.';
        }
        $whole = (string) preg_replace('/\D/', '', $match[1]);
        $fraction = $match[2] ?? '';
        $places = strlen($fraction) + $power;
        $digits = ltrim($whole.$fraction, '0');
        if ($places < 0) {
            [$digits, $places] = [$digits.str_repeat('0', -$places), 0];
        }
        // More places than the family has can go only while they are zeros.
        while (($places > 5 || strlen($digits) > self::DIGITS) && $places > 0 && str_ends_with($digits, '0')) {
            [$digits, $places] = [substr($digits, 0, -1), $places - 1];
        }
        if ($places > 5 || strlen($digits) > self::DIGITS) {
            return 'Six digits with at most five decimal places cannot state this. Round it.';
        }
        $ai = substr($identifier->family, 0, 3).$places;
        $value = str_pad($digits, self::DIGITS, '0', STR_PAD_LEFT);

        return ['element' => new Element($ai, $value), 'note' => self::words($ai, $value).($places === 0 ? ', no decimal places' : ", $places decimal place".($places === 1 ? '' : 's').' as stated')];
    }

    /** What an element says, such as "5.000 kg"; null for what is no measure. */
    public static function words(string $ai, string $value): ?string
    {
        $identifier = AiTable::find($ai);
        $unit = $identifier === null ? null : self::unit($identifier);
        if ($identifier === null || $unit === null || preg_match('/^\d{6}$/D', $value) !== 1) {
            return null;
        }
        $places = (int) $identifier->decimals();
        $whole = ltrim(substr($value, 0, self::DIGITS - $places), '0');

        return ($whole === '' ? '0' : $whole).($places === 0 ? '' : '.'.substr($value, -$places))." $unit";
    }
}
