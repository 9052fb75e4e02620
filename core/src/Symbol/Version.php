<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Version of a QR Code model 2 symbol, 1 to 40 (ISO/IEC 18004:2015 6.3.2). */
final readonly class Version implements SymbolVersion
{
    public const MAX = 40;

    private function __construct(public int $number)
    {
    }

    /**
     * @throws InvalidSymbol when the number is not 1 to 40
     */
    public static function of(int $number): self
    {
        if ($number < 1 || $number > self::MAX) {
            throw new InvalidSymbol("Version $number does not exist: versions run from 1 to 40.");
        }

        return new self($number);
    }

    public function label(): string
    {
        return (string) $this->number;
    }

    /** Modules along a side, without quiet zone: 21 to 177. */
    public function modules(): int
    {
        return 17 + 4 * $this->number;
    }

    /**
     * Coordinates, in rows and columns alike, on which alignment patterns are centred (annex E).
     *
     * @return list<int>
     */
    public function alignmentCoordinates(): array
    {
        return VersionTable::ALIGNMENT[$this->number - 1];
    }

    /** Codewords that the symbol holds, data and correction together (table 1). */
    public function codewords(): int
    {
        return VersionTable::CODEWORDS[$this->number - 1];
    }

    /** Modules that carry codewords, remainder bits included (table 1). */
    public function dataModules(): int
    {
        return 8 * $this->codewords() + VersionTable::REMAINDER_BITS[$this->number - 1];
    }

    /** How the codewords are divided into blocks at this level (table 9). */
    public function blocks(ErrorCorrectionLevel $level): BlockLayout
    {
        return new BlockLayout(
            $this->codewords(),
            VersionTable::BLOCKS[$level->value][$this->number - 1],
            VersionTable::CORRECTION_PER_BLOCK[$level->value][$this->number - 1],
        );
    }

    public function indicator(Mode $mode): string
    {
        return sprintf('%04b', $mode->indicator());
    }

    public function countBits(Mode $mode): int
    {
        $group = $this->countGroup();

        return match ($mode) {
            Mode::Numeric => [10, 12, 14][$group],
            Mode::Alphanumeric => [9, 11, 13][$group],
            Mode::Byte => [8, 16, 16][$group],
            Mode::Kanji => [8, 10, 12][$group],
            default => 0,
        };
    }

    public function capacity(ErrorCorrectionLevel $level): int
    {
        return $this->blocks($level)->dataCodewords() * 8;
    }

    public function terminatorBits(): int
    {
        return 4;
    }

    public function repairableShare(ErrorCorrectionLevel $level): float
    {
        return $this->blocks($level)->repairableShare();
    }

    /** Which of the three lengths of character count indicator applies: 0, 1 or 2 (table 3). */
    public function countGroup(): int
    {
        return $this->number < 10 ? 0 : ($this->number < 27 ? 1 : 2);
    }
}
