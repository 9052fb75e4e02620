<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** The form of a single value: what its type allows. */
final class FieldRule
{
    /** Null when the value is empty or in order. */
    public static function problem(Field $field, string $value, string $path): ?Problem
    {
        return $value === '' ? null : (self::unsafe($field, $value, $path) ?? self::form($field, $value, $path));
    }

    private static function unsafe(Field $field, string $value, string $path): ?Problem
    {
        $error = static fn (string $code, string $message, ?string $label = null, ?string $fix = null): Problem => new Problem(Severity::Error, $code, $path, $message, $label, $fix, refused: true);
        if (! mb_check_encoding($value, 'UTF-8')) {
            return $error('not_utf8', "{$field->label} is not valid UTF-8 text.");
        }
        $length = mb_strlen($value, 'UTF-8');
        if ($length > $field->max) {
            return $error('too_long', "{$field->label} has $length characters; {$field->max} are the most.", 'Cut it', mb_substr($value, 0, $field->max, 'UTF-8'));
        }
        if (str_contains($value, "\0")) {
            return $error('control', "{$field->label} holds the character U+0000, at which many programs end a text: the rest would be lost.", 'Remove it', str_replace("\0", '', $value));
        }
        if ($field->type === FieldType::Link || $field->type === FieldType::Raw) {
            // LinkRules and PlainText look closer and say more.
            return null;
        }
        $allowed = match ($field->type) {
            FieldType::Text => '/[\x00-\x08\x0B-\x1F\x7F]/',
            FieldType::Kept => '/[\x00-\x08\x0A-\x1F\x7F]/',
            default => '/[\x00-\x1F\x7F]/',
        };
        if (preg_match($allowed, $value, $match) === 1) {
            $what = in_array($match[0], ["\n", "\r"], true) ? 'a line break' : sprintf('the control character U+%04X', ord($match[0]));

            return $error('control', "{$field->label} holds $what, which cannot stand here.", 'Remove it', (string) preg_replace($allowed, '', $value));
        }
        // A name may need a mark to be shown right; one that overrides what follows only disguises.
        $marks = $field->type->isForMachines() ? PlainText::DIRECTION_MARKS : PlainText::DIRECTION_OVERRIDES;
        if ($field->type !== FieldType::Text && preg_match($marks, $value) === 1) {
            return $error('direction_mark', "{$field->label} holds an invisible mark that turns the direction of writing.", 'Remove it', (string) preg_replace($marks, '', $value));
        }

        return null;
    }

    private static function form(Field $field, string $value, string $path): ?Problem
    {
        $message = match ($field->type) {
            FieldType::Choice => isset($field->options[$value]) ? null : 'Choose one of: '.implode(', ', array_keys($field->options)).'.',
            FieldType::Integer => preg_match('/^(0|[1-9]\d{0,8})$/D', $value) === 1 ? null : "{$field->label} is a whole number.",
            FieldType::Decimal => preg_match('/^\d{1,13}(\.\d{1,12})?$/D', $value) === 1 ? null : self::decimal($field, $value),
            FieldType::Date => self::isDate($value) ? null : "{$field->label} is a date written YYYY-MM-DD, such as 2026-06-14.",
            FieldType::DateTime => self::isDateTime($value) ? null : "{$field->label} is a date and time written YYYY-MM-DDTHH:MM, such as 2026-06-14T10:00.",
            FieldType::TimeZone => TimeZones::exists($value) ? null : "“{$value}” is not a time zone. Write UTC or a name such as Europe/London.",
            FieldType::Email => EmailAddress::isValid($value) ? null : "“{$value}” is not an e-mail address.",
            default => null,
        };
        if ($message === null && $field->pattern !== '' && ! self::matches($field->pattern, $value)) {
            $message = self::mismatch($field, $value);
        }

        return $message === null ? null : new Problem(Severity::Error, 'form', $path, $message, refused: true);
    }

    /** Only ASCII digits are digits here: those of other scripts are not what the standards write. */
    private static function matches(string $pattern, string $value): bool
    {
        return preg_match('/^(?:'.str_replace('\d', '[0-9]', $pattern).')$/Du', $value) === 1;
    }

    /** What is wrong with the value, and then the rule. */
    private static function mismatch(Field $field, string $value): string
    {
        $example = $field->example === '' ? '' : " Such as “{$field->example}”.";
        foreach (array_unique(mb_str_split($value, 1, 'UTF-8')) as $character) {
            $without = str_replace($character, '', $value);
            if ($without !== '' && self::matches($field->pattern, $without)) {
                $named = trim($character) === '' ? 'A space' : "“{$character}”";

                return "$named cannot stand in {$field->label}: it would be taken for something else.$example";
            }
        }
        $shown = mb_strlen($value) > 40 ? mb_substr($value, 0, 40).'…' : $value;

        return "“{$shown}” does not fit {$field->label}. ".($field->help === '' ? ltrim($example) : $field->help);
    }

    private static function decimal(Field $field, string $value): string
    {
        $plain = str_replace([' ', "\u{A0}", '’', "'"], '', $value);
        $hint = preg_match('/^\d+,\d{1,2}$/D', $plain) === 1 ? ' Write '.str_replace(',', '.', $plain).'.' : '';

        return "{$field->label} is a number with a point before decimals and nothing else.$hint";
    }

    private static function isDate(string $value): bool
    {
        return preg_match('/^(\d{4})-(\d\d)-(\d\d)$/D', $value, $m) === 1 && checkdate((int) $m[2], (int) $m[3], (int) $m[1]);
    }

    private static function isDateTime(string $value): bool
    {
        return preg_match('/^(\d{4}-\d\d-\d\d)T([01]\d|2[0-3]):[0-5]\d(:[0-5]\d)?$/D', $value, $m) === 1 && self::isDate($m[1]);
    }
}
