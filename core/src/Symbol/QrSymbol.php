<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** A QR Code or Micro QR Code symbol with what is known about its making. */
final readonly class QrSymbol
{
    /**
     * @param  string  $text  the bytes that were encoded
     * @param  ErrorCorrectionLevel  $level  L for M1, which has none
     * @param  list<Segment>  $segments
     * @param  string  $reason  why the text stands in the character set it stands in
     */
    public function __construct(
        public string $text,
        public SymbolVersion $version,
        public ErrorCorrectionLevel $level,
        public int $mask,
        public array $segments,
        public ModuleMatrix $matrix,
        public string $reason = '',
    ) {
    }

    /** Whether it is a Micro QR Code symbol. */
    public function isMicro(): bool
    {
        return $this->version instanceof MicroVersion;
    }

    /** Version and level as the standard writes them: "7-M", "M2-L", "M1". */
    public function designation(): string
    {
        return $this->version === MicroVersion::M1 ? 'M1' : $this->version->label().'-'.$this->level->value;
    }

    /** Bits of all segments, headers included. */
    public function bitsUsed(): int
    {
        return Segment::total($this->segments, $this->version);
    }

    /** Bits that version and level hold. */
    public function bitsAvailable(): int
    {
        return $this->version->capacity($this->level);
    }

    /** Bytes that could be added to the last segment if it is (or becomes) a byte segment; 0 or more. */
    public function bytesLeft(): int
    {
        $free = $this->bitsAvailable() - $this->bitsUsed();
        $last = $this->segments === [] ? null : $this->segments[count($this->segments) - 1]->mode;
        if ($last !== Mode::Byte) {
            $indicator = $this->version->indicator(Mode::Byte);
            if ($indicator === null) {
                return 0;
            }
            $free -= strlen($indicator) + $this->version->countBits(Mode::Byte);
        }

        return max(0, intdiv($free, 8));
    }
}
