<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Grade;

/** Limits at which a measure gets grades 4, 3, 2 and 1. */
final readonly class Scale
{
    /** @param  array{float, float, float, float}  $limits  for 4, 3, 2 and 1 */
    private function __construct(public array $limits, public bool $isMore)
    {
    }

    /** Better the larger: a grade is got from its limit on. */
    public static function atLeast(float $four, float $three, float $two, float $one): self
    {
        return new self([$four, $three, $two, $one], true);
    }

    /** Better the smaller: a grade is got up to its limit. */
    public static function atMost(float $four, float $three, float $two, float $one): self
    {
        return new self([$four, $three, $two, $one], false);
    }

    /** @return int 4 to 0 */
    public function grade(float $value): int
    {
        foreach ($this->limits as $i => $limit) {
            // Figures that differ by less than a rounding are the same.
            if ($this->isMore ? $value >= $limit - 1e-9 : $value <= $limit + 1e-9) {
                return 4 - $i;
            }
        }

        return 0;
    }
}
