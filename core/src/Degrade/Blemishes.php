<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

/**
 * What happens to a label after it was printed: ink that comes off, scratches, dirt, a mirrored lamp, a shadow, a screen's
 * dots. For one seed a harder case has all of a milder one's places, so that what fails goes on failing.
 */
final class Blemishes
{
    /** Reflectance of dirt. */
    private const DIRT = 0.06;

    /** Radii of places without ink, and of dirt, in modules. */
    private const MISSING = [0.5, 1.3];

    private const DIRTY = [0.7, 2.2];

    /** Width of a scratch, in modules. */
    private const SCRATCH = 0.35;

    /** How much more than paper a mirrored lamp sends. */
    private const LAMP = 4.0;

    /** Width of a shadow's edge, in modules. */
    private const EDGE = 1.0;

    /** Pitch of a screen's dots, in millimetres. */
    private const SCREEN = 0.11;

    /**
     * @param  callable(float, float): array{float, float}  $place  of a module coordinate, in pixels of the picture
     * @param  float  $modulePx  pixels a module
     */
    public function __construct(private readonly LightPlane $plane, private readonly mixed $place, private readonly float $modulePx, private readonly int $modules, private readonly int $seed)
    {
    }

    /** @param  float  $paper  light that paper sends back */
    public function missingInk(float $share, float $paper): void
    {
        $this->spots($share, self::MISSING, $paper, 1);
    }

    /** @param  float  $paper  light that white would send back */
    public function dirt(float $share, float $paper): void
    {
        $this->spots($share, self::DIRTY, $paper * self::DIRT, 2);
    }

    /**
     * Thin lines of bare paper across the drawing.
     *
     * @param  float  $share  part of the area, 0 to 1
     * @param  float  $paper  its luminance, 0 to 1
     */
    public function scratches(float $share, float $paper): void
    {
        $chance = new Chance($this->seed * 8 + 3);
        $length = $share * $this->modules ** 2 / self::SCRATCH;
        while ($length > 0) {
            [$u, $v] = [$chance->between(0, $this->modules), $chance->between(0, $this->modules)];
            [$toU, $toV] = [$chance->between(0, $this->modules), $chance->between(0, $this->modules)];
            $long = max(0.5, hypot($toU - $u, $toV - $v));
            $part = min(1.0, $length / $long);
            $this->line($u + $part * ($toU - $u) / 2, $v + $part * ($toV - $v) / 2, atan2($toV - $v, $toU - $u), $part * $long, $paper);
            $length -= $long;
        }
    }

    /** A lamp that the label mirrors: all white in its middle, less beyond. */
    public function glare(float $share, float $paper): void
    {
        $chance = new Chance($this->seed * 8 + 4);
        [$x, $y] = ($this->place)($chance->between(0.15, 0.85) * $this->modules, $chance->between(0.15, 0.85) * $this->modules);
        $radius = max(0.1, sqrt($share / M_PI) * $this->modules * $this->modulePx);
        $peak = self::LAMP * $paper;
        $this->each(static function (int $column, int $row, float $light) use ($x, $y, $radius, $peak): float {
            $far = sqrt(($column - $x) ** 2 + ($row - $y) ** 2) / $radius;

            return $far < 1 ? $light + $peak : ($far > 2 ? $light : $light + $peak * exp(-6 * ($far - 1)));
        });
    }

    /** A hard shadow over a part of the symbol. */
    public function shadow(float $ratio): void
    {
        $chance = new Chance($this->seed * 8 + 5);
        [$x, $y] = ($this->place)($chance->between(0.3, 0.7) * $this->modules, $chance->between(0.3, 0.7) * $this->modules);
        $way = $chance->between(0, 2 * M_PI);
        [$dx, $dy] = [cos($way), sin($way)];
        $edge = self::EDGE * $this->modulePx / 4;
        $this->each(static function (int $column, int $row, float $light) use ($x, $y, $dx, $dy, $edge, $ratio): float {
            $lit = 1 / (1 + exp(-max(-40.0, min(40.0, (($column - $x) * $dx + ($row - $y) * $dy) / $edge))));

            return $light * ($lit + (1 - $lit) / $ratio);
        });
    }

    /** A screen's own dots beside the sensor's: waves where neither is a whole number of the other. */
    public function moire(float $depth, float $pixelsPerMm): void
    {
        $pitch = self::SCREEN * $pixelsPerMm;
        $turn = deg2rad((new Chance($this->seed * 8 + 6))->between(1, 8));
        // A pixel that is as wide as several dots sees their mean.
        $seen = $depth * abs(sin(M_PI / $pitch) / (M_PI / $pitch)) ** 0.5;
        [$c, $s, $wave] = [cos($turn), sin($turn), 2 * M_PI / $pitch];
        $this->each(static fn (int $column, int $row, float $light): float => $light * (1 - $seen * (0.5 + 0.25 * cos($wave * ($column * $c + $row * $s)) + 0.25 * cos($wave * ($row * $c - $column * $s)))));
    }

    /** @param  array{float, float}  $radii  modules */
    private function spots(float $share, array $radii, float $light, int $kind): void
    {
        $chance = new Chance($this->seed * 8 + $kind);
        $area = $share * $this->modules ** 2;
        while ($area > 0) {
            $radius = $chance->between(...$radii);
            [$u, $v] = [$chance->between(0, $this->modules), $chance->between(0, $this->modules)];
            // The last one is as large as there is left.
            $this->spot($u, $v, min($radius, sqrt($area / M_PI)), $light);
            $area -= M_PI * $radius ** 2;
        }
    }

    private function spot(float $u, float $v, float $radius, float $light): void
    {
        [$x, $y] = ($this->place)($u, $v);
        [$ax, $ay] = ($this->place)($u + 1, $v);
        [$bx, $by] = ($this->place)($u, $v + 1);
        $this->paint($x, $y, [$ax - $x, $ay - $y], [$bx - $x, $by - $y], $radius, $radius, $light, true);
    }

    private function line(float $u, float $v, float $way, float $long, float $light): void
    {
        [$x, $y] = ($this->place)($u, $v);
        [$ax, $ay] = ($this->place)($u + cos($way), $v + sin($way));
        [$bx, $by] = ($this->place)($u - sin($way), $v + cos($way));
        $this->paint($x, $y, [$ax - $x, $ay - $y], [$bx - $x, $by - $y], $long / 2, self::SCRATCH / 2, $light, false);
    }

    /**
     * An ellipse or a bar, its edge as soft as a pixel.
     *
     * @param  array{float, float}  $along  pixels of one module along its length
     * @param  array{float, float}  $across  pixels of one module across
     */
    private function paint(float $x, float $y, array $along, array $across, float $long, float $wide, float $light, bool $isRound): void
    {
        $width = $this->plane->width;
        $determinant = $along[0] * $across[1] - $along[1] * $across[0];
        if (abs($determinant) < 1e-6) {
            return;
        }
        $reach = $long * hypot(...$along) + $wide * hypot(...$across) + 1;
        $soft = 1 / max(0.5, sqrt(abs($determinant)));
        // Along a row, only where the distance across can be small enough: a slanted line's box is mostly empty.
        $edge = ($wide + $soft) * abs($determinant);
        for ($row = max(0, (int) floor($y - $reach)), $end = min($this->plane->height - 1, (int) ceil($y + $reach)); $row <= $end; $row++) {
            [$from, $to] = [$x - $reach, $x + $reach];
            if (abs($along[1]) > 1e-6) {
                $middle = $x + ($row - $y) * $along[0] / $along[1];
                [$from, $to] = [max($from, $middle - $edge / abs($along[1])), min($to, $middle + $edge / abs($along[1]))];
            }
            for ($column = max(0, (int) floor($from)), $stop = min($width - 1, (int) ceil($to)); $column <= $stop; $column++) {
                $s = abs((($column - $x) * $across[1] - ($row - $y) * $across[0]) / $determinant);
                $t = abs((($row - $y) * $along[0] - ($column - $x) * $along[1]) / $determinant);
                // Modules that the pixel's middle lies within the edge.
                $inside = $isRound ? $long - sqrt($s * $s + $t * $t) : min($long - $s, $wide - $t);
                $covered = max(0.0, min(1.0, 0.5 + $inside / $soft));
                if ($covered > 0) {
                    $i = $row * $width + $column;
                    $this->plane->light[$i] += $covered * ($light - $this->plane->light[$i]);
                }
            }
        }
    }

    /** @param  callable(int, int, float): float  $light */
    private function each(callable $light): void
    {
        $all = [];
        $i = 0;
        for ($row = 0; $row < $this->plane->height; $row++) {
            for ($column = 0; $column < $this->plane->width; $column++) {
                $all[] = $light($column, $row, $this->plane->light[$i++]);
            }
        }
        $this->plane->light = $all;
    }
}
