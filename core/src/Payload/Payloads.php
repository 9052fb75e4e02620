<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use KeenGlyph\Core\Gs1\InvalidElements;

/** From fields to text and back, for every kind. */
final class Payloads
{
    /** Problems of a text that are told, the gravest first: nobody mends more by hand. */
    private const MOST_PROBLEMS = 50;

    /** Longest text that is looked at. */
    public const MAX_BYTES = 16 * 7089;

    /**
     * The text for fields, with everything that is wrong or unwise about them.
     *
     * @param  array<array-key, mixed>  $fields
     */
    public static function build(Kind $kind, array $fields, Context $context = new Context): Payload
    {
        $grammar = $kind->grammar();
        if ($kind === Kind::Gs1Link || $kind === Kind::Gs1Elements) {
            try {
                $fields = Gs1Values::expanded($fields);
            } catch (InvalidElements $e) {
                return new Payload($kind, '', [], [new Problem(Severity::Error, 'elements', 'elements', $e->getMessage(), refused: true)], $context);
            }
        }
        $values = Values::of($grammar->fields(), $fields);
        $problems = self::problems($grammar, $values, $context);
        foreach ($problems as $problem) {
            if ($problem->refused) {
                return new Payload($kind, '', $values->toArray(), $problems, $context);
            }
        }

        $text = $grammar->write($values, $context);
        if (! self::comesBack($kind, $text, $context)) {
            $problems = [new Problem(Severity::Error, 'not_reversible', self::keptField($grammar), 'Something here cannot stand in the text as it is: read back, it would say something else.', refused: true), ...$problems];
            $text = '';
        }

        return new Payload($kind, $text, $values->toArray(), $problems, $context);
    }

    /** Whether reading the text and writing it again gives the same: the last guard against saying something else than was meant. */
    private static function comesBack(Kind $kind, string $text, Context $context): bool
    {
        $grammar = $kind->grammar();
        $fields = $grammar->read($text, $context);

        // A chat link by a template of its own, or a link with a scheme of its own, is read as another kind.
        return $fields === null ? $kind->metadata()->form === TextForm::Link : $grammar->write(Values::of($grammar->fields(), $fields), $context) === $text;
    }

    private static function keptField(Grammar $grammar): string
    {
        foreach ($grammar->fields() as $field) {
            if ($field->type === FieldType::Kept) {
                return $field->name;
            }
        }

        return 'text';
    }

    /**
     * The text of fields as they are, checked for nothing.
     *
     * @param  array<array-key, mixed>  $fields
     */
    public static function written(Kind $kind, array $fields, Context $context = new Context): string
    {
        $grammar = $kind->grammar();

        return $grammar->write(Values::of($grammar->fields(), $fields), $context);
    }

    /**
     * The kind and fields of a text; text is what is nothing else.
     *
     * @param  ?Kind  $kind  the kind that it is meant to be; recognised when null
     */
    public static function parse(string $text, ?Kind $kind = null, Context $context = new Context): Payload
    {
        $readable = self::readable($text);
        if ($readable !== null) {
            foreach ($kind === null ? Kind::recognisable() : [$kind] as $candidate) {
                $fields = $candidate->grammar()->read($readable, $context);
                if ($fields !== null && ($kind !== null || $candidate !== Kind::Gs1Elements || Gs1Elements::isCertain($text))) {
                    return self::read($candidate, $text, $readable, $fields, $context);
                }
            }
        }

        return $kind === null || $kind === Kind::Text ? self::plain($text) : self::other($kind, $text, $context);
    }

    /** As UTF-8; lines may be folded within a character (RFC 5545 3.1). Null for what is no text, or longer than is looked at. */
    private static function readable(string $text): ?string
    {
        if (strlen($text) > self::MAX_BYTES || mb_check_encoding($text, 'UTF-8')) {
            return strlen($text) > self::MAX_BYTES ? null : $text;
        }
        $unfolded = strncasecmp($text, 'BEGIN:V', 7) === 0 ? (string) preg_replace('/\r?\n[ \t]/', '', $text) : '';

        return $unfolded !== '' && mb_check_encoding($unfolded, 'UTF-8') ? $unfolded : null;
    }

    /** @param  array<string, mixed>  $fields */
    private static function read(Kind $kind, string $text, string $readable, array $fields, Context $context): Payload
    {
        $grammar = $kind->grammar();
        $values = Values::of($grammar->fields(), $fields);
        $problems = self::problems($grammar, $values, $context);
        if ($grammar instanceof ChecksText) {
            $problems = [...$grammar->textProblems($readable, $context), ...$problems];
        }
        $problems = $kind->metadata()->form === TextForm::Uri ? [...PercentSigns::problems($text), ...$problems] : $problems;
        $written = $grammar->write($values, $context);
        if ($kind === Kind::Gs1Elements) {
            // Brackets and symbology identifiers are ways to show the same elements: a symbol carries only one.
            $text = $written;
        }
        $problems = self::found($kind, $problems);
        $hasErrors = array_filter($problems, static fn (Problem $problem): bool => $problem->isError()) !== [];
        if ($written !== $text && $kind !== Kind::Text && ! $hasErrors) {
            $problems[] = Problem::note('not_canonical', 'text', 'The text says this in another way than the plain form that is written here.', 'Write the plain form', $written);
        }
        // A text that was found exists, whatever is wrong with it: nothing about it is refused.
        $problems = array_map(static fn (Problem $problem): Problem => $problem->refused ? $problem->as($problem->severity) : $problem, $problems);
        // A page opens what is in a text, so what is dangerous is told first.
        usort($problems, static fn (Problem $a, Problem $b): int => [$b->code === 'dangerous_scheme', $b->isError(), $a->severity === Severity::Note] <=> [$a->code === 'dangerous_scheme', $a->isError(), $b->severity === Severity::Note]);

        return new Payload($kind, $text, $values->toArray(), array_slice($problems, 0, self::MOST_PROBLEMS), $context);
    }

    /**
     * What is an error on a form may be allowed in a text of another program: a vCard's number may be written in any
     * way (RFC 2426 3.3.1).
     *
     * @param  list<Problem>  $problems
     * @return list<Problem>
     */
    private static function found(Kind $kind, array $problems): array
    {
        if ($kind !== Kind::Contact) {
            return $problems;
        }

        return array_map(static fn (Problem $problem): Problem => match ($problem->code) {
            'country_code_missing' => $problem->as(Severity::Note),
            'not_a_number', 'unknown_country', 'impossible_number' => $problem->as(Severity::Caution),
            default => $problem,
        }, $problems);
    }

    /** @return list<Problem> refusals first */
    private static function problems(Grammar $grammar, Values $values, Context $context): array
    {
        $problems = [...$values->problems, ...$grammar->check($values, $context), ...MergeFields::problems($values->toArray())];
        $rank = static fn (Problem $problem): int => array_search($problem->severity, [Severity::Note, Severity::Caution, Severity::Error], true) + ($problem->refused ? 1 : 0);
        usort($problems, static fn (Problem $a, Problem $b): int => $rank($b) <=> $rank($a));

        return $problems;
    }

    private static function plain(string $text): Payload
    {
        $problems = $text === ''
            ? [new Problem(Severity::Error, 'empty', 'text', 'Write the text that the symbol should carry.', refused: true)]
            : [...PlainText::disguises($text), ...PlainText::problems($text, 'text'), ...MergeFields::problems(['text' => $text])];

        return new Payload(Kind::Text, $text, ['text' => mb_scrub($text, 'UTF-8')], $problems);
    }

    /** A text that is not of the kind it is meant to be. */
    private static function other(Kind $kind, string $text, Context $context): Payload
    {
        $field = $kind->metadata()->linkField;
        if ($field !== null) {
            return new Payload($kind, $text, mb_check_encoding($text, 'UTF-8') ? [$field => $text] : [], array_map(static fn (Problem $problem): Problem => ($text === '' ? $problem : $problem->as($problem->severity))->at($field), LinkRules::check($text)), $context);
        }
        $empty = $text === '';

        return new Payload($kind, $text, [], [new Problem(
            Severity::Error, $empty ? 'empty' : 'other_kind', 'text',
            $empty ? 'Fill in the fields, or paste a text.' : "This text is not of the kind “{$kind->label()}” ({$kind->metadata()->standard}). It is ".self::parse($text, null, $context)->kind->label().'.',
            refused: $empty,
        )], $context);
    }
}
