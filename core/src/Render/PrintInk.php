<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Colour;

/** What print files state colours in. */
enum PrintInk: string
{
    case Rgb = 'rgb';
    /** Process inks; black and greys are black ink alone, so that modules need no register. */
    case Cmyk = 'cmyk';

    /** @return list<float> components, 0 to 1 */
    public function components(Colour $colour): array
    {
        return $this === self::Cmyk ? $colour->cmyk() : [$colour->red / 255, $colour->green / 255, $colour->blue / 255];
    }

    /** @return string components with spaces between */
    public function values(Colour $colour): string
    {
        return implode(' ', array_map(static fn (float $value): string => (string) round($value, 4), $this->components($colour)));
    }

    /** The name of the colour space in PDF and PostScript. */
    public function space(): string
    {
        return $this === self::Cmyk ? 'DeviceCMYK' : 'DeviceRGB';
    }

    /** Bytes of pixels in this space, from three bytes a pixel. */
    public function pixels(string $rgb): string
    {
        if ($this === self::Rgb) {
            return $rgb;
        }
        $known = [];
        $pixels = '';
        foreach (str_split($rgb, 3) as $pixel) {
            $pixels .= $known[$pixel] ??= pack('C4', ...array_map(
                static fn (float $value): int => (int) round(255 * $value),
                Colour::fromHex(bin2hex($pixel))->cmyk(),
            ));
        }

        return $pixels;
    }
}
