<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Grade;

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\GridGeometry;
use KeenGlyph\Core\Read\Point;

/** How much light every module and the quiet zone around them send back, through a round aperture (ISO/IEC 15415:2011, 7.3.3). */
final readonly class ReflectanceGrid
{
    /** Diameter of the aperture, in modules. */
    public const APERTURE = 0.8;

    /** Places in the aperture, in shares of its radius: the middle, and two rings. */
    private const PLACES = [[0.0, 0.0], [0.5, 0.0], [-0.5, 0.0], [0.0, 0.5], [0.0, -0.5], [0.62, 0.62], [-0.62, 0.62], [0.62, -0.62], [-0.62, -0.62]];

    /**
     * @param  int  $modules  a side
     * @param  list<float>  $modulesSeen  reflectance of each module, row by row, 0 to 1
     * @param  list<list<float>>  $quiet  of each place a module out, two out …, all around
     */
    private function __construct(public int $modules, public array $modulesSeen, public array $quiet, public float $lightest, public float $darkest)
    {
    }

    /**
     * @param  list<float>  $linear  reflectance of each of the 256 greys
     * @param  int  $quiet  modules of quiet zone that the standard asks for
     */
    public static function of(LuminancePlane $picture, GridGeometry $geometry, array $linear, int $quiet = 4): self
    {
        $n = $geometry->modules();
        $seen = [];
        for ($row = 0; $row < $n; $row++) {
            for ($column = 0; $column < $n; $column++) {
                $seen[] = self::through($picture, $geometry, $linear, $column + 0.5, $row + 0.5) ?? 0.0;
            }
        }
        $rings = [];
        for ($out = 1; $out <= $quiet; $out++) {
            $ring = [];
            for ($i = -$out; $i < $n + $out; $i++) {
                foreach ([[$i + 0.5, 0.5 - $out], [$i + 0.5, $n + $out - 0.5], [0.5 - $out, $i + 0.5], [$n + $out - 0.5, $i + 0.5]] as [$u, $v]) {
                    // What lies beyond the picture is not known to be light.
                    $ring[] = self::through($picture, $geometry, $linear, $u, $v) ?? 0.0;
                }
            }
            $rings[] = $ring;
        }
        $near = [...$seen, ...$rings[0] ?? []];

        return new self($n, $seen, $rings, max([0.0, ...$near]), min([1.0, ...$seen]));
    }

    /** Half way between the lightest and the darkest (7.4.3). */
    public function threshold(): float
    {
        return ($this->lightest + $this->darkest) / 2;
    }

    public function contrast(): float
    {
        return $this->lightest - $this->darkest;
    }

    /** Modulation of a reflectance: how far it lies from the threshold, as a share of half the contrast (7.8.4.3). */
    public function modulation(float $reflectance): float
    {
        return $this->contrast() <= 0 ? 0.0 : 2 * abs($reflectance - $this->threshold()) / $this->contrast();
    }

    /** @param  list<float>  $linear */
    private static function through(LuminancePlane $picture, GridGeometry $geometry, array $linear, float $u, float $v): ?float
    {
        $sum = 0.0;
        foreach (self::PLACES as [$du, $dv]) {
            $at = $geometry->at($u + $du * self::APERTURE / 2, $v + $dv * self::APERTURE / 2);
            $value = self::between($picture, $linear, $at);
            if ($value === null) {
                return null;
            }
            $sum += $value;
        }

        return $sum / count(self::PLACES);
    }

    /** @param  list<float>  $linear */
    private static function between(LuminancePlane $picture, array $linear, Point $place): ?float
    {
        [$x, $y] = [$place->x - 0.5, $place->y - 0.5];
        if ($x < -0.5 || $y < -0.5 || $x > $picture->width - 0.5 || $y > $picture->height - 0.5) {
            return null;
        }
        $x = max(0.0, min($picture->width - 1.0, $x));
        $y = max(0.0, min($picture->height - 1.0, $y));
        [$left, $top] = [(int) $x, (int) $y];
        [$right, $bottom] = [min($picture->width - 1, $left + 1), min($picture->height - 1, $top + 1)];
        [$s, $t] = [$x - $left, $y - $top];
        $at = static fn (int $column, int $row): float => $linear[ord($picture->pixels[$row * $picture->width + $column])];

        return (1 - $t) * ((1 - $s) * $at($left, $top) + $s * $at($right, $top)) + $t * ((1 - $s) * $at($left, $bottom) + $s * $at($right, $bottom));
    }
}
