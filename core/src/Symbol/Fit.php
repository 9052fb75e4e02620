<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** The symbol that a text fits into. */
final readonly class Fit
{
    /** @param  ErrorCorrectionLevel  $level  the one asked for, or a higher one that fits into the same version */
    public function __construct(
        public SymbolVersion $version,
        public ErrorCorrectionLevel $level,
        public Segmentation $segmentation,
    ) {
    }
}
