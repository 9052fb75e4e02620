<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\BitString;
use KeenGlyph\Core\Symbol\Mode;
use KeenGlyph\Core\Symbol\SymbolVersion;
use KeenGlyph\Core\Symbol\Units;

/** Data bits to segments and text, ISO/IEC 18004:2015 7.4 read backwards. */
final class BitStreamDecoder
{
    /** Character sets of the ECI assignments that occur in practice (AIM ECI register). */
    private const ECI = [1 => 'ISO-8859-1', 3 => 'ISO-8859-1', 4 => 'ISO-8859-2', 5 => 'ISO-8859-3', 6 => 'ISO-8859-4', 7 => 'ISO-8859-5', 8 => 'ISO-8859-6', 9 => 'ISO-8859-7', 10 => 'ISO-8859-8', 11 => 'ISO-8859-9', 12 => 'ISO-8859-10', 13 => 'ISO-8859-11', 15 => 'ISO-8859-13', 16 => 'ISO-8859-14', 17 => 'ISO-8859-15', 18 => 'ISO-8859-16', 20 => 'SJIS', 21 => 'CP1250', 22 => 'CP1251', 23 => 'CP1252', 24 => 'CP1256', 25 => 'UTF-16BE', 26 => 'UTF-8', 27 => 'ASCII', 28 => 'BIG-5', 29 => 'GB18030', 30 => 'EUC-KR', 170 => 'ASCII'];

    private int $at = 0;

    /** @var list<array{mode: string, chars: int, bits: int}> */
    private array $segments = [];

    /** @var list<ContentPart> */
    private array $parts = [];

    private ?string $set = null;

    private ?int $eci = null;

    private ?string $fnc1 = null;

    private ?AppendPlace $append = null;

    /** @var array<string, Mode> the version's modes by their indicator */
    private array $modes = [];

    private int $indicatorBits = 0;

    private function __construct(
        private readonly string $bits,
        private readonly SymbolVersion $version,
    ) {
        foreach (Mode::cases() as $mode) {
            $indicator = $version->indicator($mode);
            if ($indicator !== null) {
                $this->modes[$indicator] = $mode;
                $this->indicatorBits = strlen($indicator);
            }
        }
    }

    /**
     * @param  string  $bits  of the corrected data codewords, as '0' and '1'
     *
     * @throws Unreadable when a segment is cut off or of a mode that does not exist
     */
    public static function decode(string $bits, SymbolVersion $version): Content
    {
        $decoder = new self($bits, $version);
        $decoder->readSegments();

        return new Content($decoder->text(), implode('', array_column($decoder->parts, 'bytes')), $decoder->segments, $decoder->eci, $decoder->fnc1, $decoder->append, $decoder->parts);
    }

    private function readSegments(): void
    {
        while (! $this->ends()) {
            $start = $this->at;
            $indicator = $this->indicatorBits === 0 ? '' : substr($this->bits, $this->at, $this->indicatorBits);
            $this->at += $this->indicatorBits;
            $mode = $this->modes[$indicator] ?? throw new Unreadable(Stage::BitStream, "There is no mode $indicator.");
            $chars = $this->take($this->version->countBits($mode));
            if ($mode->carriesText()) {
                $this->readCharacters($mode, $chars);
            } else {
                $this->readWord($mode);
            }
            $this->segments[] = ['mode' => $mode->value, 'chars' => $chars, 'bits' => $this->at - $start];
        }
    }

    /** At the terminator, which may be cut short where the symbol is full (7.4.9). */
    private function ends(): bool
    {
        $next = substr($this->bits, $this->at, $this->version->terminatorBits());

        return strlen($next) < max(1, $this->indicatorBits) || trim($next, '0') === '';
    }

    private function readCharacters(Mode $mode, int $chars): void
    {
        $this->parts[] = match ($mode) {
            Mode::Numeric => new ContentPart($this->numeric($chars), 'ASCII'),
            Mode::Alphanumeric => new ContentPart($this->alphanumeric($chars), 'ASCII'),
            Mode::Kanji => new ContentPart($this->kanji($chars), 'SJIS'),
            default => new ContentPart($this->bytes($chars), $this->set),
        };
    }

    private function readWord(Mode $mode): void
    {
        match ($mode) {
            Mode::Eci => $this->set = self::ECI[$this->eci = $this->eci()] ?? null,
            Mode::StructuredAppend => $this->append = new AppendPlace($this->take(4), $this->take(4) + 1, $this->take(8)),
            Mode::Fnc1First => $this->fnc1 = '',
            default => $this->fnc1 = $this->indicator(),
        };
    }

    /** Application indicator after FNC1 in second position (7.4.8.3). */
    private function indicator(): string
    {
        $value = $this->take(8);

        return $value < 100 ? sprintf('%02d', $value) : chr($value - 100);
    }

    /** Bytes without a stated set are UTF-8 where they can be, as phones take them, else ISO 8859-1, the standard's default. */
    private function text(): string
    {
        return Content::textOf($this->parts);
    }

    private function take(int $bits): int
    {
        if ($this->at + $bits > strlen($this->bits)) {
            throw new Unreadable(Stage::BitStream, 'The last segment is cut off.');
        }
        $value = $bits === 0 ? 0 : (int) bindec(substr($this->bits, $this->at, $bits));
        $this->at += $bits;

        return $value;
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

        return $this->fnc1 === null ? $text : strtr($text, ['%%' => '%', '%' => Units::SEPARATOR]);
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
