<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** A QR Code symbol with what is known about its making. */
final readonly class QrSymbol
{
    /**
     * @param  string  $text  the bytes that were encoded
     * @param  list<Segment>  $segments
     */
    public function __construct(
        public string $text,
        public Version $version,
        public Level $level,
        public int $mask,
        public array $segments,
        public ModuleMatrix $matrix,
    ) {
    }

    /** Bits of all segments, headers included. */
    public function bitsUsed(): int
    {
        return array_sum(array_map(fn (Segment $segment): int => $segment->bits($this->version), $this->segments));
    }

    /** Bits that version and level hold. */
    public function bitsAvailable(): int
    {
        return Capacity::bits($this->version, $this->level);
    }

    /** Bytes that could be added to the last segment if it is (or becomes) a byte segment; 0 or more. */
    public function bytesLeft(): int
    {
        $free = $this->bitsAvailable() - $this->bitsUsed();
        $last = $this->segments === [] ? null : $this->segments[count($this->segments) - 1]->mode;
        if ($last !== Mode::Byte) {
            $free -= 4 + Mode::Byte->countBits($this->version);
        }

        return max(0, intdiv($free, 8));
    }
}
