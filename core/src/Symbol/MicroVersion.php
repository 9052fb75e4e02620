<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Versions of Micro QR Code symbols, ISO/IEC 18004:2015 6.3.2 and tables 2, 3, 7 and 9. */
enum MicroVersion: int implements SymbolVersion
{
    case M1 = 1;
    case M2 = 2;
    case M3 = 3;
    case M4 = 4;

    /** Data codewords by version and level; M1 only detects errors and has no level, it is kept under L. */
    private const DATA_CODEWORDS = [1 => ['L' => 3], ['L' => 5, 'M' => 4], ['L' => 11, 'M' => 9], ['L' => 16, 'M' => 14, 'Q' => 10]];

    private const CODEWORDS = [1 => 5, 10, 17, 24];

    /** Codewords that can be repaired (table 9). */
    private const REPAIRABLE = [1 => ['L' => 0], ['L' => 1, 'M' => 2], ['L' => 2, 'M' => 4], ['L' => 3, 'M' => 5, 'Q' => 7]];

    /** Symbol numbers of the format information (table 13), in their order. */
    private const NUMBERS = [[1, 'L'], [2, 'L'], [2, 'M'], [3, 'L'], [3, 'M'], [4, 'L'], [4, 'M'], [4, 'Q']];

    private const COUNT_BITS = ['numeric' => [1 => 3, 4, 5, 6], 'alphanumeric' => [2 => 3, 4, 5], 'byte' => [3 => 4, 5], 'kanji' => [3 => 3, 4]];

    private const MODE_VALUES = ['numeric' => 0, 'alphanumeric' => 1, 'byte' => 2, 'kanji' => 3];

    public function label(): string
    {
        return 'M'.$this->value;
    }

    public function modules(): int
    {
        return 9 + 2 * $this->value;
    }

    public function indicator(Mode $mode): ?string
    {
        if (! isset(self::COUNT_BITS[$mode->value][$this->value])) {
            return null;
        }

        return $this === self::M1 ? '' : sprintf('%0'.($this->value - 1).'b', self::MODE_VALUES[$mode->value]);
    }

    public function countBits(Mode $mode): int
    {
        return self::COUNT_BITS[$mode->value][$this->value] ?? 0;
    }

    /** Whether the version can be made at this level (table 7). */
    public function hasLevel(ErrorCorrectionLevel $level): bool
    {
        return isset(self::DATA_CODEWORDS[$this->value][$level->value]);
    }

    /** The last data codeword of M1 and M3 has four bits. */
    public function hasHalfCodeword(): bool
    {
        return $this->value % 2 === 1;
    }

    /** Codewords of data at this level; the last of M1 and M3 has four bits (table 7). */
    public function dataCodewords(ErrorCorrectionLevel $level): int
    {
        return self::DATA_CODEWORDS[$this->value][$level->value] ?? 0;
    }

    public function capacity(ErrorCorrectionLevel $level): int
    {
        return max(0, 8 * $this->dataCodewords($level) - ($this->hasHalfCodeword() ? 4 : 0));
    }

    public function terminatorBits(): int
    {
        return 2 * $this->value + 1;
    }

    /** Codewords of data and correction together (table 1). */
    public function codewords(): int
    {
        return self::CODEWORDS[$this->value];
    }

    /** Codewords that may be wrong (table 9). */
    public function repairable(ErrorCorrectionLevel $level): int
    {
        return self::REPAIRABLE[$this->value][$level->value] ?? 0;
    }

    public function repairableShare(ErrorCorrectionLevel $level): float
    {
        return $this->repairable($level) / $this->codewords();
    }

    /** Version and level as the format information names them (7.9.2, table 13). */
    public function number(ErrorCorrectionLevel $level): int
    {
        foreach (self::NUMBERS as $number => $pair) {
            if ($pair === [$this->value, $level->value]) {
                return $number;
            }
        }

        throw new InvalidSymbol("Version {$this->label()} has no level {$level->value}.");
    }

    /**
     * @param  int  $number  0 to 7
     * @return array{self, ErrorCorrectionLevel}
     */
    public static function ofNumber(int $number): array
    {
        [$version, $level] = self::NUMBERS[$number & 7];

        return [self::from($version), ErrorCorrectionLevel::from($level)];
    }
}
