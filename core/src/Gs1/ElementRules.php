<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/** Whether elements keep the rules of the GS1 General Specifications, each and together (3 and 4.14). */
final class ElementRules
{
    /** Measures of trade items: they belong to items of variable measure. */
    private const TRADE_MEASURES = '/^3(?:1\d|2\d|5[0-267]|6[014-6])\d$/';

    /** @return list<Finding> */
    public static function check(ElementString $string): array
    {
        if ($string->elements === []) {
            return [Finding::error('empty', -1, 'Add an element, such as (01) with a GTIN.')];
        }
        $findings = [];
        foreach ($string->elements as $i => $element) {
            $findings = [...$findings, ...self::element($element, $i)];
        }

        return [...$findings, ...self::together($string), ...self::item($string)];
    }

    /** @return list<Finding> */
    public static function element(Element $element, int $at = 0): array
    {
        $identifier = $element->identifier();
        if ($identifier === null) {
            return [Finding::error('unknown_ai', $at, "There is no application identifier ($element->ai).")];
        }
        if ($element->value === '') {
            return [Finding::error('empty', $at, "({$element->ai}) {$identifier->title} needs a value: {$identifier->words()}.")];
        }

        return self::characters($identifier, $element->value, $at) ?? self::lengths($identifier, $element, $at) ?? self::parts($identifier, $element, $at);
    }

    /** @return ?list<Finding> null when every character is allowed */
    private static function characters(ApplicationIdentifier $identifier, string $value, int $at): ?array
    {
        $allowed = implode('', array_unique(str_split(implode('', array_map(static fn (Component $component): string => $component->characters(), $identifier->components)))));
        $length = strspn($value, $allowed);
        if ($length === strlen($value)) {
            return null;
        }
        $wrong = mb_substr(mb_scrub(substr($value, $length), 'UTF-8'), 0, 1, 'UTF-8');
        if ($identifier->components[0]->set === 'n' && count($identifier->components) === 1) {
            $unit = Measure::unit($identifier);

            return [Finding::error('not_digits', $at, "({$identifier->ai}) takes {$identifier->words()}, not “{$wrong}”.".($unit === null ? '' : " Write it with its unit, such as 0.340 $unit."))];
        }

        return [Finding::error('character', $at, $wrong === ' ' ? "({$identifier->ai}) takes no spaces." : "({$identifier->ai}) does not take “{$wrong}”: letters without accents, digits and common signs only.")];
    }

    /** @return ?list<Finding> null when the length is possible */
    private static function lengths(ApplicationIdentifier $identifier, Element $element, int $at): ?array
    {
        $length = strlen($element->value);
        if ($length >= $identifier->minLength() && $length <= $identifier->maxLength()) {
            return null;
        }
        $what = "({$element->ai}) {$identifier->title} takes {$identifier->words()}; this has $length.";
        $unit = Measure::unit($identifier);
        if ($unit !== null && $length < 6) {
            $places = (int) $identifier->decimals();
            $padded = str_pad($element->value.str_repeat('0', $places), 6, '0', STR_PAD_LEFT);

            return [Finding::error('length', $at, "$what For {$element->value} $unit write $padded.", strlen($padded) === 6 ? "Write $padded" : null, strlen($padded) === 6 ? $padded : null)];
        }

        return [self::missingCheckDigit($identifier, $element, $at, $what) ?? Finding::error('length', $at, $what)];
    }

    private static function missingCheckDigit(ApplicationIdentifier $identifier, Element $element, int $at, string $what): ?Finding
    {
        $first = $identifier->components[0];
        $isGtin = $first->max === 14;
        if ($first->rule !== 'cs' || count($identifier->components) !== 1 || ! ctype_digit($element->value)) {
            return null;
        }
        $length = strlen($element->value);
        if ($isGtin && in_array($length, Gtin::LENGTHS, true)) {
            $padded = (string) Gtin::padded($element->value);
            if (CheckDigit::holds($padded)) {
                return Finding::error('padding', $at, "$what A GTIN-$length stands here with zeros before it.", "Write $padded", $padded);
            }
        }
        if ($length === $first->max - 1 || ($isGtin && in_array($length + 1, Gtin::LENGTHS, true))) {
            $whole = str_pad($element->value.CheckDigit::of($element->value), $first->max, '0', STR_PAD_LEFT);

            return Finding::error('check_digit_missing', $at, "$what If only the check digit is missing, it is ".substr($whole, -1).'.', "Write $whole", $whole);
        }

        return null;
    }

    /** @return list<Finding> */
    private static function parts(ApplicationIdentifier $identifier, Element $element, int $at): array
    {
        $rest = $element->value;
        foreach ($identifier->components as $component) {
            if ($rest === '' && $component->optional) {
                break;
            }
            $part = substr($rest, 0, $component->max);
            $rest = substr($rest, strlen($part));
            if (strlen($part) < $component->min || strspn($part, $component->characters()) !== strlen($part)) {
                return [Finding::error('format', $at, "({$element->ai}) {$identifier->title} is {$identifier->words()}.")];
            }
            $problem = $component->rule === '' ? null : ComponentRule::problem($component->rule, $part);
            if ($problem !== null) {
                return [self::broken($element, $component, $part, $problem, $at)];
            }
        }

        return $rest === '' ? [] : [Finding::error('format', $at, "({$element->ai}) {$identifier->title} is {$identifier->words()}.")];
    }

    private static function broken(Element $element, Component $component, string $part, string $problem, int $at): Finding
    {
        if ($component->rule !== 'cs' && $component->rule !== 'cp') {
            return Finding::error($component->rule, $at, "({$element->ai}) $problem");
        }
        $right = $component->rule === 'cs' ? substr($part, 0, -1).CheckDigit::of(substr($part, 0, -1)) : substr($part, 0, -2).CheckDigit::pair(substr($part, 0, -2));
        $swapped = $component->rule === 'cs' ? CheckDigit::repairs($part) : [];
        $hint = count($swapped) === 1 ? " Or two digits are exchanged: $swapped[0] checks." : '';

        $whole = str_replace($part, $right, $element->value);

        return Finding::error('check_digit', $at, "({$element->ai}) $problem$hint", "Write $whole", $whole);
    }

    /** @return list<Finding> */
    private static function together(ElementString $string): array
    {
        $findings = [];
        $ais = array_map(static fn (Element $element): string => $element->ai, $string->elements);
        $stands = static fn (string $pattern): bool => array_filter($ais, static fn (string $ai): bool => ApplicationIdentifier::matches($pattern, $ai)) !== [];
        foreach ($string->elements as $i => $element) {
            $identifier = $element->identifier();
            if (array_search($element->ai, $ais, true) !== $i) {
                $findings[] = $string->value($element->ai) === $element->value
                    ? Finding::caution('twice', $i, "({$element->ai}) stands twice.")
                    : Finding::error('twice', $i, "({$element->ai}) stands twice with different values.");

                continue;
            }
            foreach ($identifier->needs ?? [] as $needed) {
                if (array_filter($needed, $stands) === []) {
                    $findings[] = Finding::error('needs', $i, "({$element->ai}) {$identifier?->title} belongs to ".self::list($needed, 'or').', which is missing.');
                }
            }
            foreach ($identifier->excludes ?? [] as $excluded) {
                if ($stands($excluded)) {
                    $findings[] = Finding::error('excludes', $i, "({$element->ai}) {$identifier?->title} and ".self::name($excluded).' do not go together.');
                }
            }
        }

        return $findings;
    }

    /** @return list<Finding> */
    private static function item(ElementString $string): array
    {
        $gtin = $string->value('01') ?? '';
        if (preg_match('/^\d{14}$/D', $gtin) !== 1) {
            return [];
        }
        $findings = [];
        foreach ($string->elements as $i => $element) {
            if (preg_match(self::TRADE_MEASURES, $element->ai) === 1 && ! Gtin::isVariableMeasure($gtin)) {
                $findings[] = Finding::caution('fixed_measure', $i, "({$element->ai}) states the measure of a single item, but the GTIN $gtin names items that are all alike. It belongs with a variable-measure item, whose GTIN begins with 9.");
            }
        }
        if (preg_match('/^0(?:0?2|04)/', $gtin) === 1) {
            $findings[] = Finding::caution('restricted', -1, 'GTINs that begin so are for use within one company or country only.');
        }

        return $findings;
    }

    /** @param  list<string>  $ais */
    private static function list(array $ais, string $word): string
    {
        $names = array_map(self::name(...), $ais);
        $last = array_pop($names);

        return $names === [] ? (string) $last : implode(', ', $names)." $word $last";
    }

    private static function name(string $pattern): string
    {
        return '('.str_replace('nn', '..', $pattern).')';
    }
}
