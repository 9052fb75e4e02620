<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Support\Str;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Symbol\QrSymbol;

/** A file name that still says, months later, what is in the file. */
final class FileName
{
    /** Name or host and path, version and level, side in pixels: `hive-7-3q-296px.png`. */
    public static function of(string $name, QrSymbol $symbol, Layout $layout, string $format): string
    {
        $bare = (string) preg_replace('#^[a-z][a-z0-9+.-]*://(www\.)?#i', '', $name);
        $slug = Str::limit(Str::slug(strtr($bare, './:?=&#_', '        ')), 60, '');

        return sprintf('%s-%s-%dpx.%s', $slug === '' ? 'symbol' : trim($slug, '-'), strtolower(str_replace('-', '', $symbol->designation())), $layout->sidePx, $format);
    }
}
