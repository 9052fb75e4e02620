<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use Spoofchecker;

/** Letters that pass for others in the name of a host (Unicode Technical Standard 39). */
final class LookAlikes
{
    private const FOREIGN = '/[\p{Cyrillic}\p{Greek}\p{Armenian}\p{Cherokee}\p{Coptic}\p{Lisu}]/u';

    /** Letters of other scripts that are drawn like Latin ones. */
    private const DRAWN_ALIKE = '/^[аеорсухіјѕһԁԛԝӏոսհցօգονραυικ\d-]+$/u';

    /** @return list<string> the letters at fault with their code points; empty when none deceives */
    public static function in(string $label): array
    {
        preg_match_all(self::FOREIGN, $label, $match);
        $isMixed = $match[0] !== [] && preg_match('/\p{Latin}/u', $label) === 1;
        if ($isMixed || ($match[0] !== [] && preg_match(self::DRAWN_ALIKE, mb_strtolower($label)) === 1)) {
            return self::named($match[0]);
        }
        // Mixtures that the Unicode tables know, beyond those above.
        if (preg_match_all('/[^\x00-\x7F]/u', $label, $match) > 0 && self::checker()->isSuspicious($label)) {
            return self::named($match[0]);
        }

        return [];
    }

    private static function checker(): Spoofchecker
    {
        $checker = new Spoofchecker;
        $checker->setRestrictionLevel(Spoofchecker::HIGHLY_RESTRICTIVE);

        return $checker;
    }

    /**
     * @param  array<string>  $letters
     * @return list<string>
     */
    private static function named(array $letters): array
    {
        return array_map(static fn (string $letter): string => sprintf('%s U+%04X', $letter, mb_ord($letter)), array_values(array_unique($letters)));
    }
}
