<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use KeenGlyph\Core\Gs1\InvalidElements;

/** From fields to text and back, for every kind. */
final class Payloads
{
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
        return $fields === null ? in_array($kind, [Kind::Link, Kind::Chat, Kind::Coupon, Kind::Meeting, Kind::PaymentLink], true) : $grammar->write(Values::of($grammar->fields(), $fields), $context) === $text;
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
        if (strlen($text) <= self::MAX_BYTES && mb_check_encoding($text, 'UTF-8')) {
            foreach ($kind === null ? Kind::recognisable() : [$kind] as $candidate) {
                $fields = $candidate->grammar()->read($text, $context);
                if ($fields !== null && ($kind !== null || $candidate !== Kind::Gs1Elements || Gs1Elements::isCertain($text))) {
                    return self::read($candidate, $text, $fields, $context);
                }
            }
        }

        return $kind === null || $kind === Kind::Text ? self::plain($text) : self::other($kind, $text, $context);
    }

    /** @param  array<string, mixed>  $fields */
    private static function read(Kind $kind, string $text, array $fields, Context $context): Payload
    {
        $grammar = $kind->grammar();
        $values = Values::of($grammar->fields(), $fields);
        $problems = self::problems($grammar, $values, $context);
        if ($grammar instanceof ChecksText) {
            $problems = [...$grammar->textProblems($text), ...$problems];
        }
        $written = $grammar->write($values, $context);
        if ($kind === Kind::Gs1Elements) {
            // Brackets and symbology identifiers are ways to show the same elements: a symbol carries only one.
            $text = $written;
        }
        if ($written !== $text && $kind !== Kind::Text && array_filter($problems, static fn (Problem $problem): bool => $problem->severity === Severity::Error) === []) {
            $problems[] = Problem::caution('not_canonical', 'text', 'The text says this in another way than the standard’s plain form.', 'Write the plain form', $written);
        }
        // A text that was found is drawn as it stands, so nothing about its form is refused.
        $problems = array_map(static fn (Problem $problem): Problem => $kind === Kind::Link || $kind === Kind::Text || ! $problem->refused ? $problem : new Problem($problem->severity, $problem->code, $problem->field, $problem->message, $problem->fixLabel, $problem->fixValue, self::isDangerous($problem), $problem->fixFields), $problems);

        return new Payload($kind, $text, $values->toArray(), $problems, $context);
    }

    /** @return list<Problem> refusals first */
    private static function problems(Grammar $grammar, Values $values, Context $context): array
    {
        $problems = [...$values->problems, ...$grammar->check($values, $context)];
        usort($problems, static fn (Problem $a, Problem $b): int => [$b->refused, $b->severity === Severity::Error] <=> [$a->refused, $a->severity === Severity::Error]);

        return $problems;
    }

    private static function isDangerous(Problem $problem): bool
    {
        return in_array($problem->code, ['dangerous_scheme', 'direction_mark', 'control'], true);
    }

    private static function plain(string $text): Payload
    {
        $problems = $text === ''
            ? [new Problem(Severity::Error, 'empty', 'text', 'Write the text that the symbol should carry.', refused: true)]
            : PlainText::problems($text, 'text');

        return new Payload(Kind::Text, $text, ['text' => mb_scrub($text, 'UTF-8')], $problems);
    }

    /** A text that is not of the kind it is meant to be. */
    private static function other(Kind $kind, string $text, Context $context): Payload
    {
        $isLinkLike = in_array($kind, [Kind::Link, Kind::Coupon, Kind::Meeting, Kind::PaymentLink], true);
        if ($isLinkLike) {
            $field = $kind === Kind::Coupon ? 'shop' : 'url';

            return new Payload($kind, $text, mb_check_encoding($text, 'UTF-8') ? [$field => $text] : [], array_map(static fn (Problem $problem): Problem => $problem->at($field), LinkRules::check($text)), $context);
        }
        $empty = $text === '';

        return new Payload($kind, $text, [], [new Problem(
            Severity::Error, $empty ? 'empty' : 'other_kind', 'text',
            $empty ? 'Fill in the fields, or paste a text.' : "This text is not of the kind “{$kind->label()}” ({$kind->standard()}). It is ".self::parse($text, null, $context)->kind->label().'.',
            refused: $empty,
        )], $context);
    }
}
