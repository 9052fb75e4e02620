<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Gradient;
use KeenGlyph\Core\Finish\Layout;

use function abs;
use function min;

/** A gradient's pixels, a row at a time, three or four bytes each. */
final class GradientRaster
{
    private const STEPS = 256;

    private const LOOKUP = 16384;

    /** Slopes beyond this are taken as none: a row then has one ink to within a step. */
    private const STEEP = 60.0;

    /** @var list<string> colours by step */
    private readonly array $colours;

    private readonly int $width;

    /** @var array{float, float, float} place along the line at the layer's corner, and its growth a column and a row */
    private readonly array $growth;

    /** @var ?string inks along one row, wide enough for all of them */
    private ?string $long = null;

    private int $spare = 0;

    /** @var list<float> squares of the columns' distances from the middle */
    private array $squares = [];

    /** @var list<string> inks by squared distance */
    private array $bySquare = [];

    /** @var array<int, string> rows by twice their distance from the middle */
    private array $rings = [];

    public function __construct(private readonly Gradient $gradient, private readonly float $sidePx, private readonly Layer $layer, private readonly Layout $layout, private readonly int $depth)
    {
        $colours = [];
        for ($i = 0; $i < self::STEPS; $i++) {
            $colours[] = substr($gradient->at($i / (self::STEPS - 1))->bytes()."\xFF", 0, $depth);
        }
        $this->colours = $colours;
        $this->width = strlen($layer->rows[array_key_first($layer->rows) ?? 0] ?? '');
        [$x1, $y1, $x2, $y2] = $gradient->line($sidePx);
        $square = max(1e-9, ($x2 - $x1) ** 2 + ($y2 - $y1) ** 2);
        [$across, $down] = [($x2 - $x1) / $square, ($y2 - $y1) / $square];
        // From the symbol's corner to the layer's, at the middles of pixels.
        [$dx, $dy] = [$layer->left - $layout->before + 0.5, $layer->top - $layout->above + 0.5];
        $this->growth = [($dx - $x1) * $across + ($dy - $y1) * $down, $across, $down];
    }

    /** @param  int  $y  pixel row of the picture */
    public function row(int $y): string
    {
        if ($this->gradient->radial) {
            return $this->ring($y);
        }
        [$start, $across, $down] = $this->growth;
        $row = $y - $this->layer->top;
        if (abs($down) >= abs($across) * self::STEEP) {
            return str_repeat($this->ink($start + $across * $this->width / 2 + $down * $row), $this->width);
        }
        // Each row is the one above, shifted.
        $shift = $row * $down / $across;
        if ($this->long === null) {
            $reach = (int) ceil(abs(($this->layout->heightPx + 1) * $down / $across));
            $this->spare = $shift < 0 || $down / $across < 0 ? $reach : 0;
            $this->long = '';
            for ($x = -$this->spare; $x < $this->width + ($this->spare > 0 ? 1 : $reach); $x++) {
                $this->long .= $this->ink($start + $across * $x);
            }
        }

        return substr($this->long, $this->depth * ((int) round($shift) + $this->spare), $this->depth * $this->width);
    }

    /** Distances are squared and looked up: a root for every pixel would cost more than all the rest. */
    private function ring(int $y): string
    {
        $middle = $this->sidePx / 2;
        $down = $y - $this->layout->above + 0.5 - $middle;
        $key = (int) round(abs($down) * 2);
        if (isset($this->rings[$key])) {
            return $this->rings[$key];
        }
        if ($this->squares === []) {
            $left = $this->layer->left - $this->layout->before + 0.5 - $middle;
            for ($x = 0; $x < $this->width; $x++) {
                $this->squares[] = ($left + $x) ** 2;
            }
            for ($i = 0; $i <= self::LOOKUP; $i++) {
                $this->bySquare[] = $this->ink(sqrt($i / self::LOOKUP));
            }
        }
        $scale = self::LOOKUP / (2 * $middle * $middle);
        $row = '';
        foreach ($this->squares as $square) {
            $row .= $this->bySquare[min(self::LOOKUP, (int) (($square + $down * $down) * $scale))];
        }

        return $this->rings[$key] = $row;
    }

    private function ink(float $place): string
    {
        return $this->colours[(int) round(max(0.0, min(1.0, $place)) * (self::STEPS - 1))];
    }
}
