<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Where every module of a symbol that was read lies in the picture, bends and all; module coordinates are those of the symbol as it stands. */
final readonly class GridGeometry
{
    private function __construct(
        private GridMapping $mapping,
        private float $left,
        private float $top,
        private float $scale,
        private bool $mirrored,
    ) {
    }

    /** @param  bool  $mirrored  whether rows and columns are exchanged */
    public static function of(PixelWindow $window, GridMapping $mapping, bool $mirrored): self
    {
        return new self($mapping, $window->left, $window->top, $window->scale, $mirrored);
    }

    /** The same grid so many pixels further right and down. */
    public function moved(float $right, float $down): self
    {
        return new self($this->mapping, $this->left + $right, $this->top + $down, $this->scale, $this->mirrored);
    }

    /** Modules a side. */
    public function modules(): int
    {
        return $this->mapping->modules;
    }

    /**
     * The pixel at a place in modules from the symbol's top left corner.
     *
     * @param  float  $column  0 at the left edge; 0.5 is the middle of the first module
     */
    public function at(float $column, float $row): Point
    {
        [$x, $y] = $this->mirrored ? $this->mapping->at($row, $column) : $this->mapping->at($column, $row);

        return new Point($x * $this->scale + $this->left, $y * $this->scale + $this->top);
    }

    /**
     * The flat map that comes nearest: through the four outer corners.
     *
     * @return Homography from module coordinates to pixels
     */
    public function homography(): Homography
    {
        $n = (float) $this->modules();
        $corners = [[0.0, 0.0], [$n, 0.0], [$n, $n], [0.0, $n]];

        return Homography::fromPoints($corners, array_map(fn (array $corner): array => $this->at(...$corner)->toArray(), $corners));
    }
}
