<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Text that is only shown. */
final class PlainText implements Grammar
{
    /** Characters that turn the direction of writing or hide: U+200E, U+200F, U+202A to U+202E, U+2066 to U+2069. */
    public const DIRECTION_MARKS = '/[\x{200E}\x{200F}\x{202A}-\x{202E}\x{2066}-\x{2069}]/u';

    /** Those of them that reorder what follows: embeddings, overrides and isolates. */
    public const DIRECTION_OVERRIDES = '/[\x{202A}-\x{202E}\x{2066}-\x{2069}]/u';

    public function fields(): array
    {
        return [new Field('text', 'Text', FieldType::Raw, required: true, help: 'Shown as it stands.', example: 'Hive 7, queen marked blue 2026', max: 7089)];
    }

    public function check(Values $values, Context $context): array
    {
        return $values->has('text') ? self::problems($values->text('text'), 'text') : [];
    }

    public function write(Values $values, Context $context): string
    {
        return $values->text('text');
    }

    public function read(string $text, Context $context): array
    {
        return ['text' => $text];
    }

    /**
     * What is unwise in a text that people read.
     *
     * @return list<Problem>
     */
    public static function problems(string $text, string $field): array
    {
        if (! mb_check_encoding($text, 'UTF-8')) {
            return [];
        }
        $problems = [];
        if (preg_match(self::DIRECTION_MARKS, $text, $match) === 1) {
            $problems[] = Problem::caution('direction_mark', $field, sprintf('The text holds U+%04X, an invisible mark that turns the direction of writing.', mb_ord($match[0])), 'Remove the marks', (string) preg_replace(self::DIRECTION_MARKS, '', $text));
        }
        if (preg_match('/[\x00-\x08\x0B\x0C\x0E-\x1F\x7F]/', $text, $match) === 1) {
            $problems[] = Problem::caution('control', $field, sprintf('The text holds the control character U+%04X, which phones show as a box or not at all.', ord($match[0])));
        }
        if (trim($text) !== $text) {
            $problems[] = Problem::caution('outer_space', $field, 'The text begins or ends with a space or line break.', 'Remove outer spaces', trim($text));
        }

        return $problems;
    }
}
