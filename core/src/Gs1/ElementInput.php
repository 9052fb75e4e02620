<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/** Values as people enter them, to the element that the standard asks for. */
final class ElementInput
{
    /**
     * Dates as YYYY-MM-DD, measures with their unit, GTINs of any length, keys with spaces, countries by letters.
     * What cannot be understood comes back as it is, for ElementRules to say why.
     *
     * @param  string  $ai  identifier, or the family of one with decimal places such as "310n"
     * @return array{element: Element, note: ?string, problem: ?string}
     */
    public static function read(string $ai, string $value): array
    {
        $identifier = AiTable::find(str_ends_with($ai, 'n') ? substr($ai, 0, -1).'0' : $ai);
        if ($identifier === null) {
            return self::kept($ai, $value);
        }
        if ($identifier->components[0]->set === 'n') {
            $value = Digits::ascii($value);
        }
        $trimmed = trim($value);
        if (Measure::unit($identifier) !== null && (str_ends_with($ai, 'n') || preg_match('/[^\d]/', $trimmed) === 1)) {
            $read = Measure::read($identifier, $value);

            return is_string($read) ? ['problem' => $read] + self::kept($identifier->ai, $value) : ['element' => $read['element'], 'note' => $read['note'], 'problem' => null];
        }
        if ($identifier->isDate() && Gs1Date::digits($trimmed) !== null) {
            $digits = (string) Gs1Date::digits($trimmed);

            return ['element' => new Element($identifier->ai, $digits), 'note' => Gs1Date::words($digits, (int) date('Y')), 'problem' => null];
        }
        $first = $identifier->components[0];
        if ($first->set === 'n' && preg_match('/^[\d\s-]+$/D', $trimmed) === 1) {
            $trimmed = (string) preg_replace('/[\s-]/', '', $trimmed);
        }
        if ($first->rule === 'cs' && $first->max === 14 && count($identifier->components) === 1) {
            $padded = strlen($trimmed) < 14 ? Gtin::padded($trimmed) : null;

            return $padded !== null && CheckDigit::holds($padded)
                ? ['element' => new Element($identifier->ai, $padded), 'note' => 'GTIN-'.strlen($trimmed).' with zeros before it', 'problem' => null]
                : self::kept($identifier->ai, $trimmed);
        }
        if (in_array($first->rule, ['country', 'countries'], true) && IsoNumbers::ofCountry($trimmed) !== null) {
            return ['element' => new Element($identifier->ai, (string) IsoNumbers::ofCountry($trimmed)), 'note' => IsoNumbers::countryName((string) IsoNumbers::ofCountry($trimmed)), 'problem' => null];
        }

        return self::kept($identifier->ai, $first->set === 'n' ? $trimmed : $value);
    }

    /** @return array{element: Element, note: null, problem: null} */
    private static function kept(string $ai, string $value): array
    {
        return ['element' => new Element($ai, $value), 'note' => null, 'problem' => null];
    }
}
