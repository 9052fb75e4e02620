<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use DateTimeImmutable;

/** What is done to a column's values before they are put into their places, step by step. */
final class Transform
{
    public const STEPS = ['trim', 'upper', 'lower', 'digits', 'pad:N', 'date:FORM', 'gs1date:FORM', 'gs1weight:N'];

    /** Forms of days by what people write. */
    private const FORMS = ['dmy' => 'd#m#Y', 'mdy' => 'm#d#Y', 'ymd' => 'Y#m#d'];

    /**
     * @param  list<string>  $steps  such as trim, pad:13 or date:dmy
     *
     * @throws InvalidRun when a step is not known, or a value is not of its form
     */
    public static function apply(string $value, array $steps): string
    {
        foreach ($steps as $step) {
            [$name, $argument] = [...explode(':', $step, 2), ''];
            $value = match ($name) {
                'trim' => trim((string) preg_replace('/^\s+|\s+$/u', '', $value)),
                'upper' => mb_strtoupper($value),
                'lower' => mb_strtolower($value),
                'digits' => (string) preg_replace('/\D/', '', $value),
                'pad' => preg_match('/^[1-9]\d?$/D', $argument) === 1 ? ($value === '' ? '' : str_pad($value, (int) $argument, '0', STR_PAD_LEFT)) : throw new InvalidRun('pad takes how many digits there are, such as pad:13.'),
                'date' => $value === '' ? '' : self::day($value, $argument)->format('Y-m-d'),
                'gs1date' => $value === '' ? '' : self::day($value, $argument)->format('ymd'),
                'gs1weight' => $value === '' ? '' : self::weight($value, $argument),
                default => throw new InvalidRun("There is no step “{$step}”: ".implode(', ', self::STEPS).'.'),
            };
        }

        return $value;
    }

    /**
     * A weight as AI 310n has it: six digits, the last n of them decimals of a kilogram (GS1 General Specifications, 3.6.3).
     *
     * @throws InvalidRun when it is no weight, or does not fit without loss
     */
    private static function weight(string $value, string $decimals): string
    {
        if (preg_match('/^[0-5]$/D', $decimals) !== 1) {
            throw new InvalidRun('gs1weight takes how many decimals there are, 0 to 5, such as gs1weight:3.');
        }
        if (preg_match('/^\s*(\d{1,9})(?:[.,](\d{1,6}))?\s*(kg|g)?\s*$/Di', $value, $match) !== 1) {
            throw new InvalidRun("“{$value}” is no weight such as 340 g, 0.34 kg or 0,34.");
        }
        // Digits are moved, not reckoned with: nothing is rounded.
        $isGrams = strtolower($match[3] ?? '') === 'g';
        $digits = str_pad($match[1], 10, '0', STR_PAD_LEFT).str_pad($match[2] ?? '', 6, '0');
        $place = 10 - ($isGrams ? 3 : 0) + (int) $decimals;
        [$kept, $rest] = [ltrim(substr($digits, 0, $place), '0'), trim(substr($digits, $place), '0')];
        if ($rest !== '' || strlen($kept) > 6) {
            throw new InvalidRun("“{$value}” does not fit into six digits with $decimals decimals of a kilogram: take AI 310n with another n.");
        }

        return str_pad($kept, 6, '0', STR_PAD_LEFT);
    }

    /** @throws InvalidRun */
    private static function day(string $value, string $form): DateTimeImmutable
    {
        $format = self::FORMS[$form === '' ? 'ymd' : $form] ?? throw new InvalidRun('The form of a day is dmy, mdy or ymd.');
        $day = DateTimeImmutable::createFromFormat("!$format", trim($value));
        $isWhole = $day !== false && (DateTimeImmutable::getLastErrors() === false || DateTimeImmutable::getLastErrors()['warning_count'] === 0);

        return $isWhole ? $day : throw new InvalidRun("“{$value}” is no day of the form $form.");
    }
}
