<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use KeenGlyph\Core\Gs1\Mod97;

/** International bank account numbers, ISO 13616, and creditor references, ISO 11649. */
final class Iban
{
    /** Length by country (IBAN registry). */
    private const LENGTHS = ['AD' => 24, 'AE' => 23, 'AL' => 28, 'AT' => 20, 'AZ' => 28, 'BA' => 20, 'BE' => 16, 'BG' => 22, 'BH' => 22, 'BR' => 29, 'BY' => 28, 'CH' => 21, 'CR' => 22, 'CY' => 28, 'CZ' => 24, 'DE' => 22, 'DK' => 18, 'DO' => 28, 'EE' => 20, 'EG' => 29, 'ES' => 24, 'FI' => 18, 'FO' => 18, 'FR' => 27, 'GB' => 22, 'GE' => 22, 'GI' => 23, 'GL' => 18, 'GR' => 27, 'GT' => 28, 'HR' => 21, 'HU' => 28, 'IE' => 22, 'IL' => 23, 'IQ' => 23, 'IS' => 26, 'IT' => 27, 'JO' => 30, 'KW' => 30, 'KZ' => 20, 'LB' => 28, 'LC' => 32, 'LI' => 21, 'LT' => 20, 'LU' => 20, 'LV' => 21, 'LY' => 25, 'MC' => 27, 'MD' => 24, 'ME' => 22, 'MK' => 19, 'MR' => 27, 'MT' => 31, 'MU' => 30, 'NL' => 18, 'NO' => 15, 'PK' => 24, 'PL' => 28, 'PS' => 29, 'PT' => 25, 'QA' => 29, 'RO' => 24, 'RS' => 22, 'SA' => 24, 'SC' => 31, 'SE' => 24, 'SI' => 19, 'SK' => 24, 'SM' => 27, 'ST' => 25, 'SV' => 28, 'TL' => 23, 'TN' => 24, 'TR' => 26, 'UA' => 29, 'VA' => 22, 'VG' => 24, 'XK' => 20];

    /** Countries of the SEPA scheme (EPC409-09). */
    private const SEPA = ['AD', 'AL', 'AT', 'BE', 'BG', 'CH', 'CY', 'CZ', 'DE', 'DK', 'EE', 'ES', 'FI', 'FR', 'GB', 'GI', 'GR', 'HR', 'HU', 'IE', 'IS', 'IT', 'LI', 'LT', 'LU', 'LV', 'MC', 'MD', 'ME', 'MK', 'MT', 'NL', 'NO', 'PL', 'PT', 'RO', 'RS', 'SE', 'SI', 'SK', 'SM', 'VA'];

    /** Capitals without spaces. */
    public static function compact(string $iban): string
    {
        return strtoupper((string) preg_replace('/[\s\x{A0}-]/u', '', $iban));
    }

    /** @return list<Problem> */
    public static function problems(string $iban, string $field, bool $sepa): array
    {
        if ($iban === '') {
            return [];
        }
        $compact = self::compact($iban);
        if (preg_match('/^[A-Z]{2}\d{2}[A-Z0-9]{10,30}$/D', $compact) !== 1) {
            return [Problem::error('iban_form', $field, 'An IBAN is two letters, two check digits and the account, such as GB33 BUKB 2020 1555 5555 55.')];
        }
        $country = substr($compact, 0, 2);
        $length = self::LENGTHS[$country] ?? null;
        if ($length === null) {
            return [Problem::error('iban_country', $field, "No IBAN begins with $country.")];
        }
        if (strlen($compact) !== $length) {
            return [Problem::error('iban_length', $field, sprintf('An IBAN of %s has %d characters; this has %d.', $country, $length, strlen($compact)))];
        }
        if (! self::checks($compact)) {
            return [Problem::error('iban_check', $field, sprintf('The check digits %s do not fit the rest. A digit is wrong or two are exchanged.', substr($compact, 2, 2)))];
        }

        return $sepa && ! in_array($country, self::SEPA, true) ? [Problem::error('iban_not_sepa', $field, "$country takes no part in SEPA.")] : [];
    }

    /** Check digits by ISO 7064 mod 97-10, the first four characters moved to the end. */
    public static function checks(string $compact): bool
    {
        return Mod97::checks($compact);
    }

    /**
     * @return list<Problem>
     */
    public static function referenceProblems(string $reference, string $field): array
    {
        $compact = self::compact($reference);
        if ($compact === '') {
            return [];
        }
        if (preg_match('/^RF\d{2}[A-Z0-9]{1,21}$/D', $compact) !== 1) {
            return [Problem::error('reference_form', $field, 'A creditor reference is RF, two check digits and at most 21 letters and digits, such as RF18 5390 0754 7034.')];
        }
        if (! self::checks($compact)) {
            $right = sprintf('RF%02d%s', 98 - Mod97::remainder(substr($compact, 4).'RF00'), substr($compact, 4));

            return [Problem::error('reference_check', $field, 'The check digits do not fit the rest of the reference.', "Use $right", $right)];
        }

        return [];
    }
}
