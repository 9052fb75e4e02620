<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Where a symbol is thought to stand in a picture. */
final readonly class SymbolFrame
{
    /**
     * @param  int  $modules  modules a side
     * @param  Transform  $transform  from modules (0,0 the symbol's outer corner) to pixels
     * @param  float  $modulePx  pixels a module, for reports
     */
    public function __construct(
        public int $modules,
        public Transform $transform,
        public float $modulePx,
    ) {
    }

    /** @return array{array{float, float}, array{float, float}, array{float, float}, array{float, float}} outer corners in pixels: top left, top right, bottom right, bottom left as the symbol stands */
    public function corners(): array
    {
        $n = $this->modules;

        $at = function (float $u, float $v): array {
            [$x, $y] = $this->transform->apply($u, $v);

            return [round($x, 2), round($y, 2)];
        };

        return [$at(0, 0), $at($n, 0), $at($n, $n), $at(0, $n)];
    }

    /** Whether a place, in pixels, lies within the upright box around the symbol. */
    public function covers(float $x, float $y): bool
    {
        $corners = $this->corners();
        $across = array_column($corners, 0);
        $down = array_column($corners, 1);

        return $x >= min($across) && $x <= max($across) && $y >= min($down) && $y <= max($down);
    }
}
