<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function substr;
use function unpack;

/** Part of a grey plane as numbers, for looking closely: greys 1 to 127, row by row from index 1. */
final readonly class PixelWindow
{
    /** @param  array<int, int>  $greys  width times height of them, from 1 */
    private function __construct(
        public int $width,
        public int $height,
        public array $greys,
        public float $left,
        public float $top,
        public float $scale,
    ) {
    }

    /**
     * The part of the plane between these places, in pixels of the full picture, as far as the plane goes.
     *
     * @param  bool  $negative  light and dark exchanged, so that a symbol that is light on dark is an ordinary one
     */
    public static function of(GreyPlane $plane, float $left, float $top, float $right, float $bottom, bool $negative = false): self
    {
        $x = max(0, min($plane->width - 2, (int) ($left / $plane->scale)));
        $y = max(0, min($plane->height - 2, (int) ($top / $plane->scale)));
        $width = max(2, min($plane->width, (int) ceil($right / $plane->scale)) - $x);
        $height = max(2, min($plane->height, (int) ceil($bottom / $plane->scale)) - $y);
        $pixels = '';
        for ($row = $y; $row < $y + $height; $row++) {
            $pixels .= substr($plane->pixels, $row * $plane->width + $x, $width);
        }
        /** @var array<int, int> $greys */
        $greys = unpack('C*', $negative ? strtr($pixels, self::greys(), strrev(self::greys())) : $pixels) ?: [];

        return new self($width, $height, $greys, $x * $plane->scale, $y * $plane->scale, $plane->scale);
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
