<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** A text's shortest segments in any version; worked out once for all versions with the same headers. */
final class Segmentation
{
    /** Divisions that are tried for fewer segments; two or three are enough for nearly every text. */
    private const STEPS = 8;

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
        $mode = $options->modes->mode();
        if ($mode !== null && ! $this->units->fit($mode)) {
            throw new InvalidSymbol("The text has characters that {$mode->value} mode cannot carry. Choose byte, or leave the modes to the encoder.");
        }
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

    /**
     * Of all segmentations that fit into so many bits one with the fewest segments: some readers garble or miss a text
     * with letters outside ASCII that changes its mode on the way.
     *
     * @param  int  $capacity  data bits of the version at its level; the shortest segments fit into them
     * @return list<Segment>
     */
    public function fewest(SymbolVersion $version, int $capacity): array
    {
        $shortest = $this->segments($version) ?? [];
        $least = self::changes($shortest);
        if ($least === 0 || $this->options->modes !== ModeChoice::Auto) {
            return $shortest;
        }
        $hasKanji = in_array(Mode::Kanji, array_map(static fn (Segment $segment): Mode => $segment->mode, $shortest), true);
        $singles = $this->singles($version, $hasKanji);
        foreach ($singles as $single) {
            if (Segment::total($single, $version) <= $capacity) {
                return $single;
            }
        }
        $best = $shortest;
        // Each segment is made dearer by so much that the best that fits and the best that does not would cost the same.
        // What is cheapest then takes the place of one of them, until it is one of them.
        $over = $singles === [] ? null : [Segment::total($singles[0], $version), 0];
        for ($step = 0; $step < self::STEPS && $least > 1; $step++) {
            $extra = $over === null ? $capacity : (int) ceil(($over[0] - Segment::total($best, $version)) / max(1, $least - $over[1]));
            $cut = Segmenter::shortest($this->units, $version, $hasKanji, $extra);
            if ($cut === null) {
                break;
            }
            $found = [...$this->introduction(), ...$cut];
            $cost = [Segment::total($found, $version), self::changes($found)];
            $fits = $cost[0] <= $capacity && ($this->coding->eci !== null || ! self::mixes($found));
            if ($fits && $cost[1] < $least) {
                [$best, $least] = [$found, $cost[1]];
            } elseif (! $fits && $cost !== $over) {
                $over = $cost;
            } else {
                break;
            }
        }

        return $best;
    }

    /**
     * The whole text in one segment, in each mode that can carry it, the shortest first.
     *
     * @return list<list<Segment>>
     */
    private function singles(SymbolVersion $version, bool $hasKanji): array
    {
        $singles = [];
        foreach ([Mode::Numeric, Mode::Alphanumeric, Mode::Kanji, Mode::Byte] as $mode) {
            $isGuessed = $mode === Mode::Byte && $hasKanji && $this->coding->eci === null;
            if (! $isGuessed && $version->indicator($mode) !== null && $this->units->fit($mode)) {
                $singles[] = [...$this->introduction(), $this->units->segment($mode, 0, $this->units->count())];
            }
        }

        return $singles;
    }

    /**
     * Segments with text beyond the first.
     *
     * @param  list<Segment>  $segments
     */
    private static function changes(array $segments): int
    {
        return max(0, count(array_filter($segments, static fn (Segment $segment): bool => $segment->mode->carriesText())) - 1);
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
        $mode = $this->options->modes->mode();
        $segments = match (true) {
            $mode === null => Segmenter::shortest($this->units, $version),
            $version->indicator($mode) === null => null,
            default => [$this->units->segment($mode, 0, $this->units->count())],
        };
        if ($segments !== null && $mode === null && $this->coding->eci === null && self::mixes($segments)) {
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
