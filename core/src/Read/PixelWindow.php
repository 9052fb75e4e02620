<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function substr;
use function unpack;

/**
 * Part of a grey plane as numbers, for looking closely: greys 1 to 127, eight of them in an integer, the leftmost in the
 * lowest byte. One integer a pixel would take eight times as long to make as most of them are ever looked at.
 */
final readonly class PixelWindow
{
    /** @param  array<int, int>  $eights  row by row, from 1; the width is a multiple of eight */
    private function __construct(
        public int $width,
        public int $height,
        public array $eights,
        public float $left,
        public float $top,
        public float $scale,
        public ?ReadBudget $budget,
    ) {
    }

    /**
     * The part of the plane between these places, in pixels of the full picture, as far as the plane goes.
     *
     * @param  bool  $negative  light and dark exchanged, so that a symbol that is light on dark is an ordinary one
     * @param  ?ReadBudget  $budget  how long it may be looked at; no limit when null
     */
    public static function of(GreyPlane $plane, float $left, float $top, float $right, float $bottom, bool $negative = false, ?ReadBudget $budget = null): self
    {
        $x = max(0, min($plane->width - 8, (int) ($left / $plane->scale))) & ~7;
        $y = max(0, min($plane->height - 2, (int) ($top / $plane->scale)));
        $width = max(8, (min($plane->width, (int) ceil($right / $plane->scale)) - $x + 7) & ~7);
        $height = max(2, min($plane->height, (int) ceil($bottom / $plane->scale)) - $y);
        $pixels = '';
        for ($row = $y; $row < $y + $height; $row++) {
            $pixels .= substr($plane->pixels, $row * $plane->width + $x, $width);
        }
        $budget?->insist();
        /** @var array<int, int> $eights */
        $eights = unpack('P*', $negative ? strtr($pixels, self::greys(), strrev(self::greys())) : $pixels) ?: [];

        return new self($width, $height, $eights, $x * $plane->scale, $y * $plane->scale, $plane->scale, $budget);
    }

    /**
     * The part that a symbol with these patterns can reach into.
     *
     * @param  float  $module  pixels of the full picture a module
     * @param  ?ReadBudget  $budget  how long it may be looked at; no limit when null
     */
    public static function around(GreyPlane $plane, FinderTriplet $triplet, float $module, ?ReadBudget $budget = null): self
    {
        [$a, $b, $c] = [$triplet->topLeft, $triplet->topRight, $triplet->bottomLeft];
        $fourth = [$b->x + $c->x - $a->x, $b->y + $c->y - $a->y];
        // Under perspective the far corner can lie a good way off the parallelogram's.
        $stretch = [$fourth[0] + 0.6 * ($fourth[0] - $a->x), $fourth[1] + 0.6 * ($fourth[1] - $a->y)];
        $xs = [$a->x, $b->x, $c->x, $fourth[0], $stretch[0]];
        $ys = [$a->y, $b->y, $c->y, $fourth[1], $stretch[1]];
        $margin = 8 * $module;

        return self::of($plane, min($xs) - $margin, min($ys) - $margin, max($xs) + $margin, max($ys) + $margin, $a->light, $budget);
    }

    /** @return string the greys 1 to 127 */
    private static function greys(): string
    {
        return implode('', array_map(chr(...), range(1, 127)));
    }

    /** @return array{float, float} */
    public function here(float $x, float $y): array
    {
        return [($x - $this->left) / $this->scale, ($y - $this->top) / $this->scale];
    }
}
