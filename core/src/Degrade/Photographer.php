<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\Finder;
use KeenGlyph\Core\Read\Point;

/**
 * Takes pictures of a label that is not there: the drawing at its physical size, seen by a device in a situation, in
 * linear light. Each pixel gathers what its footprint on the label sends back; then come what lies on the label, lens,
 * movement, the sensor's noise and its gamma. docs/proof.md says what is left out.
 */
final class Photographer
{
    /** Share of the pixels' room that paper in full light fills. */
    private const WHITE = 0.85;

    /** How much of what is around the symbol is taken with it, as a share of its side, and in pixels. */
    private const AROUND = 0.12;

    private const AROUND_PX = 10.0;

    /** Pixels a module that are enough for any decoder, and pixels a side that are taken together at the most where there are more. */
    private const ENOUGH = 3.2;

    private const MOST_BINNED = 8;

    /** Reflectance of what lies against a symbol whose quiet zone is cut. */
    private const CUT = 0.08;

    /** @param  int  $seed  decides directions, places and noise */
    public static function take(PrintedLabel $label, DeviceModel $device, Situation $situation, int $seed): Photograph
    {
        $chance = new Chance($seed * 8);
        $fine = $device->pixelsPerMm($situation->distanceMm) * $label->moduleMm * cos(deg2rad($situation->tilt));
        $device = $device->binned((int) min(self::MOST_BINNED, $fine / self::ENOUGH));
        $view = View::of($device, $situation, $chance->between(0, 360));
        $direction = $chance->between(0, 180);
        [$left, $top, $width, $height, $isWhole] = self::frame($label, $device, $view);
        $plane = self::gathered($label, $device, $situation, $view, $left, $top, $width, $height);

        $place = static function (float $column, float $row) use ($label, $view, $left, $top): array {
            $point = self::place($label, $view, $column, $row);

            return [$point->x - $left - 0.5, $point->y - $top - 0.5];
        };
        $middle = $label->modules / 2;
        [$a, $b] = [$place($middle - 0.5, $middle), $place($middle + 0.5, $middle)];
        [$c, $d] = [$place($middle, $middle - 0.5), $place($middle, $middle + 0.5)];
        $modulePx = sqrt(abs(($b[0] - $a[0]) * ($d[1] - $c[1]) - ($b[1] - $a[1]) * ($d[0] - $c[0])));
        self::blemish($plane, $situation, $label, $device, new Blemishes($plane, $place, $modulePx, $label->modules, $seed));

        $perMm = $device->pixelsPerMm($situation->distanceMm);
        $lux = $device->luxAt($situation->distanceMm, $situation->lux);
        $exposureMs = $device->exposureMs($lux);
        $blurPx = hypot($device->focusBlurPx($situation->distanceMm), $situation->defocusMm * $perMm);
        $smearPx = $situation->speed * $exposureMs / 1000 * $perMm;
        $plane->disc($blurPx);
        $plane->smear($smearPx, $direction);
        $plane->soften($device->lensBlurPx);

        $picture = self::developed($plane, $device, $device->electrons * $lux * $exposureMs / 1000, (int) $chance->between(0, 65_000));
        if ($situation->jpegQuality !== null) {
            $picture = BlockCompression::apply($picture, $situation->jpegQuality);
        }
        $at = static function (float $column, float $row) use ($place): Point {
            [$x, $y] = $place($column, $row);

            return new Point($x + 0.5, $y + 0.5);
        };
        $n = $label->modules;
        $finder = static function (float $column, float $row) use ($at, $label): Finder {
            [$middle, $right, $below] = [$at($column, $row), $at($column + 1, $row), $at($column, $row + 1)];
            // A reader takes what it sees to be seen from the front, until it has decoded it.
            [$right, $below] = $label->isMirrored ? [$below, $right] : [$right, $below];

            return new Finder($middle->x, $middle->y, $right->x - $middle->x, $right->y - $middle->y, $below->x - $middle->x, $below->y - $middle->y, $label->isLight);
        };

        [$acrossAt, $downAt] = [$finder($n - 3.5, 3.5), $finder(3.5, $n - 3.5)];

        return new Photograph(
            $picture, [$at(0, 0), $at($n, 0), $at($n, $n), $at(0, $n)], [$finder(3.5, 3.5), ...($label->isMirrored ? [$downAt, $acrossAt] : [$acrossAt, $downAt])],
            $modulePx, $isWhole, $exposureMs, $blurPx, $smearPx,
        );
    }

    /** Pixels from where the camera points. */
    private static function place(PrintedLabel $label, View $view, float $column, float $row): Point
    {
        [$at, $middle, $perMm] = [$label->at($column, $row), $label->middle(), $label->pixelsPerMm()];

        return $view->project(($at->x - $middle->x) / $perMm, ($at->y - $middle->y) / $perMm);
    }

    /** @return array{int, int, int, int, bool} first pixel column and row from where the camera points, pixels across and down, whether the symbol is all within the camera's picture */
    private static function frame(PrintedLabel $label, DeviceModel $device, View $view): array
    {
        [$xs, $ys] = [[], []];
        for ($i = 0; $i <= 8; $i++) {
            $part = $i / 8 * $label->modules;
            foreach ([[$part, 0.0], [$part, (float) $label->modules], [0.0, $part], [(float) $label->modules, $part]] as [$column, $row]) {
                $point = self::place($label, $view, $column, $row);
                $xs[] = $point->x;
                $ys[] = $point->y;
            }
        }
        $around = self::AROUND_PX + max(self::AROUND, ($label->quiet + 1) / $label->modules) * max(max($xs) - min($xs), max($ys) - min($ys));
        [$halfX, $halfY] = [$device->pixels / 2, $device->pixels * DeviceModel::ASPECT / 2];
        $isWhole = min($xs) >= -$halfX && max($xs) <= $halfX && min($ys) >= -$halfY && max($ys) <= $halfY;
        [$left, $right] = [max(-$halfX, min($xs) - $around), min($halfX, max($xs) + $around)];
        [$top, $bottom] = [max(-$halfY, min($ys) - $around), min($halfY, max($ys) + $around)];

        return [(int) floor($left), (int) floor($top), max(16, (int) ceil($right - $left)), max(16, (int) ceil($bottom - $top)), $isWhole];
    }

    /** What each pixel gets from its footprint on the label; paper in full light is WHITE. */
    private static function gathered(PrintedLabel $label, DeviceModel $device, Situation $situation, View $view, int $left, int $top, int $width, int $height): LightPlane
    {
        $integral = $label->integral($device->light, $situation->gain);
        [$sums, $stride] = [$integral->sums, $integral->stride];
        [$perMm, $middle] = [$label->pixelsPerMm(), $label->middle()];
        $paper = max(0.02, $label->paper($device->light));
        [$nx, $nxx, $nxy, $ny, $nyx, $nyy, $w, $wx, $wy] = $view->fractions($left + 0.5, $top + 0.5);
        // The footprint in the middle of the symbol stands for all: in pixels of the drawing, at least one.
        [$footX, $footY] = self::footprint($label, $view);
        [$limitX, $limitY] = [$label->width - $footX, $label->height - $footY];
        [$cutLeft, $cutTop, $cutRight, $cutBottom] = self::rest($label, $situation->quietCut);
        $bright = self::WHITE / $paper / 255 / ($footX * $footY);
        $around = ($situation->quietCut > 0 ? self::CUT : PrintedLabel::AROUND) * self::WHITE;
        [$radius, $camera] = [$view->radiusMm, $view->camera()];
        $light = [];
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $depth = $w + $y * $wy + $x * $wx;
                if ($depth <= 1e-9) {
                    $light[] = $around;

                    continue;
                }
                $u = ($nx + $y * $nxy + $x * $nxx) / $depth;
                $v = ($ny + $y * $nyy + $x * $nyx) / $depth;
                if ($radius !== null) {
                    // From the plane that the ray meets to the jar: the nearer of two places where a line meets a circle.
                    [$rx, $ry, $rz] = [$u - $camera[0], $v - $camera[1], -$camera[2]];
                    $a = $rx * $rx + $rz * $rz;
                    $b = $camera[0] * $rx + ($camera[2] - $radius) * $rz;
                    $c = $camera[0] * $camera[0] + ($camera[2] - $radius) * ($camera[2] - $radius) - $radius * $radius;
                    $inside = $b * $b - $a * $c;
                    if ($inside < 0) {
                        $light[] = $around;

                        continue;
                    }
                    $t = (-$b - sqrt($inside)) / $a;
                    $u = $radius * asin(max(-1.0, min(1.0, ($camera[0] + $t * $rx) / $radius)));
                    $v = $camera[1] + $t * $ry;
                }
                $u = $u * $perMm + $middle->x;
                $v = $v * $perMm + $middle->y;
                if ($u < $cutLeft || $v < $cutTop || $u >= $cutRight || $v >= $cutBottom) {
                    $light[] = $around;

                    continue;
                }
                $column = (int) ($u - $footX / 2 + 0.5);
                $row = (int) ($v - $footY / 2 + 0.5);
                $column = $column < 0 ? 0 : ($column > $limitX ? $limitX : $column);
                $row = $row < 0 ? 0 : ($row > $limitY ? $limitY : $row);
                $above = $row * $stride + $column;
                $below = $above + $footY * $stride;
                $light[] = $bright * ($sums[$below + $footX] - $sums[$below] - $sums[$above + $footX] + $sums[$above]);
            }
        }

        return new LightPlane($width, $height, $light);
    }

    /** @return array{int, int} pixels of the drawing that a pixel of the picture covers, across and down */
    private static function footprint(PrintedLabel $label, View $view): array
    {
        // How the picture moves with the drawing, and the other way round.
        $o = $view->project(0.0, 0.0);
        $a = $view->project(0.5, 0.0);
        $b = $view->project(0.0, 0.5);
        [$ax, $ay, $bx, $by] = [2 * ($a->x - $o->x), 2 * ($a->y - $o->y), 2 * ($b->x - $o->x), 2 * ($b->y - $o->y)];
        $determinant = max(1e-9, abs($ax * $by - $ay * $bx));
        $perMm = $label->pixelsPerMm();
        $side = static fn (float $one, float $two): int => (int) max(1, round($perMm * (abs($one) + abs($two)) / $determinant));

        return [min($label->width, $side($by, $bx)), min($label->height, $side($ay, $ax))];
    }

    /** @return array{float, float, float, float} of the drawing what is left when so many modules of quiet zone are cut off, in pixels */
    private static function rest(PrintedLabel $label, float $cut): array
    {
        if ($cut <= 0) {
            return [0.0, 0.0, (float) $label->width, (float) $label->height];
        }
        $xs = array_map(static fn (Point $p): float => $p->x, $label->corners);
        $ys = array_map(static fn (Point $p): float => $p->y, $label->corners);
        $left = ($label->quiet - $cut) * $label->modulePx();

        return [min($xs) - $left, min($ys) - $left, max($xs) + $left, max($ys) + $left];
    }

    private static function blemish(LightPlane $plane, Situation $situation, PrintedLabel $label, DeviceModel $device, Blemishes $blemishes): void
    {
        if ($situation->missing > 0) {
            $blemishes->missingInk($situation->missing, self::ground($label, $device));
        }
        if ($situation->scratched > 0) {
            $blemishes->scratches($situation->scratched, self::ground($label, $device));
        }
        if ($situation->dirty > 0) {
            $blemishes->dirt($situation->dirty, self::WHITE);
        }
        if ($situation->moire > 0) {
            $blemishes->moire($situation->moire, $device->pixelsPerMm($situation->distanceMm));
        }
        if ($situation->shadow > 1) {
            $blemishes->shadow($situation->shadow);
        }
        if ($situation->glare > 0) {
            $blemishes->glare($situation->glare, self::WHITE);
        }
    }

    /** Light of what is under the ink: the paper, which of light on dark symbols is the dark. */
    private static function ground(PrintedLabel $label, DeviceModel $device): float
    {
        return $label->isLight ? self::WHITE * $label->ink($device->light) / max(0.02, $label->paper($device->light)) : self::WHITE;
    }

    /** Light to bytes: shot noise, read noise, and the transfer function that decoders expect. */
    private static function developed(LightPlane $plane, DeviceModel $device, float $electrons, int $from): LuminancePlane
    {
        $noise = Chance::noise();
        $bytes = Gamma::bytes();
        // Variance in shares of a full pixel: as many electrons as light, and the reading's own.
        $shot = 1 / max(1.0, $electrons);
        $read = ($device->readNoise / max(1.0, $electrons)) ** 2;
        $pixels = '';
        foreach ($plane->light as $light) {
            $light += sqrt(($light < 1 ? $light : 1.0) * $shot + $read) * $noise[$from++ & 65_535];
            $pixels .= $bytes[$light <= 0 ? 0 : ($light >= 1 ? Gamma::STEPS : (int) ($light * Gamma::STEPS))];
        }

        return new LuminancePlane($plane->width, $plane->height, $pixels);
    }
}
