<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\InvalidFinish;

/** Parts of one scene in the units of another, so that several drawings become one. */
final class MovedParts
{
    /**
     * @param  float  $scale  units of the other scene a module of this one
     * @param  float  $x  where this symbol's own top left corner lies there
     * @return list<Piece|Picture>
     *
     * @throws InvalidFinish when a gradient runs through the symbol, which holds for its own place only
     */
    public static function of(Scene $scene, float $scale, float $x, float $y): array
    {
        $parts = [];
        foreach ($scene->parts as $part) {
            if ($part instanceof Picture) {
                $parts[] = new Picture($part->art, $x + $part->x * $scale, $y + $part->y * $scale, $part->width * $scale, $part->height * $scale);

                continue;
            }
            if ($part->paint->gradient !== null) {
                throw new InvalidFinish('inks', 'A symbol among other parts of a label has plain inks, not a gradient.');
            }
            $paths = array_map(static fn (PlacedPath $one): Path => $one->path->placed($scale, $scale, $x + $one->x * $scale, $y + $one->y * $scale), VectorPath::placed($part));
            $parts[] = new Piece((new Path)->and(...$paths), $part->paint, $part instanceof Piece && $part->evenOdd);
        }

        return $parts;
    }
}
