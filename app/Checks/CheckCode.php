<?php

declare(strict_types=1);

namespace App\Checks;

use KeenGlyph\Core\Route\ShortCode;

/** The short name of a check in its address: capitals and digits that nobody mistakes for others, guessed by nobody. */
final class CheckCode
{
    public const LENGTH = 8;

    public static function make(): string
    {
        return ShortCode::make(self::LENGTH);
    }

    /** As somebody typed it. */
    public static function given(string $text): ?string
    {
        $code = strtoupper($text);

        return strlen($code) === self::LENGTH && strspn($code, ShortCode::ALPHABET) === self::LENGTH ? $code : null;
    }
}
