<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Symbol\Version;

/**
 * Reads a symbol whose place is known because we drew it: nothing is looked for, but every module is sampled from the
 * pixels and decoded, so that what is wrong with them is seen as in any picture.
 */
final class KnownPlaceReader
{
    /**
     * @param  array{Point, Point, Point, Point}  $corners  outer corners of the symbol without its quiet zone, in pixels: top left, top right, bottom right, bottom left as it stands
     * @param  bool  $isLight  whether it is light on dark
     *
     * @throws Unreadable with the stage at which it failed
     */
    public static function read(LuminancePlane $picture, Version $version, array $corners, bool $isLight = false): Reading
    {
        $n = $version->modules();
        [$xs, $ys] = [array_map(static fn (Point $corner): float => $corner->x, $corners), array_map(static fn (Point $corner): float => $corner->y, $corners)];
        $plane = GreyPlane::of($picture);
        $window = PixelWindow::of($plane, min($xs), min($ys), max($xs), max($ys), $isLight);
        $mapping = new GridMapping($n, Homography::fromPoints(
            [[0.0, 0.0], [(float) $n, 0.0], [(float) $n, (float) $n], [0.0, (float) $n]],
            array_map(static fn (Point $corner): array => $window->here($corner->x, $corner->y), $corners),
        ));
        $decided = GreySampler::sample($window, $mapping)->decided();
        $symbol = MatrixDecoder::decode($decided->matrix, $decided->sureness);
        $modulePx = hypot($xs[1] - $xs[0], $ys[1] - $ys[0]) / $n;

        return new Reading($symbol, SymbolFrame::of($window, $mapping, $modulePx), GridGeometry::of($window, $mapping, false), $picture, false, $isLight);
    }
}
