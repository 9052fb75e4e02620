<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** A kind of which what phones do depends on what its fields hold. */
interface SpeaksOfFields
{
    /**
     * What the payload is about, in one line.
     *
     * @param  array<string, mixed>  $fields
     */
    public function about(array $fields): ?string;

    /**
     * Where phones part ways over just these values.
     *
     * @param  array<string, mixed>  $fields
     * @return list<string>
     */
    public function differs(array $fields): array;
}
