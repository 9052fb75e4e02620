<?php

declare(strict_types=1);

namespace App\Keys;

use Illuminate\Http\Request;
use Illuminate\Support\Facades\Config;

/** Where a page comes from: scheme, host and port (RFC 6454), as a browser says it. */
final class Origin
{
    private const FORM = '#^(https?)://([a-z0-9](?:[a-z0-9.-]{0,251}[a-z0-9])?|\[[0-9a-f:.]{2,45}\])(?::(\d{1,5}))?$#D';

    /** The page's origin; null when no browser said one, and an empty text when it hides it. */
    public static function of(Request $request): ?string
    {
        $origin = $request->headers->get('Origin');
        if ($origin !== null) {
            return self::plain($origin) ?? '';
        }
        // A picture in a page brings no Origin, but where the page is from.
        $referer = $request->headers->get('Referer');

        return $referer === null ? null : self::plain((string) preg_replace('#^([a-z]+://[^/?\#]*).*$#is', '$1', $referer)) ?? '';
    }

    /** In lower case and without the scheme's own port; null when it is none. */
    public static function plain(string $text): ?string
    {
        if (preg_match(self::FORM, strtolower($text), $match) !== 1) {
            return null;
        }
        $port = $match[3] ?? '';
        $isUsual = $port === '' || $port === ($match[1] === 'https' ? '443' : '80');

        return (int) $port > 65535 ? null : "{$match[1]}://{$match[2]}".($isUsual ? '' : ":{$port}");
    }

    /** Whether the page is one of our own: from this host, or one whose pages sign in with a session. */
    public static function isOwn(Request $request, string $origin): bool
    {
        $host = (string) preg_replace('#^https?://#', '', $origin);

        return $origin === self::plain($request->getSchemeAndHttpHost()) || ($host !== '' && in_array($host, Config::array('sanctum.stateful'), true));
    }
}
