<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\CentreShape;
use KeenGlyph\Core\Finish\ModuleShape;
use KeenGlyph\Core\Finish\RingShape;

/** The geometry behind the shapes' names. */
final class Shapes
{
    /** Bits of a module's neighbours that are dark. */
    public const NORTH = 1;

    public const EAST = 2;

    public const SOUTH = 4;

    public const WEST = 8;

    public const NORTH_EAST = 16;

    public const SOUTH_EAST = 32;

    public const SOUTH_WEST = 64;

    public const NORTH_WEST = 128;

    /** The two sides of each corner from the top left on, clockwise, and the module across it. */
    private const CORNERS = [
        [self::NORTH | self::WEST, self::NORTH_WEST],
        [self::NORTH | self::EAST, self::NORTH_EAST],
        [self::SOUTH | self::EAST, self::SOUTH_EAST],
        [self::SOUTH | self::WEST, self::SOUTH_WEST],
    ];

    /** Height of bars and width of columns, and side of a tile. */
    private const BAR = 0.82;

    private const TILE = 0.86;

    /** Radius of the corners of soft modules, and of what poured ones fill. */
    private const SOFT = 0.45;

    private const FILLET = 0.35;

    /** Share of a side by which the corners of a regular octagon are cut. */
    private const OCTAGON = 0.2928932188;

    /**
     * What of its neighbours a module's outline depends on.
     *
     * @param  int  $neighbours  bits of the eight around it
     */
    public static function variant(ModuleShape $shape, bool $dark, int $neighbours): int
    {
        $corners = 0;
        foreach (self::CORNERS as $i => [$sides, $across]) {
            $is = $dark ? ($neighbours & $sides) === 0 : ($neighbours & $sides) === $sides && ($neighbours & $across) !== 0;
            $corners |= $is ? 1 << $i : 0;
        }

        return match ($shape) {
            ModuleShape::Soft, ModuleShape::Poured => $corners,
            ModuleShape::Rows => $neighbours & (self::EAST | self::WEST),
            ModuleShape::Columns => $neighbours & (self::NORTH | self::SOUTH),
            default => 0,
        };
    }

    /** A dark module within a box of one by one. */
    public static function module(ModuleShape $shape, int $variant): Path
    {
        $margin = (1 - self::BAR) / 2;
        $round = self::BAR / 2;
        $rounded = static fn (float $radius): array => [$variant & 1 ? $radius : 0.0, $variant & 2 ? $radius : 0.0, $variant & 4 ? $radius : 0.0, $variant & 8 ? $radius : 0.0];

        return match ($shape) {
            ModuleShape::Square => Path::box(0, 0, 1, 1),
            ModuleShape::Disc => Path::disc(0.5, 0.5, 0.5),
            ModuleShape::Soft => Path::rounded(0, 0, 1, 1, $rounded(self::SOFT)),
            ModuleShape::Poured => Path::rounded(0, 0, 1, 1, $rounded(0.5)),
            ModuleShape::Rows => self::bar($margin, $round, (bool) ($variant & self::WEST), (bool) ($variant & self::EAST)),
            ModuleShape::Columns => self::bar($margin, $round, (bool) ($variant & self::NORTH), (bool) ($variant & self::SOUTH))->transformed(new AffineMap(0, 1, 1, 0))->reversed(),
            ModuleShape::Hexagon => Path::regular(0.5, 0.5, 0.54, 6)->placed(1.06, 0.926, -0.03, 0.037),
            ModuleShape::Lozenge => self::cut(0, 0, 1, 0.38),
            ModuleShape::Leaf => Path::rounded(0, 0, 1, 1, [0.5, 0, 0.5, 0]),
            ModuleShape::Tile => Path::box((1 - self::TILE) / 2, (1 - self::TILE) / 2, self::TILE, self::TILE),
        };
    }

    /** What poured modules leave in a light module between them. */
    public static function fillets(int $variant): Path
    {
        $r = self::FILLET;
        $k = $r * (1 - 0.5522847498);
        $corner = new Path([['M', [0.0, 0.0]], ['L', [$r, 0.0]], ['C', [$k, 0.0, 0.0, $k, 0.0, $r]], ['Z', []]]);
        $path = new Path;
        foreach ([[1.0, 1.0, 0.0, 0.0], [-1.0, 1.0, 1.0, 0.0], [-1.0, -1.0, 1.0, 1.0], [1.0, -1.0, 0.0, 1.0]] as $i => [$sx, $sy, $dx, $dy]) {
            if ($variant & 1 << $i) {
                $placed = $corner->placed($sx, $sy, $dx, $dy);
                $path = $path->and($sx * $sy < 0 ? $placed->reversed() : $placed);
            }
        }

        return $path;
    }

    /** Ink of a dark module as a share of its area, of the variant that has least. */
    public static function ink(ModuleShape $shape): float
    {
        $alone = self::module($shape, in_array($shape, [ModuleShape::Soft, ModuleShape::Poured], true) ? 15 : 0);

        return self::area($alone);
    }

    /** A ring one module thick with its corner at a point; seven modules a side in finders, five in alignment patterns. */
    public static function ring(RingShape $shape, float $x, float $y, float $side): Path
    {
        return self::outline($shape, $x, $y, $side, $side / 7)->and(self::outline($shape, $x + 1, $y + 1, $side - 2, ($side - 2) / 7)->reversed());
    }

    /** What a ring encloses, three modules a side in finders, one in alignment patterns. */
    public static function centre(CentreShape $shape, float $x, float $y, float $side): Path
    {
        [$middleX, $middleY, $half] = [$x + $side / 2, $y + $side / 2, $side / 2];

        return match ($shape) {
            CentreShape::Square, CentreShape::Modules => Path::box($x, $y, $side, $side),
            CentreShape::Soft => Path::rounded($x, $y, $side, $side, array_fill(0, 4, $side * 0.25)),
            CentreShape::Disc => Path::disc($middleX, $middleY, $half),
            CentreShape::Hexagon => Path::regular($middleX, $middleY, $half * 1.06, 6),
            CentreShape::Octagon => self::cut($x, $y, $side, self::OCTAGON),
            CentreShape::Lozenge => self::cut($x - $side * 0.08, $y - $side * 0.08, $side * 1.16, 0.5),
        };
    }

    private static function outline(RingShape $shape, float $x, float $y, float $side, float $unit): Path
    {
        return match ($shape) {
            RingShape::Square, RingShape::Modules => Path::box($x, $y, $side, $side),
            RingShape::Soft => Path::rounded($x, $y, $side, $side, array_fill(0, 4, 0.6 * $unit)),
            RingShape::Round => Path::rounded($x, $y, $side, $side, array_fill(0, 4, 2.0 * $unit)),
            RingShape::Cut => self::cut($x, $y, $side, 0.3 * $unit / $side),
            RingShape::Octagon => self::cut($x, $y, $side, self::OCTAGON),
            RingShape::Circle => Path::disc($x + $side / 2, $y + $side / 2, $side / 2),
            RingShape::Leaf => Path::rounded($x, $y, $side, $side, [0.0, $side * 0.45, 0.0, $side * 0.45]),
        };
    }

    /** A square whose corners are cut by a share of its side. */
    private static function cut(float $x, float $y, float $side, float $share): Path
    {
        $c = $side * $share;
        [$right, $bottom] = [$x + $side, $y + $side];

        return Path::polygon([[$x + $c, $y], [$right - $c, $y], [$right, $y + $c], [$right, $bottom - $c], [$right - $c, $bottom], [$x + $c, $bottom], [$x, $bottom - $c], [$x, $y + $c]]);
    }

    private static function bar(float $margin, float $round, bool $joinsBefore, bool $joinsAfter): Path
    {
        [$before, $after] = [$joinsBefore ? 0.0 : $round, $joinsAfter ? 0.0 : $round];

        return Path::rounded(0, $margin, 1, 1 - 2 * $margin, [$before, $after, $after, $before]);
    }

    private static function area(Path $path): float
    {
        $area = 0.0;
        foreach ($path->polygons(60) as $points) {
            $count = count($points);
            for ($i = 0; $i < $count; $i++) {
                [$a, $b] = [$points[$i], $points[($i + 1) % $count]];
                $area += ($a[0] * $b[1] - $b[0] * $a[1]) / 2;
            }
        }

        return abs($area);
    }
}
