<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Address;

/**
 * Signs a picture address, so that nobody but the holder of the secret can change what it draws: HMAC with SHA-256
 * (RFC 2104) over the file's name and the canonical query. Names that stand under `open` are signed, their values are
 * not: mail programs put those in.
 */
final class AddressSignature
{
    /** The parameter that carries it. */
    public const NAME = 'sig';

    /** The parameter that lists what stays open, separated by commas. */
    public const OPEN = 'open';

    /** What the picture is saved as makes no difference to what it shows. */
    private const UNSIGNED = [self::NAME, 'download'];

    /** Characters of a signature: 32 bytes in base64url (RFC 4648 5) without padding. */
    private const LENGTH = 43;

    /**
     * @param  string  $file  last part of the path, such as `code.svg`
     * @return string 43 characters of base64url
     */
    public static function of(string $file, PictureQuery $query, string $secret): string
    {
        return rtrim(strtr(base64_encode(hash_hmac('sha256', self::signed($file, $query), $secret, true)), '+/', '-_'), '=');
    }

    /**
     * Whether one of the secrets made the query's signature.
     *
     * @param  list<string>  $secrets
     */
    public static function holds(string $file, PictureQuery $query, array $secrets): bool
    {
        $given = $query->get(self::NAME) ?? '';
        $holds = false;
        foreach (strlen($given) === self::LENGTH ? $secrets : [] as $secret) {
            // All are tried, so that the time tells nothing of which it was.
            $holds = hash_equals(self::of($file, $query, $secret), $given) || $holds;
        }

        return $holds;
    }

    /**
     * The names whose values are left open.
     *
     * @return list<string>
     */
    public static function open(PictureQuery $query): array
    {
        $list = $query->get(self::OPEN) ?? '';

        return $list === '' ? [] : array_values(array_unique(explode(',', $list)));
    }

    /** The text that is signed: a word on what it is, the file, and the canonical query without what is open. */
    private static function signed(string $file, PictureQuery $query): string
    {
        foreach (self::UNSIGNED as $name) {
            $query = $query->with($name, null);
        }
        foreach (self::open($query) as $name) {
            $query = $query->with($name, null);
        }

        return "keen-glyph picture 1\n{$file}\n{$query->canonical()}";
    }
}
