<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** A text's shortest segments in any version; worked out once for all versions with the same headers. */
final class Segmentation
{
    public readonly TextCoding $coding;

    private Units $units;

    /** @var array<string, array{?list<Segment>, int}> segments and bits by length of the headers */
    private array $known = [];

    /** @throws InvalidSymbol when the text cannot be written in the character set */
    public function __construct(
        string $text,
        private readonly EncodeOptions $options,
    ) {
        $this->coding = TextCoding::of($text, $options->set);
        $this->units = Units::of($this->coding, $options->fnc1 !== null);
    }

    /** @return ?list<Segment> null when the version has no mode for some of the text */
    public function segments(SymbolVersion $version): ?array
    {
        return $this->in($version)[0];
    }

    /** Bits of all segments, headers included; PHP_INT_MAX when the version cannot carry the text. */
    public function bits(SymbolVersion $version): int
    {
        return $this->in($version)[1];
    }

    /** Why the text stands in the bytes it stands in. */
    public function reason(SymbolVersion $version): string
    {
        $modes = array_map(static fn (Segment $segment): Mode => $segment->mode, $this->segments($version) ?? []);

        return in_array(Mode::Kanji, $modes, true) || $this->coding->eci !== null || $this->coding->characters === null
            ? $this->coding->reason
            : $this->coding->withoutKanji()->reason;
    }

    /** @return array{?list<Segment>, int} */
    private function in(SymbolVersion $version): array
    {
        $key = $version instanceof Version ? (string) $version->countGroup() : $version->label();

        return $this->known[$key] ??= $this->cut($version);
    }

    /** @return array{?list<Segment>, int} */
    private function cut(SymbolVersion $version): array
    {
        $segments = Segmenter::shortest($this->units, $version);
        if ($segments !== null && $this->coding->eci === null && self::mixes($segments)) {
            $segments = $this->unmixed($version);
        }
        if ($segments === null) {
            return [null, PHP_INT_MAX];
        }
        $segments = [...$this->introduction(), ...$segments];

        return [$segments, Segment::total($segments, $version)];
    }

    /**
     * The shorter of: all foreign characters in kanji mode, none of them.
     *
     * @return ?list<Segment>
     */
    private function unmixed(SymbolVersion $version): ?array
    {
        $none = Segmenter::shortest(Units::of($this->coding->withoutKanji(), $this->options->fnc1 !== null), $version);
        $all = Segmenter::shortest($this->units, $version, true);

        return $none === null || ($all !== null && Segment::total($all, $version) < Segment::total($none, $version)) ? $all : $none;
    }

    /**
     * ECI, then FNC1 (ISO/IEC 18004:2015 7.4.8.2).
     *
     * @return list<Segment>
     */
    private function introduction(): array
    {
        return [
            ...($this->coding->eci === null ? [] : [Segment::eci($this->coding->eci)]),
            ...($this->options->fnc1 === null ? [] : [$this->options->fnc1]),
        ];
    }

    /**
     * Kanji beside UTF-8 bytes outside ASCII: readers guess the set of every byte segment for itself and may guess wrong.
     *
     * @param  list<Segment>  $segments
     */
    private static function mixes(array $segments): bool
    {
        $kanji = false;
        $foreign = false;
        foreach ($segments as $segment) {
            $kanji = $kanji || $segment->mode === Mode::Kanji;
            $foreign = $foreign || ($segment->mode === Mode::Byte && preg_match('/[^\x00-\x7F]/', $segment->data) === 1);
        }

        return $kanji && $foreign;
    }
}
