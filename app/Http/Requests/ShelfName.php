<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A shelf as it is kept: those above it before it, parted by single strokes without spaces around them. */
final class ShelfName
{
    /** Null for none. */
    public static function of(string $given): ?string
    {
        $names = array_filter(array_map(trim(...), explode('/', $given)), static fn (string $name): bool => $name !== '');

        return $names === [] ? null : implode('/', $names);
    }
}
