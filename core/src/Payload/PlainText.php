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

    /** Control characters but tab and line breaks. */
    public const CONTROLS = '/[\x00-\x08\x0B\x0C\x0E-\x1F\x7F]/';

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'Text',
            group: 'Raw',
            purpose: 'Show a text',
            standard: 'ISO/IEC 18004',
            words: ['note', 'plain', 'bytes', 'number'],
            form: TextForm::Plain,
            phone: new PhoneHandling('Text', 'A phone shows this text and offers to copy it or to search for it.', null, ['A text that looks like an address or a number may be offered as one.']),
            starters: [['label' => 'Hive card', 'fields' => ['text' => 'Hive 7, queen marked blue 2026']]],
        );
    }

    public function fields(): array
    {
        return [new Field('text', 'Text', FieldType::Raw, required: true, help: 'Shown as it stands.', example: 'Hive 7, queen marked blue 2026', max: 7089)];
    }

    public function check(Values $values, Context $context): array
    {
        return $values->has('text') && $values->problems === [] ? [...self::disguises($values->text('text')), ...self::problems($values->text('text'), 'text')] : [];
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
        if (trim($text) === '' && $text !== '') {
            return [new Problem(Severity::Error, 'blank', $field, 'There are only spaces or line breaks here: a reader shows nothing.')];
        }
        $problems = [];
        if (preg_match(self::DIRECTION_MARKS, $text, $match, PREG_OFFSET_CAPTURE) === 1) {
            $problems[] = new Problem(Severity::Caution, 'direction_mark', $field, sprintf('The text holds U+%04X, an invisible mark that turns the direction of writing.', mb_ord($match[0][0])), 'Remove the marks', (string) preg_replace(self::DIRECTION_MARKS, '', $text), position: self::position($text, $match[0][1]));
        }
        if (preg_match(self::CONTROLS, $text, $match, PREG_OFFSET_CAPTURE) === 1) {
            $problems[] = new Problem(Severity::Error, 'control', $field, sprintf('The text holds the control character U+%04X, which readers show as a box, cut the text at, or send on as a key press.', ord($match[0][0])), 'Remove it', (string) preg_replace(self::CONTROLS, '', $text), position: self::position($text, $match[0][1]));
        }
        if (trim($text) !== $text) {
            $problems[] = Problem::note('outer_space', $field, 'The text begins or ends with a space or line break.', 'Remove outer spaces', trim($text));
        }

        return $problems;
    }

    /**
     * What a text that is of no other kind may be mistaken for.
     *
     * @return list<Problem>
     */
    public static function disguises(string $text): array
    {
        if (! mb_check_encoding($text, 'UTF-8')) {
            return [];
        }
        $hidden = HiddenScheme::problem($text, 'text');
        if ($hidden !== null) {
            return [$hidden->as($hidden->severity)];
        }
        if (preg_match('#^\s*h(?:tt|xx|t)ps?[:;/]#i', $text) === 1 || preg_match('#^\s*https?:#i', rawurldecode($text)) === 1) {
            return [Problem::caution('broken_link', 'text', 'This begins like a link and is none: a reader shows it as text, or repairs it in its own way. Write https:// and the host.')];
        }
        if (preg_match('#^(?:[a-z0-9](?:[a-z0-9-]*[a-z0-9])?\.)+[a-z]{2,}(?:[/?\#:]\S*)?$#iD', $text) === 1) {
            return [Problem::note('scheme_missing', 'text', 'Without a scheme most phones show this as text and open no page.', "Use https://$text", "https://$text")];
        }

        return [];
    }

    /** Characters before a byte offset, and one: positions are counted from 1. */
    public static function position(string $text, int $offset): int
    {
        return mb_strlen(substr($text, 0, $offset), 'UTF-8') + 1;
    }
}
