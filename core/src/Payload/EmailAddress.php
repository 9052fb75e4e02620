<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Mailboxes as RFC 5321 writes them, without quoted local parts, which hardly any phone takes. */
final class EmailAddress
{
    /** Whether mail can go there: one address as RFC 5321 has them, in ASCII or with letters of other scripts. */
    public static function isValid(string $address): bool
    {
        $at = strrpos($address, '@');
        if ($at === false || $at === 0 || strlen($address) > 254 || str_contains($address, '"')) {
            return false;
        }
        $domain = idn_to_ascii(substr($address, $at + 1), IDNA_NONTRANSITIONAL_TO_ASCII | IDNA_USE_STD3_RULES, INTL_IDNA_VARIANT_UTS46);

        return $domain !== false && str_contains($domain, '.')
            && filter_var(substr($address, 0, $at).'@'.$domain, FILTER_VALIDATE_EMAIL, FILTER_FLAG_EMAIL_UNICODE) !== false;
    }
}
