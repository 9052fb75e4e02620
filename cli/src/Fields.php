<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\MergeFields;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Payload\Problem;

/** The payload that `--kind`, `--field` and `--merge` describe. */
final class Fields
{
    public static function kind(string $name): Kind
    {
        return Kind::tryFrom($name) ?? throw new UsageError("There is no kind “{$name}”: ".implode(', ', array_column(Kind::cases(), 'value')).'.');
    }

    public static function payload(Kind $kind, Arguments $arguments): Payload
    {
        $fields = self::of($arguments->all('field'));
        $merge = self::merge($arguments);

        return Payloads::build($kind, $merge === [] ? $fields : MergeFields::intoFields($kind->grammar()->fields(), $fields, $merge));
    }

    /** The payload of a text: of the kind that is named, or of the one it has by its form. */
    public static function ofText(string $text, ?Kind $kind, Arguments $arguments): Payload
    {
        return Payloads::parse(MergeFields::intoText($text, $kind, self::merge($arguments)), $kind);
    }

    /** @return array<array-key, string> */
    private static function merge(Arguments $arguments): array
    {
        return self::pairs($arguments->all('merge'), '--merge name=value');
    }

    /** A line for each problem, the field before it. */
    public static function words(Problem $problem): string
    {
        return "$problem->field: $problem->message";
    }

    /**
     * `name=value`, `phones.0.number=value` for fields within fields; a name that repeats makes a list.
     *
     * @param  list<string>  $pairs
     * @return array<array-key, mixed>
     */
    public static function of(array $pairs): array
    {
        $lists = [];
        foreach ($pairs as $pair) {
            if (! str_contains($pair, '=')) {
                throw new UsageError("--field takes name=value, not “{$pair}”.");
            }
            [$name, $value] = explode('=', $pair, 2);
            $lists[$name][] = $value;
        }
        $fields = [];
        foreach ($lists as $name => $values) {
            $fields = self::assigned($fields, explode('.', (string) $name), count($values) === 1 ? $values[0] : $values);
        }

        return $fields;
    }

    /**
     * @param  list<string>  $pairs
     * @return array<array-key, string>
     */
    private static function pairs(array $pairs, string $form): array
    {
        $values = [];
        foreach ($pairs as $pair) {
            if (! str_contains($pair, '=')) {
                throw new UsageError("Write $form, not “{$pair}”.");
            }
            [$name, $value] = explode('=', $pair, 2);
            $values[$name] = $value;
        }

        return $values;
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @param  non-empty-list<string>  $path
     * @param  string|list<string>  $value
     * @return array<array-key, mixed>
     */
    private static function assigned(array $fields, array $path, string|array $value): array
    {
        $name = array_shift($path);
        $inner = $fields[$name] ?? [];
        $fields[$name] = $path === [] ? $value : self::assigned(is_array($inner) ? $inner : [], $path, $value);

        return $fields;
    }
}
