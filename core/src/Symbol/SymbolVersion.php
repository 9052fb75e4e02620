<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** A size of QR Code or Micro QR Code symbol, as far as segments and capacity depend on it. */
interface SymbolVersion
{
    /** As the standard writes it: "1" to "40", "M1" to "M4". */
    public function label(): string;

    /** Modules along a side, without quiet zone. */
    public function modules(): int;

    /** Mode indicator as '0' and '1', empty for M1; null when the version does not know the mode (ISO/IEC 18004:2015 7.4.1, table 2). */
    public function indicator(Mode $mode): ?string;

    /** Bits of the character count indicator (table 3); 0 where the mode has none or does not exist. */
    public function countBits(Mode $mode): int;

    /** Bits for segments, headers included (7.1, table 7); 0 where the version does not have the level. */
    public function capacity(ErrorCorrectionLevel $level): int;

    /** Bits of the terminator (7.4.9). */
    public function terminatorBits(): int;

    /** Share of all codewords, 0 to 1, that may be wrong without loss. */
    public function repairableShare(ErrorCorrectionLevel $level): float;

    /** Data and correction codewords together. */
    public function codewords(): int;
}
