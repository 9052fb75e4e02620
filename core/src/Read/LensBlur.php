<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function abs;
use function array_fill;
use function cos;
use function intdiv;
use function log;
use function sin;
use function sqrt;

/**
 * What a lens out of focus does to a grid: a point is spread over a disc, or over a bell (a gaussian), alike on all sides of
 * the picture. On a grid that the camera sees askew the spot is drawn out as the grid is, so it is laid over the grid
 * point by point, and each module takes in what of the spot falls on it.
 */
final readonly class LensBlur
{
    /** Spots that are tried, with their sizes in modules from the least to the most: a disc's radius, a bell's standard deviation. */
    public const SPOTS = ['bell' => [0.2, 1.5], 'disc' => [0.2, 2.0]];

    /** Rings of a spot and points a ring: all weigh the same. */
    private const RINGS = 8;

    private const POINTS = 12;

    /** Half a module and half of the square over which `GreySampler::averaged` takes the grey of one, together; and the difference of both. */
    private const REACHED = 0.5 + GreySampler::AVERAGED / 2;

    private const WHOLLY = 0.5 - GreySampler::AVERAGED / 2;

    /**
     * @param  array{float, float, float, float}  $inverse  from pixels, a module's side long, to modules: across of x and y, down of x and y
     */
    private function __construct(private array $inverse)
    {
    }

    /** As the grid lies at its middle. */
    public static function on(GridMapping $mapping): self
    {
        $middle = $mapping->modules / 2;
        [$x, $y] = $mapping->at($middle, $middle);
        [$ax, $ay] = $mapping->at($middle + 1, $middle);
        [$dx, $dy] = $mapping->at($middle, $middle + 1);
        [$ax, $ay, $dx, $dy] = [$ax - $x, $ay - $y, $dx - $x, $dy - $y];
        $area = $ax * $dy - $dx * $ay;
        $side = sqrt(abs($area));

        // A grid without area has nothing to be seen through.
        return $side < 1e-6 ? new self([1.0, 0.0, 0.0, 1.0])
            : new self([$dy * $side / $area, -$dx * $side / $area, -$ay * $side / $area, $ax * $side / $area]);
    }

    /**
     * @param  string  $spot  one of SPOTS
     * @param  float  $size  modules
     * @return array<int, float> of the neighbours within `BlurModel::REACH` row by row, the module itself in the middle; 1 in all, less what reaches further
     */
    public function weights(string $spot, float $size): array
    {
        $weights = array_fill(0, BlurModel::SIDE ** 2, 0.0);
        [$a, $b, $c, $d] = $this->inverse;
        $share = 1 / (self::RINGS * self::POINTS);
        for ($ring = 0; $ring < self::RINGS; $ring++) {
            $part = ($ring + 0.5) / self::RINGS;
            $radius = $size * ($spot === 'bell' ? sqrt(-2 * log(1 - $part)) : sqrt($part));
            for ($point = 0; $point < self::POINTS; $point++) {
                $angle = 2 * M_PI * ($point + $ring % 2 / 2) / self::POINTS;
                [$x, $y] = [$radius * cos($angle), $radius * sin($angle)];
                $across = self::falls($a * $x + $b * $y);
                foreach (self::falls($c * $x + $d * $y) as $row => $down) {
                    foreach ($across as $column => $right) {
                        $weights[$row * BlurModel::SIDE + $column] += $share * $down * $right;
                    }
                }
            }
        }
        // Opposite neighbours weigh the same; of the points of a ring only nearly so.
        for ($k = 0, $middle = intdiv(BlurModel::SIDE ** 2, 2); $k < $middle; $k++) {
            $weights[$k] = $weights[2 * $middle - $k] = ($weights[$k] + $weights[2 * $middle - $k]) / 2;
        }

        return $weights;
    }

    /**
     * Along one side of the grid: the share of a point that falls on the module so far off.
     *
     * @return array<int, float> by place in a row of neighbours, those that it reaches alone
     */
    private static function falls(float $off): array
    {
        $falls = [];
        for ($i = -BlurModel::REACH; $i <= BlurModel::REACH; $i++) {
            $far = abs($i - $off);
            if ($far < self::REACHED) {
                $falls[$i + BlurModel::REACH] = $far <= self::WHOLLY ? 1.0 : (self::REACHED - $far) / GreySampler::AVERAGED;
            }
        }

        return $falls;
    }
}
