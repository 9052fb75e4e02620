<?php

declare(strict_types=1);

namespace App\Console;

use App\Models\Key;

/** Keys as a command line names them. */
final class KeyLookup
{
    /** A live key by its number; null when there is none. */
    public static function numbered(mixed $id): ?Key
    {
        return is_string($id) && preg_match('/^\d{1,18}$/D', $id) === 1 ? Key::query()->whereNull('revoked_at')->find((int) $id) : null;
    }

    public static function absent(mixed $id): string
    {
        return 'There is no key “'.(is_scalar($id) ? (string) $id : '').'”. keys:list shows those there are.';
    }
}
