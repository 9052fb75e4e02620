<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\InvalidFinish;
use RuntimeException;

/** Outlines of the shipped face, read from its WOFF files (W3C WOFF 1.0 around OpenType's cmap, hmtx, loca and glyf). */
final class Typeface
{
    /** Latin with western accents first, then the rest of Latin. */
    private const FILES = ['schibsted-grotesk-latin-600-normal.woff', 'schibsted-grotesk-latin-ext-600-normal.woff'];

    private const COMPOSITE_DEPTH = 4;

    /** @var array<int, Path> outlines by glyph, one unit an em, the baseline at 0 */
    private array $outlines = [];

    /**
     * @param  array<string, string>  $tables
     * @param  array<int, int>  $glyphs  by code point
     */
    private function __construct(
        private readonly array $tables,
        private readonly array $glyphs,
        private readonly int $unitsPerEm,
        private readonly int $metrics,
        private readonly bool $longOffsets,
    ) {
    }

    /**
     * A line of text as outlines.
     *
     * @param  float  $em  its size
     * @return array{Path, float} the outlines from x = 0 with the baseline at y = 0, and the line's width
     *
     * @throws InvalidFinish when the face lacks a character
     */
    public static function line(string $text, float $em, string $field = 'caption.text'): array
    {
        $paths = [];
        $pen = 0.0;
        foreach (mb_str_split($text) as $character) {
            [$face, $glyph] = self::faceFor($character, $field);
            $paths[] = $face->outline($glyph)->placed($em, $em, $pen, 0.0);
            $pen += $face->advance($glyph) * $em;
        }

        return [(new Path)->and(...$paths), $pen];
    }

    /** @return array{self, int} */
    private static function faceFor(string $character, string $field): array
    {
        $code = mb_ord($character, 'UTF-8');
        foreach (array_keys(self::FILES) as $i) {
            $face = self::face($i);
            if (isset($face->glyphs[$code])) {
                return [$face, $face->glyphs[$code]];
            }
        }

        throw new InvalidFinish($field, "The shipped face has no “{$character}”; it has the letters of Latin script, digits and signs.");
    }

    private static function face(int $index): self
    {
        /** @var array<int, self> $faces */
        static $faces = [];

        return $faces[$index] ??= self::load(dirname(__DIR__, 2).'/resources/fonts/'.self::FILES[$index]);
    }

    private static function load(string $file): self
    {
        $bytes = file_get_contents($file);
        if ($bytes === false || ! str_starts_with($bytes, 'wOFF')) {
            throw new RuntimeException("The face $file is missing or damaged.");
        }
        $tables = [];
        for ($i = 0, $count = self::u16($bytes, 12); $i < $count; $i++) {
            $entry = 44 + 20 * $i;
            [$offset, $packed, $plain] = [self::u32($bytes, $entry + 4), self::u32($bytes, $entry + 8), self::u32($bytes, $entry + 12)];
            $data = substr($bytes, $offset, $packed);
            $tables[substr($bytes, $entry, 4)] = $packed < $plain ? (string) gzuncompress($data) : $data;
        }

        return new self($tables, self::characters($tables['cmap']), self::u16($tables['head'], 18), self::u16($tables['hhea'], 34), self::u16($tables['head'], 50) === 1);
    }

    /**
     * The format 4 subtable for Unicode.
     *
     * @return array<int, int>
     */
    private static function characters(string $cmap): array
    {
        $glyphs = [];
        for ($i = 0, $count = self::u16($cmap, 2); $i < $count; $i++) {
            $at = self::u32($cmap, 4 + 8 * $i + 4);
            if (self::u16($cmap, $at) !== 4) {
                continue;
            }
            $segments = intdiv(self::u16($cmap, $at + 6), 2);
            for ($s = 0; $s < $segments; $s++) {
                $end = self::u16($cmap, $at + 14 + 2 * $s);
                $start = self::u16($cmap, $at + 16 + 2 * ($segments + $s));
                $delta = self::u16($cmap, $at + 16 + 2 * (2 * $segments + $s));
                $rangeAt = $at + 16 + 2 * (3 * $segments + $s);
                $range = self::u16($cmap, $rangeAt);
                for ($code = $start; $code <= $end && $code < 0xFFFF; $code++) {
                    $glyph = $range === 0 ? $code + $delta & 0xFFFF : self::u16($cmap, $rangeAt + $range + 2 * ($code - $start));
                    $glyph = $range === 0 || $glyph === 0 ? $glyph : $glyph + $delta & 0xFFFF;
                    if ($glyph !== 0) {
                        $glyphs[$code] = $glyph;
                    }
                }
            }
        }

        return $glyphs;
    }

    private function advance(int $glyph): float
    {
        return self::u16($this->tables['hmtx'], 4 * min($glyph, $this->metrics - 1)) / $this->unitsPerEm;
    }

    private function outline(int $glyph, int $depth = 0): Path
    {
        if (isset($this->outlines[$glyph])) {
            return $this->outlines[$glyph];
        }
        $loca = $this->tables['loca'];
        [$from, $to] = $this->longOffsets
            ? [self::u32($loca, 4 * $glyph), self::u32($loca, 4 * $glyph + 4)]
            : [2 * self::u16($loca, 2 * $glyph), 2 * self::u16($loca, 2 * $glyph + 2)];
        $data = substr($this->tables['glyf'], $from, $to - $from);
        $path = match (true) {
            $data === '' => new Path,
            self::i16($data, 0) >= 0 => $this->simple($data, self::i16($data, 0)),
            $depth < self::COMPOSITE_DEPTH => $this->composite($data, $depth),
            default => new Path,
        };

        return $this->outlines[$glyph] = $path;
    }

    private function simple(string $data, int $contours): Path
    {
        $ends = [];
        for ($i = 0; $i < $contours; $i++) {
            $ends[] = self::u16($data, 10 + 2 * $i);
        }
        if ($ends === []) {
            return new Path;
        }
        $count = $ends[$contours - 1] + 1;
        $at = 10 + 2 * $contours;
        $at += 2 + self::u16($data, $at);
        $flags = [];
        while (count($flags) < $count) {
            $flag = ord($data[$at++]);
            $repeat = ($flag & 8) !== 0 ? ord($data[$at++]) : 0;
            array_push($flags, ...array_fill(0, $repeat + 1, $flag));
        }
        $xs = self::coordinates($data, $at, $flags, 2, 16);
        $ys = self::coordinates($data, $at, $flags, 4, 32);
        $commands = [];
        $first = 0;
        foreach ($ends as $end) {
            $points = [];
            for ($i = $first; $i <= $end; $i++) {
                $points[] = [$xs[$i] / $this->unitsPerEm, -$ys[$i] / $this->unitsPerEm, ($flags[$i] & 1) !== 0];
            }
            $first = $end + 1;
            array_push($commands, ...self::contour($points));
        }

        return new Path($commands);
    }

    /**
     * @param  list<int>  $flags
     * @return list<int>
     */
    private static function coordinates(string $data, int &$at, array $flags, int $short, int $same): array
    {
        $values = [];
        $value = 0;
        foreach ($flags as $flag) {
            if (($flag & $short) !== 0) {
                $value += ($flag & $same) !== 0 ? ord($data[$at]) : -ord($data[$at]);
                $at++;
            } elseif (($flag & $same) === 0) {
                $value += self::i16($data, $at);
                $at += 2;
            }
            $values[] = $value;
        }

        return $values;
    }

    /**
     * Points on and off quadratic curves to cubic ones; between two off points lies one that is on.
     *
     * @param  list<array{float, float, bool}>  $points
     * @return list<array{string, list<float>}>
     */
    private static function contour(array $points): array
    {
        $count = count($points);
        if ($count < 2) {
            return [];
        }
        $start = 0;
        while ($start < $count && ! $points[$start][2]) {
            $start++;
        }
        $points = $start === $count ? [self::middle($points[0], $points[$count - 1]), ...$points] : [...array_slice($points, $start), ...array_slice($points, 0, $start)];
        $points[] = $points[0];
        [$x, $y] = $points[0];
        $commands = [['M', [$x, $y]]];
        for ($i = 1, $count = count($points); $i < $count; $i++) {
            if ($points[$i][2]) {
                [$x, $y] = $points[$i];
                $commands[] = ['L', [$x, $y]];

                continue;
            }
            [$cx, $cy] = $points[$i];
            $to = $points[$i + 1][2] ? $points[++$i] : self::middle($points[$i], $points[$i + 1]);
            $commands[] = ['C', [$x + 2 / 3 * ($cx - $x), $y + 2 / 3 * ($cy - $y), $to[0] + 2 / 3 * ($cx - $to[0]), $to[1] + 2 / 3 * ($cy - $to[1]), $to[0], $to[1]]];
            [$x, $y] = $to;
        }
        $commands[] = ['Z', []];

        return $commands;
    }

    /**
     * @param  array{float, float, bool}  $a
     * @param  array{float, float, bool}  $b
     * @return array{float, float, bool}
     */
    private static function middle(array $a, array $b): array
    {
        return [($a[0] + $b[0]) / 2, ($a[1] + $b[1]) / 2, true];
    }

    private function composite(string $data, int $depth): Path
    {
        $path = new Path;
        $at = 10;
        do {
            [$flags, $glyph] = [self::u16($data, $at), self::u16($data, $at + 2)];
            $at += 4;
            [$dx, $dy] = ($flags & 1) !== 0 ? [self::i16($data, $at), self::i16($data, $at + 2)] : [self::i8($data, $at), self::i8($data, $at + 1)];
            $at += ($flags & 1) !== 0 ? 4 : 2;
            $matrix = [1.0, 0.0, 0.0, 1.0];
            $f2dot14 = static fn (int $offset): float => self::i16($data, $offset) / 16384;
            if (($flags & 0x08) !== 0) {
                $matrix = [$f2dot14($at), 0.0, 0.0, $f2dot14($at)];
                $at += 2;
            } elseif (($flags & 0x40) !== 0) {
                $matrix = [$f2dot14($at), 0.0, 0.0, $f2dot14($at + 2)];
                $at += 4;
            } elseif (($flags & 0x80) !== 0) {
                // The y axis points up in the face and down here.
                $matrix = [$f2dot14($at), -$f2dot14($at + 2), -$f2dot14($at + 4), $f2dot14($at + 6)];
                $at += 8;
            }
            $path = $path->and($this->outline($glyph, $depth + 1)->transformed([...$matrix, $dx / $this->unitsPerEm, -$dy / $this->unitsPerEm]));
        } while (($flags & 0x20) !== 0);

        return $path;
    }

    private static function u16(string $bytes, int $at): int
    {
        return ord($bytes[$at]) << 8 | ord($bytes[$at + 1]);
    }

    private static function i16(string $bytes, int $at): int
    {
        $value = self::u16($bytes, $at);

        return $value > 0x7FFF ? $value - 0x10000 : $value;
    }

    private static function i8(string $bytes, int $at): int
    {
        $value = ord($bytes[$at]);

        return $value > 0x7F ? $value - 0x100 : $value;
    }

    private static function u32(string $bytes, int $at): int
    {
        return self::u16($bytes, $at) << 16 | self::u16($bytes, $at + 2);
    }
}
