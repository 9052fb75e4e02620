<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** How a label around a bottle appears: modules crowd towards both ends, and rows sag when it is seen from above or below. */
final readonly class CylinderModel
{
    /** How far away the camera is, of the symbol's side: telephones are held so that a symbol takes a third of the picture. */
    private const DISTANCE = 3.5;

    /**
     * @param  int  $modules  a side
     * @param  bool  $down  whether it bends along the columns; else along the rows
     * @param  float  $half  radians of the surface between the symbol's middle and the middle of a finder pattern
     * @param  float  $sag  modules by which the middle lies off the ends
     */
    public function __construct(
        private int $modules,
        public bool $down,
        private float $half,
        private float $sag,
    ) {
    }

    /**
     * The cylinder that makes modules at the ends appear so much narrower than on average.
     *
     * @param  float  $ratio  modules there are to modules that the ends suggest, below 1
     */
    public static function ofRatio(int $modules, bool $down, float $ratio, float $sag): self
    {
        // The width at the ends to the mean width is half times cot(half), which falls steadily.
        [$low, $high] = [0.01, 1.5];
        for ($i = 0; $i < 20; $i++) {
            $middle = ($low + $high) / 2;
            [$low, $high] = $middle / tan($middle) > $ratio ? [$middle, $high] : [$low, $middle];
        }

        return new self($modules, $down, $low, $sag);
    }

    /** @return array{float, float} where on a flat symbol a place would have to lie to appear as it does */
    public function flat(float $u, float $v): array
    {
        if ($this->down) {
            [$v, $u] = $this->bent($v, $u);

            return [$u, $v];
        }

        return $this->bent($u, $v);
    }

    /** @return array{float, float} */
    private function bent(float $along, float $across): array
    {
        $span = $this->modules - 7;
        $turn = $this->half * (2 * ($along - 3.5) / $span - 1);
        $bulge = cos($turn) - cos($this->half);
        $middle = $this->modules / 2;
        // The middle stands nearer to the camera, by so much of the radius, and appears larger by as much of the distance.
        $larger = 1 + $span / (2 * $this->half) * $bulge / (self::DISTANCE * $this->modules);

        return [
            $middle + $larger * ($span / 2) * sin($turn) / sin($this->half),
            $middle + $larger * ($across - $middle) + $this->sag * $bulge / (1 - cos($this->half)),
        ];
    }
}
