<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use Closure;

/** Places such as {{email}} in a link that get a value for each recipient. */
final class MergeFields
{
    private const PLACE = '/\{\{\s*([A-Za-z_][A-Za-z0-9_.-]{0,63})\s*\}\}/';

    /** @return list<string> each name once, in order */
    public static function names(string $link): array
    {
        preg_match_all(self::PLACE, $link, $match);

        return array_values(array_unique($match[1]));
    }

    /**
     * Places that nobody has filled: what is printed so says {{name}} to everybody.
     *
     * @param  array<array-key, mixed>  $fields
     * @return list<Problem>
     */
    public static function problems(array $fields, string $path = ''): array
    {
        $problems = [];
        foreach ($fields as $field => $value) {
            foreach (is_string($value) ? self::names($value) : [] as $name) {
                $problems[] = Problem::error('merge_field', $path.$field, "The merge field {{{$name}}} is still empty. Give it a value, or make one symbol for each recipient.");
            }
            if (is_array($value)) {
                $problems = [...$problems, ...self::problems($value, "$path$field.")];
            }
        }

        return $problems;
    }

    /**
     * A kind's fields with the values in their places: percent-encoded once within links, as they stand elsewhere.
     *
     * @param  list<Field>  $known
     * @param  array<array-key, mixed>  $fields
     * @param  array<array-key, string>  $values
     * @return array<array-key, mixed>
     */
    public static function intoFields(array $known, array $fields, array $values): array
    {
        $types = [];
        foreach ($known as $field) {
            $types[$field->name] = $field;
        }
        $filled = [];
        foreach ($fields as $name => $value) {
            $field = $types[$name] ?? null;
            $items = is_array($value) ? $value : [$value];
            foreach ($items as $key => $item) {
                $items[$key] = match (true) {
                    is_string($item) => self::replaced($item, $values, $field?->type === FieldType::Link ? rawurlencode(...) : null),
                    is_array($item) => self::intoFields($field->fields ?? [], $item, $values),
                    default => $item,
                };
            }
            $filled[$name] = ! is_array($value) ? $items[0] : (array_is_list($value) || $field?->type !== FieldType::Group ? $items : self::intoFields($field->fields, $value, $values));
        }

        return $filled;
    }

    /**
     * A text of a kind with the values in their places, each written as that place of the text needs it, once.
     *
     * @param  array<array-key, string>  $values
     */
    public static function intoText(string $text, ?Kind $kind, array $values, Context $context = new Context): string
    {
        return self::replaced($text, $values, self::writing($text, $kind, $context));
    }

    /**
     * How values are written within a text of a kind, for whoever fills the same text a thousand times; null when they
     * stand in it as they are.
     *
     * @return ?Closure(string): string
     */
    public static function writing(string $text, ?Kind $kind, Context $context = new Context): ?Closure
    {
        $kind ??= Payloads::parse($text, null, $context)->kind;

        return match (true) {
            preg_match('/^(?:WIFI|MECARD|MATMSG|MEBKM):/i', $text) === 1 => static fn (string $value): string => Escaped::of($value, '\\;,:"'),
            preg_match('/^BEGIN:V/i', $text) === 1 => ContentLines::escaped(...),
            preg_match('/^(?:SMSTO|URLTO):/i', $text) === 1, $kind->metadata()->form === TextForm::Plain => null,
            default => rawurlencode(...),
        };
    }

    /**
     * Fills in values, each percent-encoded exactly once (RFC 3986 2.1); names without a value stay.
     *
     * @param  array<array-key, string>  $values  as people write them, not encoded
     */
    public static function fill(string $link, array $values): string
    {
        return self::replaced($link, $values, rawurlencode(...));
    }

    /**
     * The text with the values in their places, each as it is written there; names without a value stay.
     *
     * @param  array<array-key, string>  $values
     * @param  ?Closure(string): string  $encode
     */
    public static function replaced(string $text, array $values, ?Closure $encode): string
    {
        return (string) preg_replace_callback(
            self::PLACE,
            static fn (array $match): string => isset($values[$match[1]]) ? ($encode === null ? $values[$match[1]] : $encode($values[$match[1]])) : $match[0],
            $text,
        );
    }

    /** The link with a letter in each place, for checks of everything else. */
    public static function blanked(string $link): string
    {
        return (string) preg_replace(self::PLACE, 'x', $link);
    }
}
