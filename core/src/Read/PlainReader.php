<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Symbol\ModuleMatrix;

use function substr;

/**
 * A deliberately plain reader, as cheap decoders are: one threshold for all of the symbol, all three finder patterns as
 * runs of 1:1:3:1:1 along row and column, a flat grid between the four corners, one pixel a module, no codeword given up,
 * dark on light, with a quiet zone. It is told where the symbol is.
 */
final class PlainReader
{
    /** Share of a module by which a run may be too long or too short. */
    private const RUN = 0.55;

    /** Modules beside the symbol at which it must be light, and the share of each side. */
    private const QUIET = 0.75;

    private const QUIET_SHARE = 0.9;

    /**
     * @param  array{Point, Point, Point, Point}  $corners  of the symbol, in pixels: top left, top right, bottom right, bottom left as it stands
     * @param  int  $modules  a side
     *
     * @throws Unreadable with the stage at which it failed
     */
    public static function read(LuminancePlane $picture, array $corners, int $modules): DecodedMatrix
    {
        $n = (float) $modules;
        $map = Homography::fromPoints([[0.0, 0.0], [$n, 0.0], [$n, $n], [0.0, $n]], array_map(static fn (Point $corner): array => $corner->toArray(), $corners));
        $threshold = self::threshold($picture, $corners);
        $bits = new BitPlane($picture->width, $picture->height, strtr($picture->pixels, self::greys(), str_repeat("\1", $threshold).str_repeat("\0", 256 - $threshold)));
        foreach ([[3.5, 3.5], [$n - 3.5, 3.5], [3.5, $n - 3.5]] as [$u, $v]) {
            if (! self::isFinder($bits, $map, $u, $v)) {
                throw new Unreadable(Stage::NoFinder, 'A finder pattern does not show its runs.');
            }
        }
        if (! self::hasQuietZone($bits, $map, $modules)) {
            throw new Unreadable(Stage::NoFinder, 'The quiet zone is not blank.');
        }
        $rows = [];
        for ($row = 0; $row < $modules; $row++) {
            $line = '';
            for ($column = 0; $column < $modules; $column++) {
                $line .= self::isDark($bits, $map, $column + 0.5, $row + 0.5) ? '1' : '0';
            }
            $rows[] = $line;
        }

        return MatrixDecoder::decode(new ModuleMatrix($rows));
    }

    /**
     * Half way between the darker and the lighter pixels around the symbol, moved until it stays.
     *
     * @param  array{Point, Point, Point, Point}  $corners
     */
    private static function threshold(LuminancePlane $picture, array $corners): int
    {
        $xs = array_map(static fn (Point $corner): float => $corner->x, $corners);
        $ys = array_map(static fn (Point $corner): float => $corner->y, $corners);
        $left = max(0, (int) min($xs));
        $width = max(1, min($picture->width, (int) ceil(max($xs))) - $left);
        $pixels = '';
        for ($y = max(0, (int) min($ys)), $end = min($picture->height, (int) ceil(max($ys))); $y < $end; $y++) {
            $pixels .= substr($picture->pixels, $y * $picture->width + $left, $width);
        }
        $counts = count_chars($pixels, 0);
        $threshold = 128;
        for ($round = 0; $round < 20; $round++) {
            [$low, $lows, $high, $highs] = [0, 0, 0, 0];
            foreach ($counts as $grey => $count) {
                if ($grey < $threshold) {
                    $low += $count * $grey;
                    $lows += $count;
                } else {
                    $high += $count * $grey;
                    $highs += $count;
                }
            }
            $next = (int) round((($lows > 0 ? $low / $lows : 0) + ($highs > 0 ? $high / $highs : 255)) / 2);
            if ($next === $threshold) {
                break;
            }
            $threshold = $next;
        }

        return max(1, min(255, $threshold));
    }

    private static function isFinder(BitPlane $bits, Homography $map, float $u, float $v): bool
    {
        foreach ([[1.0, 0.0], [0.0, 1.0]] as [$du, $dv]) {
            // Modules along the line at which the tone changes, outward from the middle on both sides.
            foreach ([1, -1] as $side) {
                $edges = [];
                $last = true;
                for ($far = 0.0; $far <= 4.3; $far += 0.1) {
                    $isDark = self::isDark($bits, $map, $u + $side * $far * $du, $v + $side * $far * $dv);
                    if ($isDark !== $last) {
                        $edges[] = $far;
                        $last = $isDark;
                    }
                }
                if (count($edges) !== 3 || abs($edges[0] - 1.5) > self::RUN || abs($edges[1] - 2.5) > self::RUN || abs($edges[2] - 3.5) > self::RUN) {
                    return false;
                }
            }
        }

        return true;
    }

    private static function hasQuietZone(BitPlane $bits, Homography $map, int $modules): bool
    {
        foreach ([[-self::QUIET, false], [$modules + self::QUIET, false], [-self::QUIET, true], [$modules + self::QUIET, true]] as [$across, $isColumn]) {
            $light = 0;
            for ($i = 0; $i < $modules; $i++) {
                $light += self::isDark($bits, $map, $isColumn ? $across : $i + 0.5, $isColumn ? $i + 0.5 : $across) ? 0 : 1;
            }
            if ($light < self::QUIET_SHARE * $modules) {
                return false;
            }
        }

        return true;
    }

    /** Beyond the picture all is dark. */
    private static function isDark(BitPlane $bits, Homography $map, float $u, float $v): bool
    {
        [$x, $y] = $map->apply($u, $v);

        return $x < 0 || $y < 0 || $x >= $bits->width || $y >= $bits->height || $bits->bits[(int) $y * $bits->width + (int) $x] === "\1";
    }

    private static function greys(): string
    {
        return implode('', array_map(chr(...), range(0, 255)));
    }
}
