<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** A grammar whose texts check themselves, beyond what their fields show. */
interface ChecksText
{
    /**
     * What is missing, doubled or misplaced in a text that read() took; told with its place and clause.
     *
     * @return list<Problem>
     */
    public function textProblems(string $text, Context $context): array;
}
