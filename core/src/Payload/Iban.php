<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use KeenGlyph\Core\Gs1\Mod97;
use Symfony\Component\Intl\Countries;
use Symfony\Component\Validator\Constraints\Iban as IbanConstraint;
use Symfony\Component\Validator\Validation;
use Symfony\Component\Validator\Validator\ValidatorInterface;

/** International bank account numbers, ISO 13616, and creditor references, ISO 11649. */
final class Iban
{
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
        foreach (self::validator()->validate($compact, new IbanConstraint) as $violation) {
            return [match ($violation->getCode()) {
                IbanConstraint::INVALID_COUNTRY_CODE_ERROR, IbanConstraint::NOT_SUPPORTED_COUNTRY_CODE_ERROR => Problem::error('iban_country', $field, "No IBAN begins with $country."),
                IbanConstraint::CHECKSUM_FAILED_ERROR => Problem::error('iban_check', $field, sprintf('The check digits %s do not fit the rest. A digit is wrong or two are exchanged.', substr($compact, 2, 2))),
                default => Problem::error('iban_length', $field, sprintf('This is not the form of an IBAN of %s: it has %d characters, of which some are missing, too many or of the wrong sort.', Countries::exists($country) ? Countries::getName($country, 'en') : $country, strlen($compact))),
            }];
        }

        return $sepa && ! in_array($country, self::SEPA, true) ? [Problem::error('iban_not_sepa', $field, "$country takes no part in SEPA.")] : [];
    }

    /** Countries and forms come from a kept library (the IBAN registry of ISO 13616). */
    private static function validator(): ValidatorInterface
    {
        /** @var ?ValidatorInterface $validator */
        static $validator = null;

        return $validator ??= Validation::createValidator();
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
