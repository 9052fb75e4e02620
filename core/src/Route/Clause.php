<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/** One part of a rule's condition. All parts of a rule have to hold. */
interface Clause
{
    /** Whether it is true of this visitor now. */
    public function holds(Visitor $visitor): bool;

    /** As a part of a sentence, such as "the device is a phone". */
    public function words(): string;

    /** Whether whoever the other lets through is let through by this one too; false where that is not certain. */
    public function covers(self $other): bool;

    /** Whether nobody can be let through by both; false where that is not certain. */
    public function excludes(self $other): bool;

    /** @return array<string, mixed> as it is stored */
    public function toArray(): array;
}
