<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\SymbolTemplate;
use KeenGlyph\Core\Symbol\Version;

/** Modules whose tone is known beforehand: finder patterns with their separators, timing patterns, alignment patterns. */
final class Landmarks
{
    /** @var array<int, self> */
    private static array $made = [];

    /**
     * @param  list<float>  $us  middles, in modules
     * @param  list<float>  $vs
     * @param  list<int>  $tones  1 light, -1 dark
     */
    private function __construct(
        public readonly array $us,
        public readonly array $vs,
        public readonly array $tones,
    ) {
    }

    /** The modules of a version whose tone is known before anything is read; made once in a process. */
    public static function of(Version $version): self
    {
        return self::$made[$version->number] ??= self::make($version);
    }

    private static function make(Version $version): self
    {
        $n = $version->modules();
        $plane = SymbolTemplate::of($version)->plane;
        $known = [];
        foreach ([[0, 0], [$n - 8, 0], [0, $n - 8]] as [$left, $top]) {
            for ($row = $top; $row < $top + 8; $row++) {
                for ($column = $left; $column < $left + 8; $column++) {
                    $known[] = [$column, $row];
                }
            }
        }
        for ($i = 8; $i < $n - 8; $i++) {
            $known[] = [$i, 6];
            $known[] = [6, $i];
        }
        foreach (SymbolTemplate::alignmentCentres($version) as [$column, $row]) {
            if ($column === 6 || $row === 6) {
                continue;
            }
            for ($i = 0; $i < 25; $i++) {
                $known[] = [$column - 2 + $i % 5, $row - 2 + intdiv($i, 5)];
            }
        }

        return new self(
            array_map(static fn (array $place): float => $place[0] + 0.5, $known),
            array_map(static fn (array $place): float => $place[1] + 0.5, $known),
            array_map(static fn (array $place): int => $plane[$place[1] * ($n + 1) + $place[0]] === "\1" ? -1 : 1, $known),
        );
    }
}
