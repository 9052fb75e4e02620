<?php

declare(strict_types=1);

namespace App\Models;

/** What somebody may do in a workspace: through the role they have there, and what their key was made for. */
enum Ability: string
{
    case Symbols = 'symbols';
    case ReadGlyphs = 'glyphs:read';
    case WriteGlyphs = 'glyphs:write';

    /** @return list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }
}
