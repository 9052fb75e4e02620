<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** A kind: what is known about it, its fields, and its text both ways. */
interface Grammar
{
    /** What is known of the kind without any text: name, standard, form, group, starters. */
    public function metadata(): KindMetadata;

    /** @return list<Field> */
    public function fields(): array;

    /**
     * What is wrong or unwise beyond the form of single values.
     *
     * @return list<Problem>
     */
    public function check(Values $values, Context $context): array;

    /** The text that the standard asks for; defined for values without errors, harmless for others. */
    public function write(Values $values, Context $context): string;

    /**
     * The fields of a text, those it does not know among them; null when the text is not of this kind.
     *
     * @return ?array<string, mixed>
     */
    public function read(string $text, Context $context): ?array;
}
