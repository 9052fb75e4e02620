<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/**
 * All of a version that does not depend on the text: function patterns, the data modules and their order.
 *
 * A plane is a string with one byte a module, "\0" light and "\1" dark; each row ends with a separator "\2",
 * so a row is modules + 1 bytes long. Whole planes are then compared and masked by PHP's string operators,
 * which run at C speed; this is several times faster than rows packed into integers.
 */
final readonly class SymbolTemplate
{
    public const SEPARATOR = "\2";

    /**
     * @param  string  $plane  function patterns, everything else light
     * @param  string  $transposed  the same, rows and columns exchanged
     * @param  string  $data  "\1" where a codeword's bit stands, "\0" elsewhere
     * @param  string  $dataTransposed  the same, rows and columns exchanged
     * @param  list<int>  $order  offsets into the plane of all data modules in the order of placement (7.7.3)
     * @param  array{list<array{int, int}>, list<array{int, int}>}  $formatPlaces  offsets of both copies of each bit of the format information, in the plane and in the transposed one
     */
    private function __construct(
        public Version $version,
        public int $stride,
        public string $plane,
        public string $transposed,
        public string $data,
        public string $dataTransposed,
        public array $order,
        public array $formatPlaces,
    ) {
    }

    /** The template of a version; made once in a process. */
    public static function of(Version $version): self
    {
        /** @var array<int, self> $made */
        static $made = [];

        return $made[$version->number] ??= self::make($version);
    }

    /** Rows and columns exchanged; rows keep their separators. */
    public static function transpose(string $plane, int $modules): string
    {
        $rows = array_map(static fn (string $row): array => str_split(substr($row, 0, $modules)), str_split($plane, max(1, $modules + 1)));

        return implode(self::SEPARATOR, array_map('implode', array_map(null, ...$rows))).self::SEPARATOR;
    }

    private static function make(Version $version): self
    {
        $n = $version->modules();
        // Drawn with '.' for data, so that one plane gives both the patterns and the free places.
        $timing = substr(str_repeat("\1\0", $n), 0, $n);
        $rows = [];
        for ($y = 0; $y < $n; $y++) {
            $rows[] = $y === 6 ? $timing : substr_replace(str_repeat('.', $n), $timing[$y], 6, 1);
        }
        foreach (self::alignmentCentres($version) as [$column, $row]) {
            self::stamp($rows, $column - 2, $row - 2, ["\1\1\1\1\1", "\1\0\0\0\1", "\1\0\1\0\1", "\1\0\0\0\1", "\1\1\1\1\1"]);
        }
        self::stampFinders($rows, $n);
        self::stampInformation($rows, $version);
        $drawn = implode(self::SEPARATOR, $rows).self::SEPARATOR;
        $plane = strtr($drawn, '.', "\0");

        $data = strtr($drawn, "\1\2.", "\0\0\1");

        return new self(
            $version,
            $n + 1,
            $plane,
            self::transpose($plane, $n),
            $data,
            strtr(self::transpose($data, $n), self::SEPARATOR, "\0"),
            self::placementOrder($rows, $n),
            [self::formatPlaces($n, false), self::formatPlaces($n, true)],
        );
    }

    /** @return list<array{int, int}> by bit, the least significant first */
    private static function formatPlaces(int $n, bool $transposed): array
    {
        $places = [];
        for ($bit = 0; $bit < 15; $bit++) {
            $offsets = array_map(
                static fn (array $place): int => $transposed ? $place[0] * ($n + 1) + $place[1] : $place[1] * ($n + 1) + $place[0],
                FormatInformation::places($bit, $n),
            );
            $places[] = [$offsets[0], $offsets[1]];
        }

        return $places;
    }

    /** @return list<array{int, int}> column and row of every alignment pattern's centre (annex E) */
    public static function alignmentCentres(Version $version): array
    {
        $coordinates = $version->alignmentCoordinates();
        $last = $version->modules() - 7;
        $centres = [];
        foreach ($coordinates as $row) {
            foreach ($coordinates as $column) {
                $inFinder = ($row === 6 && ($column === 6 || $column === $last)) || ($row === $last && $column === 6);
                if (! $inFinder) {
                    $centres[] = [$column, $row];
                }
            }
        }

        return $centres;
    }

    /** @param  array<int, string>  $rows */
    private static function stampFinders(array &$rows, int $n): void
    {
        $lines = ["\1\1\1\1\1\1\1", "\1\0\0\0\0\0\1", "\1\0\1\1\1\0\1", "\1\0\1\1\1\0\1", "\1\0\1\1\1\0\1", "\1\0\0\0\0\0\1", "\1\1\1\1\1\1\1"];
        $blank = array_fill(0, 8, str_repeat("\0", 8));
        foreach ([[0, 0, 0, 0], [$n - 7, 0, $n - 8, 0], [0, $n - 7, 0, $n - 8]] as [$column, $row, $left, $top]) {
            self::stamp($rows, $left, $top, $blank);
            self::stamp($rows, $column, $row, $lines);
        }
    }

    /**
     * Room for the format information, the dark module (7.9.1), and the version information.
     *
     * @param  array<int, string>  $rows
     */
    private static function stampInformation(array &$rows, Version $version): void
    {
        $n = $version->modules();
        for ($bit = 0; $bit < 15; $bit++) {
            foreach (FormatInformation::places($bit, $n) as [$column, $row]) {
                self::stamp($rows, $column, $row, ["\0"]);
            }
        }
        self::stamp($rows, 8, $n - 8, ["\1"]);
        if ($version->number < 7) {
            return;
        }
        $bits = VersionInformation::bits($version);
        for ($bit = 0; $bit < 18; $bit++) {
            foreach (VersionInformation::places($bit, $n) as [$column, $row]) {
                self::stamp($rows, $column, $row, [chr($bits >> $bit & 1)]);
            }
        }
    }

    /**
     * @param  array<int, string>  $rows
     * @param  list<string>  $lines
     */
    private static function stamp(array &$rows, int $column, int $row, array $lines): void
    {
        foreach ($lines as $i => $line) {
            $rows[$row + $i] = substr_replace($rows[$row + $i], $line, $column, strlen($line));
        }
    }

    /**
     * Two columns at a time from the right, upwards and downwards in turn, the timing column left out (7.7.3).
     *
     * @param  array<int, string>  $rows
     * @return list<int>
     */
    private static function placementOrder(array $rows, int $n): array
    {
        $stride = $n + 1;
        $order = [];
        $upwards = true;
        for ($right = $n - 1; $right > 0; $right -= 2) {
            if ($right === 6) {
                $right = 5;
            }
            for ($step = 0; $step < $n; $step++) {
                $y = $upwards ? $n - 1 - $step : $step;
                $row = $rows[$y];
                if ($row[$right] === '.') {
                    $order[] = $y * $stride + $right;
                }
                if ($row[$right - 1] === '.') {
                    $order[] = $y * $stride + $right - 1;
                }
            }
            $upwards = ! $upwards;
        }

        return $order;
    }
}
