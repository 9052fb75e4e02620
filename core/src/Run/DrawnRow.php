<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

/** A row that was drawn and read back. */
final readonly class DrawnRow
{
    /**
     * @param  string  $text  that it says, in bytes
     * @param  string  $symbol  version and level, or the symbology
     * @param  bool  $wasSearched  whether it was found without being told where it is, too
     */
    public function __construct(public int $row, public string $text, public string $symbol, public string $picture, public bool $wasSearched)
    {
    }
}
