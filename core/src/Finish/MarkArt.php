<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** What a mark shows: an icon of the shipped set, a few letters, or a picture that was cleaned. */
interface MarkArt
{
    /** @return array<string, string> the key and value it has in a finish file */
    public function toArray(): array;
}
