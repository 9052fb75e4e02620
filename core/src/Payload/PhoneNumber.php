<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use libphonenumber\NumberParseException;
use libphonenumber\PhoneNumber as Parsed;
use libphonenumber\PhoneNumberFormat;
use libphonenumber\PhoneNumberUtil;

/** Telephone numbers in international form, ITU-T E.164. */
final class PhoneNumber
{
    /** Longest number that is taken for a service number, which has no international form. */
    private const SHORT = 6;

    /** An extension behind a number, as people and tel URIs write it. */
    private const EXTENSION = '/(?:;ext=|\s*(?:ext\.?|x)\s*)\d{1,10}$/iD';

    /** "+", country code and number, digits only; the digits as given when it is no number of the plan. */
    public static function international(string $number, Context $context): string
    {
        $parsed = self::parsed($number, $context);

        return $parsed === null
            ? (string) preg_replace('/[^0-9*#+]/', '', $number)
            : PhoneNumberUtil::getInstance()->format($parsed, PhoneNumberFormat::E164).($parsed->hasExtension() ? ';ext='.$parsed->getExtension() : '');
    }

    /** @return list<Problem> */
    public static function problems(string $number, string $path, Context $context): array
    {
        if ($number === '') {
            return [];
        }
        $number = (string) preg_replace(self::EXTENSION, '', $number);
        $digits = (string) preg_replace('/\D/', '', $number);
        if (preg_match('/^[0-9*#+()\s.\/-]+$/Du', $number) !== 1 || $digits === '') {
            return [new Problem(Severity::Error, 'not_a_number', $path, "“{$number}” is not a telephone number: digits, with + and the country code before them.")];
        }
        if (preg_match('/[*#]/', $number) === 1) {
            return [new Problem(Severity::Caution, 'service_code', $path, 'With * or # this is a control code: dialled, it can change how calls are forwarded, or cost money.')];
        }
        if (strlen($digits) <= self::SHORT && ! str_starts_with($number, '+')) {
            return [new Problem(Severity::Note, 'short_number', $path, 'A short number works only in its own country or network.')];
        }
        $parsed = self::parsed($number, $context);
        if ($parsed === null && str_starts_with(ltrim($number), '+')) {
            return [new Problem(Severity::Error, 'unknown_country', $path, 'No country code begins so. Check the digits after the +.')];
        }
        if ($parsed === null) {
            return [self::withoutCountry($number, $path)];
        }
        $util = PhoneNumberUtil::getInstance();
        $international = $util->format($parsed, PhoneNumberFormat::E164);
        if (! $util->isPossibleNumber($parsed)) {
            return [new Problem(Severity::Error, 'impossible_number', $path, "$international has too many or too few digits for its country.")];
        }
        $problems = [];
        if (! $util->isValidNumber($parsed)) {
            $problems[] = new Problem(Severity::Note, 'unassigned_number', $path, "$international lies in no range that its country assigns. Check the digits.");
        }
        if (! str_starts_with(ltrim($number), '+')) {
            $problems[] = new Problem(Severity::Note, 'assumed_country', $path, "Read as a number of {$context->region} and written as $international.", "Write $international", $international);
        }

        return $problems;
    }

    private static function withoutCountry(string $number, string $path): Problem
    {
        $bare = (string) preg_replace('/[^0-9]/', '', $number);
        $start = str_starts_with($bare, '00') ? '+'.substr($bare, 2) : null;

        return new Problem(
            Severity::Error, 'country_code_missing', $path,
            'The number has no country code, so it is dialled only from within its country. Begin with + and the code, such as +44 20 7946 0123.',
            $start === null ? null : "Write $start", $start,
        );
    }

    private static function parsed(string $number, Context $context): ?Parsed
    {
        if (! str_starts_with(ltrim($number), '+') && ($context->region === null || strlen((string) preg_replace('/\D/', '', $number)) <= self::SHORT)) {
            return null;
        }
        try {
            return PhoneNumberUtil::getInstance()->parse($number, $context->region);
        } catch (NumberParseException) {
            return null;
        }
    }
}
