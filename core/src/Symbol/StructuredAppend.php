<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** One text in 2 to 16 symbols of one version, ISO/IEC 18004:2015 clause 8. */
final class StructuredAppend
{
    public const MIN = 2;

    public const MAX = 16;

    /** Bits of the header that states place, total and parity. */
    private const HEADER = 20;

    /**
     * Splits between characters, never within one, and fills the smallest version that needs no more symbols.
     *
     * @param  int  $symbols  how many, 2 to 16
     * @return list<QrSymbol> as many as asked, in order
     *
     * @throws InvalidSymbol when the text is too short or too long for so many, or the options do not allow it
     */
    public static function encode(string $text, int $symbols, EncodeOptions $options = new EncodeOptions): array
    {
        if ($symbols < self::MIN || $symbols > self::MAX) {
            throw new InvalidSymbol('A text is spread over 2 to 16 symbols.');
        }
        if ($options->isMicro()) {
            throw new InvalidSymbol('Micro QR Code symbols cannot be joined.');
        }
        if (strlen($text) > self::MAX * Encoder::MAX_BYTES) {
            throw new InvalidSymbol(sprintf('The text is %d bytes, more than 16 symbols hold.', strlen($text)));
        }
        $units = Units::of(TextCoding::of($text, $options->set)->withoutKanji(), $options->fnc1 !== null);
        $ends = self::characterEnds(TextCoding::of($text, $options->set)->bytes, $options->set);
        if (count(array_filter($ends)) < $symbols) {
            throw new InvalidSymbol("The text has fewer than $symbols characters, so it cannot be spread over $symbols symbols.");
        }
        foreach ($options->versions() as $version) {
            $cuts = self::cuts($units, $ends, $version, $options, $symbols);
            if ($cuts !== null) {
                return self::draw($text, self::divided($cuts, $symbols, $ends), $version, $options);
            }
        }
        throw new InvalidSymbol(sprintf('The text is %d bytes and does not fit %d symbols of version %s at level %s.', strlen($text), $symbols, $options->version?->label() ?? '40', $options->level->value));
    }

    /**
     * Fills symbol after symbol.
     *
     * @param  list<bool>  $ends  whether a character ends before each byte place
     * @return ?list<int> byte places at which symbols end; null when there are not enough symbols
     */
    private static function cuts(Units $units, array $ends, SymbolVersion $version, EncodeOptions $options, int $symbols): ?array
    {
        $bits = $version->capacity($options->level) - self::HEADER - Segment::total(self::introduction($options), $version);
        $cuts = [];
        $at = 0;
        while ($at < $units->count()) {
            $next = Segmenter::reach($units, $at, $version, $bits, static fn (int $place): bool => $ends[$place]);
            if ($next === $at || count($cuts) === $symbols) {
                return null;
            }
            $cuts[] = $at = $next;
        }

        return $cuts;
    }

    /**
     * Halves the longest piece until there are as many as asked.
     *
     * @param  list<int>  $cuts
     * @param  list<bool>  $ends
     * @return list<int>
     */
    private static function divided(array $cuts, int $symbols, array $ends): array
    {
        while (count($cuts) < $symbols) {
            $at = 0;
            $middle = null;
            $longest = 0;
            foreach ($cuts as $cut) {
                for ($place = intdiv($at + $cut, 2); $place > $at && ! $ends[$place]; $place--);
                if ($place === $at) {
                    for ($place = intdiv($at + $cut, 2) + 1; $place < $cut && ! $ends[$place]; $place++);
                }
                if ($cut - $at > $longest && $place > $at && $place < $cut) {
                    [$middle, $longest] = [$place, $cut - $at];
                }
                $at = $cut;
            }
            $cuts[] = $middle ?? throw new InvalidSymbol("The text cannot be spread over $symbols symbols.");
            sort($cuts);
        }

        return $cuts;
    }

    /**
     * @param  list<int>  $cuts
     * @return list<QrSymbol>
     */
    private static function draw(string $text, array $cuts, SymbolVersion $version, EncodeOptions $options): array
    {
        $bytes = TextCoding::of($text, $options->set)->bytes;
        $parity = self::parity($bytes);
        $symbols = [];
        $at = 0;
        foreach ($cuts as $index => $cut) {
            $piece = substr($bytes, $at, $cut - $at);
            $units = Units::of(TextCoding::of($piece, CharacterSet::Bytes), $options->fnc1 !== null);
            $segments = [
                Segment::structuredAppend($index, count($cuts), $parity),
                ...self::introduction($options),
                ...(Segmenter::shortest($units, $version) ?? []),
            ];
            $symbols[] = Encoder::draw($piece, $version, $options->level, $segments, $options->mask, TextCoding::of($text, $options->set)->withoutKanji()->reason);
            $at = $cut;
        }

        return $symbols;
    }

    /** @return list<Segment> */
    private static function introduction(EncodeOptions $options): array
    {
        return [
            ...($options->set->eci() === null ? [] : [Segment::eci($options->set->eci())]),
            ...($options->fnc1 === null ? [] : [$options->fnc1]),
        ];
    }

    /** Exclusive or of all bytes, by which symbols of one text are known (8.4). */
    public static function parity(string $bytes): int
    {
        $parity = 0;
        foreach (count_chars($bytes, 1) as $byte => $count) {
            $parity ^= $count % 2 === 1 ? $byte : 0;
        }

        return $parity;
    }

    /** @return list<bool> for each place from 0 to the length, whether no character is broken there */
    private static function characterEnds(string $bytes, CharacterSet $set): array
    {
        $ends = array_fill(0, strlen($bytes) + 1, true);
        $ends[0] = false;
        $encoding = $set === CharacterSet::ShiftJis ? 'SJIS' : (mb_check_encoding($bytes, 'UTF-8') && $set !== CharacterSet::Bytes ? 'UTF-8' : null);
        if ($encoding !== null && preg_match('/[^\x00-\x7F]/', $bytes) === 1) {
            $ends = array_fill(0, strlen($bytes) + 1, false);
            $at = 0;
            foreach (mb_str_split($bytes, 1, $encoding) as $character) {
                $at += strlen($character);
                $ends[$at] = true;
            }
        }

        return array_values($ends);
    }
}
