<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** A grammar whose texts check themselves, beyond what their fields show. */
interface ChecksText
{
    /** @return list<Problem> */
    public function textProblems(string $text): array;
}
