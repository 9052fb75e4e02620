<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\SymbolVersion;

/** A symbol's modules, understood. */
final readonly class DecodedMatrix
{
    /**
     * @param  int  $corrected  codewords that were wrong
     * @param  int  $codewords  how many there are
     * @param  int  $erased  codewords that were given up as doubtful before the rest was corrected
     */
    public function __construct(
        public SymbolVersion $version,
        public ErrorCorrectionLevel $level,
        public int $mask,
        public int $corrected,
        public int $codewords,
        public Content $content,
        public int $erased = 0,
    ) {
    }
}
