<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use KeenGlyph\Core\Gs1\Element;
use KeenGlyph\Core\Gs1\ElementInput;
use KeenGlyph\Core\Gs1\ElementRules;
use KeenGlyph\Core\Gs1\ElementString;
use KeenGlyph\Core\Gs1\Finding;

/** Elements among the fields of the two GS1 kinds. */
final class Gs1Values
{
    /** The field in which elements are given, one group each. */
    public static function field(): Field
    {
        return new Field('elements', 'Elements', FieldType::Group, required: true, help: 'Application identifiers and their values. Weights may be written with their unit, dates as YYYY-MM-DD.', repeats: true, fields: [
            new Field('ai', 'Identifier', required: true, help: 'Two to four digits; n at the end stands for the decimal places, such as 310n.', example: '01', max: 4, pattern: '\d{2,4}|3\d\dn'),
            new Field('value', 'Value', required: true, example: '09520123456788', max: 90),
        ]);
    }

    /**
     * Identifiers as names of fields, (01) or 01, become elements.
     *
     * @param  array<array-key, mixed>  $input
     * @return array<array-key, mixed>
     */
    public static function expanded(array $input): array
    {
        $elements = $input['elements'] ?? [];
        if (is_string($elements) && $elements !== '') {
            $elements = array_map(static fn (Element $element): array => ['ai' => $element->ai, 'value' => $element->value], ElementString::parse($elements)->elements);
        }
        $elements = is_array($elements) ? array_values($elements) : [];
        foreach ($input as $name => $value) {
            if (preg_match('/^\(?(\d{2,4}|3\d\dn)\)?$/D', (string) $name, $match) === 1) {
                $elements[] = ['ai' => $match[1], 'value' => $value];
                unset($input[$name]);
            }
        }

        return ['elements' => $elements] + $input;
    }

    /** The elements as they were given, in their order. */
    public static function string(Values $values): ElementString
    {
        return new ElementString(array_map(
            static fn (Values $group): Element => ElementInput::read($group->text('ai'), $group->text('value'))['element'],
            $values->groups('elements'),
        ));
    }

    /** @return list<Problem> */
    public static function problems(Values $values): array
    {
        $problems = [];
        $unread = [];
        foreach ($values->groups('elements') as $i => $group) {
            $problem = ElementInput::read($group->text('ai'), $group->text('value'))['problem'];
            if ($problem !== null) {
                $problems[] = Problem::error('measure', "elements.$i.value", $problem);
                $unread[] = $i;
            }
        }
        foreach (ElementRules::check(self::string($values)) as $finding) {
            if (! in_array($finding->element, $unread, true) || in_array($finding->code, ['needs', 'excludes', 'twice'], true)) {
                $problems[] = self::problem($finding);
            }
        }

        return $problems;
    }

    /**
     * @param  list<Element>  $elements
     * @return list<array<string, string>>
     */
    public static function fieldsOf(array $elements): array
    {
        return array_map(static fn (Element $element): array => ['ai' => $element->ai, 'value' => $element->value], $elements);
    }

    private static function problem(Finding $finding): Problem
    {
        $field = $finding->element < 0 ? 'elements' : "elements.$finding->element.".($finding->code === 'unknown_ai' ? 'ai' : 'value');

        return new Problem($finding->isError ? Severity::Error : Severity::Caution, $finding->code, $field, $finding->message, $finding->fixLabel, $finding->value);
    }
}
