<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Grade;

use KeenGlyph\Core\Image\BetweenPixels;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\Point;

/** Reflectance along one line across bars, quiet zones included, and the elements that it shows (ISO/IEC 15416:2016, 5.3 and 5.4.1). */
final readonly class ScanProfile
{
    /** Samples a module. */
    private const FINE = 10;

    /** Places across the line whose mean is taken, in modules: the aperture. */
    private const ACROSS = [-0.3, 0.0, 0.3];

    /**
     * @param  list<float>  $reflectances  evenly along the line, 0 to 1
     * @param  list<float>  $edges  where it crosses the threshold, in samples: from light to dark and back in turn
     */
    private function __construct(public array $reflectances, public float $lightest, public float $darkest, public array $edges)
    {
    }

    /**
     * @param  array{Point, Point}  $ends  of the bars on this line, in pixels
     * @param  float  $modules  from the first bar to the last
     * @param  float  $quiet  modules beyond each end
     * @param  list<float>  $linear  reflectance of each of the 256 greys
     */
    public static function of(LuminancePlane $picture, array $ends, float $modules, float $quiet, array $linear): self
    {
        [$from, $to] = $ends;
        [$dx, $dy] = [($to->x - $from->x) / $modules, ($to->y - $from->y) / $modules];
        $count = (int) (($modules + 2 * $quiet) * self::FINE);
        $reflectances = [];
        for ($i = 0; $i <= $count; $i++) {
            $along = $i / self::FINE - $quiet;
            $sum = 0.0;
            foreach (self::ACROSS as $across) {
                $sum += BetweenPixels::at($picture, $from->x + $along * $dx - $across * $dy, $from->y + $along * $dy + $across * $dx, $linear);
            }
            $reflectances[] = $sum / count(self::ACROSS);
        }
        [$lightest, $darkest] = [max([0.0, ...$reflectances]), min([1.0, ...$reflectances])];

        return new self($reflectances, $lightest, $darkest, self::edges($reflectances, ($lightest + $darkest) / 2));
    }

    /** Symbol contrast: the highest reflectance of the profile less the lowest, 0 to 1 (ISO/IEC 15416 5.4.5). */
    public function contrast(): float
    {
        return $this->lightest - $this->darkest;
    }

    /** @return list<float> widths of the elements between the edges, in samples: bar, space, bar … */
    public function widths(): array
    {
        $widths = [];
        for ($i = 1; $i < count($this->edges); $i++) {
            $widths[] = $this->edges[$i] - $this->edges[$i - 1];
        }

        return $widths;
    }

    /** @return list<array{float, float}> least and most reflectance of each element; quiet zones first and last */
    public function elements(): array
    {
        $bounds = [0.0, ...$this->edges, (float) (count($this->reflectances) - 1)];
        $elements = [];
        for ($i = 1; $i < count($bounds); $i++) {
            $own = array_slice($this->reflectances, (int) ceil($bounds[$i - 1]), max(1, (int) floor($bounds[$i]) - (int) ceil($bounds[$i - 1]) + 1));
            $elements[] = [min([1.0, ...$own]), max([0.0, ...$own])];
        }

        return $elements;
    }

    /**
     * @param  list<float>  $reflectances
     * @return list<float>
     */
    private static function edges(array $reflectances, float $threshold): array
    {
        $edges = [];
        for ($i = 1; $i < count($reflectances); $i++) {
            [$before, $here] = [$reflectances[$i - 1], $reflectances[$i]];
            if (($before < $threshold) !== ($here < $threshold)) {
                $edges[] = $i - 1 + ($threshold - $before) / ($here - $before);
            }
        }

        return $edges;
    }
}
