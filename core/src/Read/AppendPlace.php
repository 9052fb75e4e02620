<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Place of a symbol in a sequence that carries one text, ISO/IEC 18004:2015 clause 8. */
final readonly class AppendPlace
{
    /**
     * @param  int  $index  from 0
     * @param  int  $total  symbols in the sequence, 1 to 16
     * @param  int  $parity  exclusive or of all bytes of the whole text
     */
    public function __construct(
        public int $index,
        public int $total,
        public int $parity,
    ) {
    }
}
