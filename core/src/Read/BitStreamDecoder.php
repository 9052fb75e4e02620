<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\BitString;
use KeenGlyph\Core\Symbol\Mode;
use KeenGlyph\Core\Symbol\Version;

/** Data codewords to segments and text, ISO/IEC 18004:2015 7.4 read backwards. */
final class BitStreamDecoder
{
    /** Character sets of the ECI assignments that occur in practice (AIM ECI register). */
    private const ECI = [1 => 'ISO-8859-1', 3 => 'ISO-8859-1', 4 => 'ISO-8859-2', 5 => 'ISO-8859-3', 6 => 'ISO-8859-4', 7 => 'ISO-8859-5', 8 => 'ISO-8859-6', 9 => 'ISO-8859-7', 10 => 'ISO-8859-8', 11 => 'ISO-8859-9', 12 => 'ISO-8859-10', 13 => 'ISO-8859-11', 15 => 'ISO-8859-13', 16 => 'ISO-8859-14', 17 => 'ISO-8859-15', 18 => 'ISO-8859-16', 20 => 'SJIS', 21 => 'CP1250', 22 => 'CP1251', 23 => 'CP1252', 24 => 'CP1256', 25 => 'UTF-16BE', 26 => 'UTF-8', 27 => 'ASCII', 28 => 'BIG-5', 29 => 'GB18030', 30 => 'EUC-KR', 170 => 'ASCII'];

    private int $at = 0;

    /** @var list<array{mode: string, chars: int, bits: int}> */
    private array $segments = [];

    /** @var list<array{string, ?string}> bytes and their character set, null where none was stated */
    private array $parts = [];

    private ?string $set = null;

    private function __construct(
        private readonly string $bits,
        private readonly Version $version,
    ) {
    }

    /**
     * @param  string  $codewords  data codewords, corrected
     *
     * @throws Unreadable when a segment is cut off or of a mode that is not read here
     */
    public static function decode(string $codewords, Version $version): Content
    {
        $decoder = new self(BitString::ofBytes($codewords), $version);
        $decoder->readSegments();

        return new Content($decoder->text(), implode('', array_column($decoder->parts, 0)), $decoder->segments);
    }

    private function readSegments(): void
    {
        while (strlen($this->bits) - $this->at >= 4) {
            $start = $this->at;
            $indicator = $this->take(4);
            if ($indicator === 0) {
                return;
            }
            if ($indicator === 0b0111) {
                $this->set = self::ECI[$this->eci()] ?? null;
                $this->segments[] = ['mode' => 'eci', 'chars' => 0, 'bits' => $this->at - $start];

                continue;
            }
            [$mode, $chars, $bytes] = match ($indicator) {
                0b0001 => ['numeric', $count = $this->count(Mode::Numeric), $this->numeric($count)],
                0b0010 => ['alphanumeric', $count = $this->count(Mode::Alphanumeric), $this->alphanumeric($count)],
                0b0100 => ['byte', $count = $this->count(Mode::Byte), $this->bytes($count)],
                0b1000 => ['kanji', $count = $this->take([8, 10, 12][$this->version->countGroup()]), $this->kanji($count)],
                default => throw new Unreadable(Stage::BitStream, sprintf('Mode %04b is not read here.', $indicator)),
            };
            $this->parts[] = [$bytes, match ($mode) {
                'kanji' => 'SJIS',
                'byte' => $this->set,
                default => 'ASCII',
            }];
            $this->segments[] = ['mode' => $mode, 'chars' => $chars, 'bits' => $this->at - $start];
        }
    }

    /** Bytes without a stated set are UTF-8 where they can be, as phones take them, else ISO 8859-1, the standard's default. */
    private function text(): string
    {
        $unstated = implode('', array_map(static fn (array $part): string => $part[1] === null ? $part[0] : '', $this->parts));
        $default = mb_check_encoding($unstated, 'UTF-8') ? 'UTF-8' : 'ISO-8859-1';
        $text = '';
        foreach ($this->parts as [$bytes, $set]) {
            $text .= mb_convert_encoding($bytes, 'UTF-8', $set ?? $default);
        }

        return $text;
    }

    private function take(int $bits): int
    {
        if ($this->at + $bits > strlen($this->bits)) {
            throw new Unreadable(Stage::BitStream, 'The last segment is cut off.');
        }
        $value = (int) bindec(substr($this->bits, $this->at, $bits));
        $this->at += $bits;

        return $value;
    }

    private function count(Mode $mode): int
    {
        return $this->take($mode->countBits($this->version));
    }

    private function numeric(int $count): string
    {
        $digits = '';
        for (; $count > 0; $count -= 3) {
            $length = min(3, $count);
            $value = $this->take([0, 4, 7, 10][$length]);
            if ($value >= 10 ** $length) {
                throw new Unreadable(Stage::BitStream, 'A numeric segment holds something that is not digits.');
            }
            $digits .= str_pad((string) $value, $length, '0', STR_PAD_LEFT);
        }

        return $digits;
    }

    private function alphanumeric(int $count): string
    {
        $text = '';
        for (; $count > 0; $count -= 2) {
            $value = $this->take($count === 1 ? 6 : 11);
            if ($value >= ($count === 1 ? 45 : 45 * 45)) {
                throw new Unreadable(Stage::BitStream, 'An alphanumeric segment holds a value without a character.');
            }
            $text .= ($count === 1 ? '' : Mode::ALPHANUMERIC[intdiv($value, 45)]).Mode::ALPHANUMERIC[$value % 45];
        }

        return $text;
    }

    private function bytes(int $count): string
    {
        $bits = substr($this->bits, $this->at, 8 * $count);
        if (strlen($bits) < 8 * $count) {
            throw new Unreadable(Stage::BitStream, 'A byte segment is cut off.');
        }
        $this->at += 8 * $count;

        return BitString::toBytes($bits);
    }

    /** Thirteen bits a character, 7.4.6. */
    private function kanji(int $count): string
    {
        $bytes = '';
        while ($count-- > 0) {
            $value = $this->take(13);
            $code = intdiv($value, 0xC0) << 8 | $value % 0xC0;
            $code += $code < 0x1F00 ? 0x8140 : 0xC140;
            $bytes .= pack('n', $code);
        }

        return $bytes;
    }

    /** ECI assignment number in one, two or three bytes, 7.4.2.2. */
    private function eci(): int
    {
        $first = $this->take(8);

        return match (true) {
            $first < 0x80 => $first,
            $first < 0xC0 => ($first & 0x3F) << 8 | $this->take(8),
            default => ($first & 0x1F) << 16 | $this->take(16),
        };
    }
}
