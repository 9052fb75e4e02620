<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\Level;
use KeenGlyph\Core\Symbol\Version;

/** A symbol's modules, understood. */
final readonly class DecodedMatrix
{
    /** @param  int  $corrected codewords that were wrong; $codewords how many there are */
    public function __construct(
        public Version $version,
        public Level $level,
        public int $mask,
        public int $corrected,
        public int $codewords,
        public Content $content,
    ) {
    }
}
