<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use DateTimeImmutable;
use DateTimeZone;
use KeenGlyph\Core\Gs1\Element;
use KeenGlyph\Core\Payload\Field;
use KeenGlyph\Core\Payload\FieldType;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\TimeZones;
use NumberFormatter;

/** A payload in plain words, line by line: what was meant, beside what the standard writes. */
final class PayloadSummary
{
    /** @return list<array{label: string, value: string, note: ?string, instant: ?string}> instant: a moment in UTC, for showing it in local time */
    public static function of(Payload $payload): array
    {
        if (in_array($payload->kind, [Kind::Gs1Link, Kind::Gs1Elements], true)) {
            return self::elements($payload);
        }
        $lines = [];
        foreach ($payload->kind->grammar()->fields() as $field) {
            foreach (self::values($field, $payload->fields[$field->name] ?? null) as [$label, $value]) {
                $instant = $field->type === FieldType::DateTime && $payload->kind === Kind::Event && $field->name !== 'stamp' ? self::instant($value, $payload) : null;
                $lines[] = self::line($label, $field->type === FieldType::DateTime ? self::moment($value) : $value, self::note($field, $value, $payload), $instant);
            }
        }

        return $lines;
    }

    /** @return list<array{label: string, value: string, note: ?string, instant: ?string}> */
    private static function elements(Payload $payload): array
    {
        $lines = [];
        $elements = $payload->fields['elements'] ?? [];
        foreach (is_array($elements) ? $elements : [] as $element) {
            if (is_array($element) && is_string($element['ai'] ?? null) && is_string($element['value'] ?? null)) {
                $facts = Gs1Facts::element(new Element($element['ai'], $element['value']));
                $lines[] = self::line("({$facts['ai']}) {$facts['title']}", $facts['value'], $facts['says'], null);
            }
        }
        foreach (['domain' => 'Resolver'] as $name => $label) {
            if (is_string($payload->fields[$name] ?? null)) {
                $lines[] = self::line($label, $payload->fields[$name], null, null);
            }
        }

        return $lines;
    }

    /**
     * Labels and values of a field: one of each, one a repetition, or one a group.
     *
     * @return list<array{string, string}>
     */
    private static function values(Field $field, mixed $value): array
    {
        if ($field->type === FieldType::Group) {
            $groups = is_array($value) && ! array_is_list($value) ? [$value] : (is_array($value) ? $value : []);

            return array_values(array_map(static fn (mixed $group): array => [$field->label, self::group($field, is_array($group) ? $group : [])], $groups));
        }
        $values = is_array($value) ? array_values($value) : [$value];
        $lines = [];
        foreach ($values as $one) {
            if (is_string($one) && $one !== '') {
                $lines[] = [$field->label, $field->type === FieldType::Choice ? (string) ($field->options[$one] ?? $one) : $one];
            } elseif ($one === true) {
                $lines[] = [$field->label, 'yes'];
            }
        }

        return $lines;
    }

    /** @param  array<array-key, mixed>  $group */
    private static function group(Field $field, array $group): string
    {
        $parts = [];
        $type = '';
        foreach ($field->fields as $inner) {
            $value = $group[$inner->name] ?? '';
            if (! is_string($value) || $value === '') {
                continue;
            }
            if ($inner->name === 'type') {
                $type = ' ('.mb_strtolower((string) ($inner->options[$value] ?? $value)).')';
            } else {
                $parts[] = $value;
            }
        }

        return implode(', ', $parts).$type;
    }

    private static function note(Field $field, string $value, Payload $payload): ?string
    {
        if ($field->name !== 'amount' || preg_match('/^\d+(\.\d+)?$/D', $value) !== 1) {
            return null;
        }
        $currency = match ($payload->kind) {
            Kind::Sepa => 'EUR',
            Kind::Upi => 'INR',
            default => $payload->fields['currency'] ?? null,
        };
        $formatted = is_string($currency) && preg_match('/^[A-Z]{3}$/D', $currency) === 1 ? (new NumberFormatter('en', NumberFormatter::CURRENCY))->formatCurrency((float) $value, $currency) : false;

        return $formatted === false ? null : $formatted;
    }

    private static function moment(string $value): string
    {
        $moment = date_create_immutable($value);

        return $moment === false ? $value : $moment->format('D j F Y, H:i').($moment->format('s') === '00' ? '' : $moment->format(':s'));
    }

    private static function instant(string $value, Payload $payload): ?string
    {
        $zone = $payload->fields['time_zone'] ?? '';
        if (! is_string($zone) || ! TimeZones::exists($zone) || date_create_immutable($value) === false) {
            return null;
        }

        return (new DateTimeImmutable($value, new DateTimeZone($zone)))->setTimezone(new DateTimeZone('UTC'))->format('Y-m-d\TH:i:s\Z');
    }

    /** @return array{label: string, value: string, note: ?string, instant: ?string} */
    private static function line(string $label, string $value, ?string $note, ?string $instant): array
    {
        return ['label' => $label, 'value' => $value, 'note' => $note, 'instant' => $instant];
    }
}
