<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

use ImagickPixel;
use ImagickPixelException;

/** Colours as style sheets write them (CSS Color 4, 4 to 6): hexadecimal, rgb() and names. What is not known is black. */
final class CssColour
{
    /** @return string #RRGGBB */
    public static function hex(string $text): string
    {
        $text = strtolower(trim($text));
        if (preg_match('/^#[0-9a-f]{3,8}$/D', $text) === 1) {
            return strlen($text) < 7 ? '#'.$text[1].$text[1].$text[2].$text[2].$text[3].$text[3] : substr($text, 0, 7);
        }
        if (preg_match('/^(?:rgba?\([\d\s.,%\/]+\)|[a-z]+)$/D', $text) !== 1) {
            return '#000000';
        }
        try {
            $colour = (new ImagickPixel($text))->getColor();
        } catch (ImagickPixelException) {
            // currentColor and names that nobody defined.
            return '#000000';
        }

        return sprintf('#%02X%02X%02X', $colour['r'], $colour['g'], $colour['b']);
    }
}
