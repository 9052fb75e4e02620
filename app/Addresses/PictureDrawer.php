<?php

declare(strict_types=1);

namespace App\Addresses;

use App\Composition\CompositionInput;
use KeenGlyph\Core\Compose\RefusedPayload;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Image\PictureNotMade;
use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Symbol\InvalidSymbol;

/** Draws what an address says, within its bound. */
final class PictureDrawer
{
    /** Longest side of a picture where its key says nothing, in pixels. */
    public const USUAL_SIDE = 2048;

    /**
     * @param  array<string, mixed>  $given
     * @param  int  $most  pixels of the longest side
     *
     * @throws RefusedAddress 422 when it cannot be drawn
     */
    public static function draw(array $given, Context $context, PictureFormat $format, int $most): string
    {
        try {
            $composition = (new CompositionInput($given))->compose($context);
            $layout = $composition->layout();
            if (max($layout->sidePx, $layout->heightPx) > $most) {
                throw RefusedAddress::wrong("The picture would be {$layout->sidePx} pixels wide; {$most} is the most here.");
            }

            return $composition->picture($format);
        } catch (RefusedPayload|InvalidSymbol|InvalidFinish|PictureNotMade $e) {
            throw RefusedAddress::wrong($e->getMessage());
        }
    }
}
