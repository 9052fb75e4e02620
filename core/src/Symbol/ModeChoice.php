<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** How a text is cut into segments. */
enum ModeChoice: string
{
    /** Of all ways that need the same version the one with the fewest segments: readers differ least about it. */
    case Auto = 'auto';

    /** The fewest bits, however often the mode changes. */
    case Mixed = 'mixed';

    /** All of it in one segment of this mode. */
    case Numeric = 'numeric';
    case Alphanumeric = 'alphanumeric';
    case Byte = 'byte';
    case Kanji = 'kanji';

    /** The one mode that is asked for; null where the encoder chooses. */
    public function mode(): ?Mode
    {
        return $this === self::Auto || $this === self::Mixed ? null : Mode::from($this->value);
    }
}
