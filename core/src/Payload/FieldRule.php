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
        if ($message === null && $field->pattern !== '' && preg_match('/^(?:'.$field->pattern.')$/Du', $value) !== 1) {
            $message = $field->help === '' ? "{$field->label} is not of the right form, such as “{$field->example}”." : $field->help;
        }

        return $message === null ? null : new Problem(Severity::Error, 'form', $path, $message, refused: true);
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
