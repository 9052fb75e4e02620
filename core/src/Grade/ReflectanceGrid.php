<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Grade;

use KeenGlyph\Core\Image\BetweenPixels;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\GridGeometry;

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

    /** Symbol contrast: the highest reflectance less the lowest, 0 to 1 (ISO/IEC 15415 7.8.3). */
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
            if ($at->x < 0 || $at->y < 0 || $at->x > $picture->width || $at->y > $picture->height) {
                return null;
            }
            $sum += BetweenPixels::at($picture, $at->x, $at->y, $linear);
        }

        return $sum / count(self::PLACES);
    }
}
