<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

/** Sums of all that lies above and left of each place of a plane, so that the mean of any rectangle takes four of them. */
final readonly class IntegralPlane
{
    /** @var array<int, int> (width + 1) times (height + 1) sums, row by row */
    public array $sums;

    /** Sums a row. */
    public int $stride;

    /** @param  string  $pixels  a byte each, width times height */
    public function __construct(public int $width, public int $height, string $pixels)
    {
        $this->stride = $width + 1;
        $sums = array_fill(0, $this->stride, 0);
        $above = 0;
        for ($y = 0; $y < $height; $y++) {
            /** @var array<int, int> $row */
            $row = unpack('C*', substr($pixels, $y * $width, $width)) ?: [];
            $sums[] = 0;
            $sum = 0;
            foreach ($row as $x => $value) {
                $sum += $value;
                $sums[] = $sums[$above + $x] + $sum;
            }
            $above += $this->stride;
        }
        $this->sums = $sums;
    }
}
