<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\Codewords;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\Placement;
use KeenGlyph\Core\Symbol\SymbolVersion;
use KeenGlyph\Core\Symbol\Version;

/** A symbol's modules, understood. */
final readonly class DecodedMatrix
{
    /**
     * @param  int  $corrected  codewords that were wrong
     * @param  int  $codewords  how many there are
     * @param  int  $erased  codewords that were given up as doubtful before the rest was corrected
     * @param  string  $data  data codewords of all blocks, corrected; empty for Micro QR Code
     */
    public function __construct(
        public SymbolVersion $version,
        public ErrorCorrectionLevel $level,
        public int $mask,
        public int $corrected,
        public int $codewords,
        public Content $content,
        public int $erased = 0,
        public string $data = '',
    ) {
    }

    /** The modules as they were meant, every one of them corrected; null for Micro QR Code. */
    public function meant(): ?ModuleMatrix
    {
        return $this->version instanceof Version && $this->data !== ''
            ? Placement::place(Codewords::final($this->data, $this->version->blocks($this->level)), $this->version, $this->level, $this->mask)[0]
            : null;
    }
}
