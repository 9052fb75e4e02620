<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use InvalidArgumentException;
use KeenGlyph\Core\Image\LuminancePlane;

/** Where a symbol was a moment ago, in pixels of the picture that is to be read: it is looked for there first. */
final readonly class NearPlace
{
    /** How far around it the symbol may have gone, of its own size. */
    private const AROUND = 0.4;

    /** Pixels around it at least. */
    private const LEAST = 24.0;

    private function __construct(private float $left, private float $top, private float $right, private float $bottom)
    {
    }

    /**
     * @param  list<Point>  $corners  of the symbol; they may lie beyond the picture
     *
     * @throws InvalidArgumentException when there are fewer than two, or one is no place
     */
    public static function of(array $corners): self
    {
        $xs = array_map(static fn (Point $corner): float => $corner->x, $corners);
        $ys = array_map(static fn (Point $corner): float => $corner->y, $corners);
        if ($xs === [] || $ys === [] || count($xs) < 2 || ! is_finite(array_sum($xs)) || ! is_finite(array_sum($ys))) {
            throw new InvalidArgumentException('The place of a symbol is its four corners.');
        }
        $margin = max(self::LEAST, self::AROUND * max(max($xs) - min($xs), max($ys) - min($ys)));

        return new self(min($xs) - $margin, min($ys) - $margin, max($xs) + $margin, max($ys) + $margin);
    }

    /**
     * The part of a picture that this is.
     *
     * @return ?array{LuminancePlane, int, int} with the pixels that are left out on the left and above; null when it lies beside the picture or is most of it
     */
    public function part(LuminancePlane $picture): ?array
    {
        $left = (int) max(0, min($picture->width, $this->left));
        $top = (int) max(0, min($picture->height, $this->top));
        $width = (int) max(0, min($picture->width, $this->right)) - $left;
        $height = (int) max(0, min($picture->height, $this->bottom)) - $top;
        if ($width < self::LEAST || $height < self::LEAST || 4 * $width * $height > 3 * $picture->width * $picture->height) {
            return null;
        }
        $pixels = '';
        for ($y = $top; $y < $top + $height; $y++) {
            $pixels .= substr($picture->pixels, $y * $picture->width + $left, $width);
        }

        return [new LuminancePlane($width, $height, $pixels), $left, $top];
    }
}
