<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Support\Str;
use KeenGlyph\Core\Compose\BarsComposition;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Image\PictureFormat;
use Transliterator;

/** A file name that still says, months later, what is in the file. */
final class FileName
{
    private const LONGEST = 60;

    /** Name or host and path, version and level, side in pixels: `hive-7-3q-296px.png`. */
    public static function of(Composition $composition, PictureFormat $format): string
    {
        return self::plain($composition->name(), strtolower(str_replace('-', '', $composition->symbol->designation()))."-{$composition->layout()->sidePx}px", $format->value);
    }

    /** Name or digits, symbology and width in pixels: `9520123456788-ean13-339px.png`. */
    public static function ofBars(BarsComposition $composition, PictureFormat $format): string
    {
        return self::plain($composition->name(), "{$composition->symbol->symbology->value}-{$composition->layout()->sidePx}px", $format->value);
    }

    /** @param  string  $facts  what tells several pictures of one thing apart */
    public static function plain(string $name, string $facts, string $format): string
    {
        $bare = (string) preg_replace('#^[a-z][a-z0-9+.-]*://(www\.)?#i', '', $name);

        return (self::slug(strtr($bare, './:?=&#_', '        ')) ?: 'symbol')."-$facts.$format";
    }

    /** Plain letters, digits and hyphens; other scripts as they are spoken (ICU's transliteration). */
    public static function slug(string $name): string
    {
        $latin = Transliterator::create('Any-Latin; Latin-ASCII')?->transliterate(mb_scrub($name, 'UTF-8'));

        return trim(Str::limit(Str::slug(is_string($latin) ? $latin : $name), self::LONGEST, ''), '-');
    }
}
