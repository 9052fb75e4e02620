<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use DateTimeZone;

/** Names of time zones (IANA time zone database). */
final class TimeZones
{
    /** Whether the zone database of IANA has the name. */
    public static function exists(string $name): bool
    {
        /** @var ?array<string, int> $known */
        static $known = null;
        $known ??= array_flip(DateTimeZone::listIdentifiers(DateTimeZone::ALL_WITH_BC));

        return isset($known[$name]);
    }
}
