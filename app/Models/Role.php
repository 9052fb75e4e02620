<?php

declare(strict_types=1);

namespace App\Models;

/** What a person is in a workspace. */
enum Role: string
{
    case Owner = 'owner';
    case Editor = 'editor';
    case Reader = 'reader';

    public function may(Ability $ability): bool
    {
        return match ($this) {
            self::Owner => true,
            self::Editor => $ability !== Ability::Keys,
            self::Reader => in_array($ability, [Ability::Draw, Ability::Read, Ability::ReadGlyphs], true),
        };
    }

    /** @return list<string> */
    public function abilities(): array
    {
        return array_values(array_map(static fn (Ability $ability): string => $ability->value, array_filter(Ability::cases(), $this->may(...))));
    }
}
