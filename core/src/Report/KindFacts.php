<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Payload\Field;
use KeenGlyph\Core\Payload\FieldType;
use KeenGlyph\Core\Payload\Kind;

/** Kinds and their fields as JSON Schema (2020-12), from which forms, checks and documentation come. */
final class KindFacts
{
    private const FORMATS = ['email' => 'email', 'date' => 'date'];

    /** @return array{kind: string, label: string, group: string, purpose: string, standard: string, words: list<string>, recognised: bool, schema: array<string, mixed>, starters: list<array{label: string, fields: array<string, mixed>}>} */
    public static function of(Kind $kind): array
    {
        $about = $kind->metadata();

        return [
            'kind' => $kind->value,
            'label' => $about->label,
            'group' => $about->group,
            'purpose' => $about->purpose,
            'standard' => $about->standard,
            'words' => $about->words,
            'recognised' => $about->recognisedAs !== null,
            'schema' => ['$schema' => 'https://json-schema.org/draft/2020-12/schema', 'title' => $kind->label()] + self::object($kind->grammar()->fields()),
            'starters' => $about->starters,
        ];
    }

    /**
     * @param  list<Field>  $fields
     * @return array<string, mixed>
     */
    private static function object(array $fields): array
    {
        $properties = [];
        foreach ($fields as $place => $field) {
            $properties[$field->name] = self::property($field) + ['x-order' => $place];
        }
        $required = array_values(array_map(static fn (Field $field): string => $field->name, array_filter($fields, static fn (Field $field): bool => $field->required)));

        return ['type' => 'object', 'properties' => $properties, 'additionalProperties' => false] + ($required === [] ? [] : ['required' => $required]);
    }

    /** @return array<string, mixed> */
    private static function property(Field $field): array
    {
        $single = match ($field->type) {
            FieldType::Group => self::object($field->fields),
            FieldType::Flag => ['type' => 'boolean'],
            FieldType::Choice => ['type' => 'string', 'enum' => array_map('strval', array_keys($field->options)), 'x-labels' => array_map('strval', array_values($field->options))],
            default => ['type' => 'string', 'maxLength' => $field->max]
                + ($field->pattern === '' ? [] : ['pattern' => '^(?:'.$field->pattern.')$'])
                + (isset(self::FORMATS[$field->type->value]) ? ['format' => self::FORMATS[$field->type->value]] : []),
        };
        $about = array_filter(['title' => $field->label, 'description' => $field->help, 'x-type' => $field->type->value, 'default' => $field->default, 'x-advanced' => $field->advanced], static fn (string|bool $value): bool => $value !== '' && $value !== false);
        if ($field->example !== '') {
            $about['examples'] = [$field->example];
        }

        return $field->repeats ? ['type' => 'array', 'items' => $single] + $about : $single + $about;
    }
}
