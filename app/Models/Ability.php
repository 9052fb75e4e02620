<?php

declare(strict_types=1);

namespace App\Models;

/** What somebody may do in a workspace: through the role they have there, and what their key was made for. */
enum Ability: string
{
    case Draw = 'draw';
    case Read = 'read';
    case ReadGlyphs = 'glyphs:read';
    case WriteGlyphs = 'glyphs:write';
    case Gates = 'gates';
    case Keys = 'keys';

    /** @return list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }

    /**
     * What a key may do when nothing is said: everything but making more keys, which is only given by name.
     *
     * @return list<string>
     */
    public static function usual(): array
    {
        return array_values(array_diff(self::names(), [self::Keys->value]));
    }

    /** Whether a publishable key may have it: nothing that lists, keeps or uses up what is the workspace's. */
    public function isForPages(): bool
    {
        return $this === self::Draw || $this === self::Read;
    }
}
