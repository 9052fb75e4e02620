<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Grade;

/** How the elements of a linear symbol make characters, and how far their widths are from being taken for others (decodability). */
final class BarCharacters
{
    /** Elements before the characters, of each character, in the middle and at the end; modules a character. */
    private const EVEN = [
        'ean13' => ['before' => 3, 'each' => 4, 'half' => 6, 'middle' => 5, 'after' => 3, 'modules' => 7, 'total' => 95],
        'upca' => ['before' => 3, 'each' => 4, 'half' => 6, 'middle' => 5, 'after' => 3, 'modules' => 7, 'total' => 95],
        'ean8' => ['before' => 3, 'each' => 4, 'half' => 4, 'middle' => 5, 'after' => 3, 'modules' => 7, 'total' => 67],
        'upce' => ['before' => 3, 'each' => 4, 'half' => 6, 'middle' => 0, 'after' => 6, 'modules' => 7, 'total' => 51],
    ];

    /** Elements of a character of Code 128, and of its stop pattern. */
    private const CODE_128 = [6, 7, 11];

    /**
     * The widths of the elements of each character; null when there are not as many elements as the symbology has.
     *
     * @param  list<float>  $widths  bar first
     * @return ?list<list<float>>
     */
    public static function of(string $symbology, array $widths): ?array
    {
        $even = self::EVEN[$symbology] ?? null;
        if ($even !== null) {
            $halves = $even['middle'] > 0 ? 2 : 1;
            if (count($widths) !== $even['before'] + $halves * $even['half'] * $even['each'] + $even['middle'] + $even['after']) {
                return null;
            }
            $characters = [];
            for ($half = 0, $at = $even['before']; $half < $halves; $half++, $at += $even['middle']) {
                for ($i = 0; $i < $even['half']; $i++, $at += $even['each']) {
                    $characters[] = array_slice($widths, $at, $even['each']);
                }
            }

            return $characters;
        }
        if ($symbology === 'code128') {
            [$each, $stop] = self::CODE_128;
            if (count($widths) < $stop + 3 * $each || (count($widths) - $stop) % $each !== 0) {
                return null;
            }

            return array_chunk(array_slice($widths, 0, -$stop), $each);
        }

        // Narrow and wide alone: Code 39 and Interleaved 2 of 5, all of whose elements are compared with each other.
        return match ($symbology) {
            'code39' => count($widths) % 10 === 9 && count($widths) > 27 ? array_map(static fn (array $ten): array => array_slice($ten, 0, 9), array_chunk($widths, 10)) : null,
            'itf14' => count($widths) % 10 === 7 && count($widths) > 16 ? [$widths] : null,
            default => null,
        };
    }

    /**
     * Share of the room that is left before the element that is off most would be taken for another width (ISO/IEC 15416:2016, 5.4.8):
     * widths from an edge to the next of its kind against thresholds half a module off, or narrow and wide against the middle between.
     *
     * @param  list<list<float>>  $characters
     */
    public static function decodability(string $symbology, array $characters): float
    {
        $modules = self::EVEN[$symbology]['modules'] ?? ($symbology === 'code128' ? self::CODE_128[2] : null);
        $worst = 1.0;
        foreach ($characters as $widths) {
            $worst = min($worst, $modules === null ? self::ofTwo($widths) : self::ofMany($widths, $modules));
        }

        return max(0.0, $worst);
    }

    /** @param  list<float>  $widths */
    private static function ofMany(array $widths, int $modules): float
    {
        $module = array_sum($widths) / $modules;
        $worst = 1.0;
        for ($i = 1; $i < count($widths) - 1; $i++) {
            $measured = ($widths[$i - 1] + $widths[$i]) / $module;
            $worst = min($worst, abs($measured - floor($measured) - 0.5) / 0.5);
        }

        return $module > 0 ? $worst : 0.0;
    }

    /** @param  list<float>  $widths */
    private static function ofTwo(array $widths): float
    {
        // Bars and spaces spread apart when ink runs: each kind has its own widths.
        $worst = 1.0;
        foreach ([0, 1] as $kind) {
            $own = array_values(array_filter($widths, static fn (int $i): bool => $i % 2 === $kind, ARRAY_FILTER_USE_KEY));
            $middle = (max([0.0, ...$own]) + min([INF, ...$own])) / 2;
            $narrow = array_filter($own, static fn (float $width): bool => $width < $middle);
            $wide = array_filter($own, static fn (float $width): bool => $width >= $middle);
            if ($narrow === [] || $wide === []) {
                continue;
            }
            [$z, $w] = [array_sum($narrow) / count($narrow), array_sum($wide) / count($wide)];
            $threshold = ($z + $w) / 2;
            $worst = min($worst, ($threshold - max($narrow)) / ($threshold - $z), (min($wide) - $threshold) / ($w - $threshold));
        }

        return $worst;
    }
}
