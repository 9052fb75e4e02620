<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Payload\Field;
use KeenGlyph\Core\Payload\FieldType;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\TextForm;

/** Every kind and every field of it as a page of the documentation, in Markdown. */
final class FieldsReference
{
    private const HEAD = <<<'MARKDOWN'
        # Kinds and their fields

        Made by `bin/glyph kinds --markdown`. Names are those of the API, of columns in a table and of `--field name=value`; a name with
        `[]` takes a list. Lengths are in characters. What is marked `advanced` is folded away in forms. JSON Schema of the same: `GET /api/v1/kinds`.
        MARKDOWN;

    public static function markdown(): string
    {
        $order = array_filter(Kind::cases(), static fn (Kind $kind): bool => $kind->metadata()->recognisedAs !== null);
        usort($order, static fn (Kind $a, Kind $b): int => $a->metadata()->recognisedAs <=> $b->metadata()->recognisedAs);
        $tried = implode(', ', array_map(static fn (Kind $kind): string => "`$kind->value`", $order));

        return self::HEAD."\n\nA text without a stated kind is tried as $tried, in this order, and is plain `text` when it is none of them.\n"
            .implode('', array_map(self::kind(...), Kind::cases()));
    }

    private static function kind(Kind $kind): string
    {
        $about = $kind->metadata();
        $facts = array_filter([
            'Group' => $about->group,
            'Written after' => $about->standard,
            'Also found by' => implode(', ', $about->words),
            'On a phone' => trim($about->phone->app.': '.$about->phone->asks.($about->phone->action === null ? '' : " Its button: “{$about->phone->action}”.")),
            'Where phones differ' => implode(' ', $about->phone->differs),
            'Named after' => implode(', else ', array_map(static fn (string $field): string => "`$field`", $about->subject)),
            'Web address' => $about->linkField === null ? '' : "`$about->linkField`",
            'Symbol' => $about->needsFnc1 ? 'begins with FNC1' : '',
            'Text' => match ($about->form) {
                TextForm::Link => 'a web address',
                TextForm::Uri => 'a URI of another scheme',
                TextForm::Plain => 'characters that stand for themselves',
                TextForm::Own => 'a syntax of its own',
            },
        ], static fn (string $fact): bool => $fact !== '');
        $page = "\n## `$kind->value`: $about->label\n\n$about->purpose.\n\n";
        foreach ($facts as $name => $fact) {
            $page .= "- $name: $fact\n";
        }
        $page .= "\n| field | label | takes | at most | | rule, example |\n| --- | --- | --- | --- | --- | --- |\n".self::rows($kind->grammar()->fields(), '');
        foreach ($about->starters as $starter) {
            $page .= "\n{$starter['label']}:\n\n```json\n".json_encode($starter['fields'], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)."\n```\n";
        }

        return $page;
    }

    /** @param  list<Field>  $fields */
    private static function rows(array $fields, string $path): string
    {
        $rows = '';
        foreach ($fields as $field) {
            $name = $path.$field->name.($field->repeats ? '[]' : '');
            $options = array_map(static fn (int|string $value, string $label): string => ($value === '' ? 'nothing' : "`$value`")." $label", array_keys($field->options), $field->options);
            $marks = array_keys(array_filter(['needed' => $field->required, 'advanced' => $field->advanced]));
            $rule = array_filter([
                $field->help,
                $field->pattern === '' ? '' : "Pattern `$field->pattern`.",
                $field->default === '' ? '' : "`$field->default` when nothing is given.",
                $field->example === '' ? '' : 'e.g. '.$field->example,
            ], static fn (string $part): bool => $part !== '');
            $cells = ["`$name`", $field->label, $field->type->value.($options === [] ? '' : ': '.implode(', ', $options)), in_array($field->type, [FieldType::Choice, FieldType::Flag, FieldType::Group], true) ? '' : (string) $field->max, implode(', ', $marks), implode(' ', $rule)];
            $rows .= '| '.implode(' | ', array_map(static fn (string $cell): string => strtr($cell, ['|' => '\\|', "\n" => ' ']), $cells))." |\n".self::rows($field->fields, "$name.");
        }

        return $rows;
    }
}
