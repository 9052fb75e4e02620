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
            self::Owner, self::Editor => true,
            self::Reader => $ability !== Ability::WriteGlyphs,
        };
    }

    /** @return list<string> */
    public function abilities(): array
    {
        return array_values(array_map(static fn (Ability $ability): string => $ability->value, array_filter(Ability::cases(), $this->may(...))));
    }
}
