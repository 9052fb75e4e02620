<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/** The clauses that there are, by the names they are stored under. */
final class Clauses
{
    public const NAMES = ['language', 'device', 'platform', 'country', 'near', 'hours', 'dates', 'scans', 'share'];

    /** @throws InvalidRoute */
    public static function of(mixed $given): Clause
    {
        if (! is_array($given) || count($given) !== 1) {
            throw new InvalidRoute('', 'A condition has one name: '.implode(', ', self::NAMES).'.');
        }
        [$name, $value] = [array_key_first($given), reset($given)];

        return match ($name) {
            'language', 'device', 'platform', 'country' => AmongClause::of($name, $value),
            'near' => NearClause::of($value),
            'hours' => HoursClause::of($value),
            'dates' => DatesClause::of($value),
            'scans' => ScansClause::of($value),
            'share' => ShareClause::of($value),
            default => throw new InvalidRoute('', 'There is no condition '.mb_scrub(mb_substr((string) $name, 0, 40)).'. There are '.implode(', ', self::NAMES).'.'),
        };
    }
}
