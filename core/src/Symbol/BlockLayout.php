<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Division of a symbol's codewords into Reed-Solomon blocks, ISO/IEC 18004:2015 7.5.1, table 9. */
final readonly class BlockLayout
{
    /** @param  int  $total codewords in the symbol; $blocks and $correction as table 9 gives them */
    public function __construct(
        public int $total,
        public int $blocks,
        public int $correction,
    ) {
    }

    /** Data codewords in the whole symbol. */
    public function dataCodewords(): int
    {
        return $this->total - $this->blocks * $this->correction;
    }

    /**
     * Data codewords of each block in order; the last blocks may be one longer.
     *
     * @return list<int>
     */
    public function dataLengths(): array
    {
        $short = intdiv($this->dataCodewords(), $this->blocks);
        $long = $this->dataCodewords() % $this->blocks;

        return [...array_fill(0, $this->blocks - $long, $short), ...array_fill(0, $long, $short + 1)];
    }

    /** Share of all codewords, 0 to 1, that may be wrong anywhere without loss, if errors spread evenly over the blocks. */
    public function repairableShare(): float
    {
        return $this->blocks * intdiv($this->correction, 2) / $this->total;
    }
}
