<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** A character of a text as a symbol may carry it. */
final readonly class TextCharacter
{
    /**
     * @param  string  $bytes  in the text's character set
     * @param  ?string  $kanji  its Shift JIS pair, where kanji mode can carry it (ISO/IEC 18004:2015, 7.4.6)
     */
    public function __construct(
        public string $bytes,
        public ?string $kanji,
    ) {
    }
}
