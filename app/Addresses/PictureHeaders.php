<?php

declare(strict_types=1);

namespace App\Addresses;

use KeenGlyph\Core\Image\PictureFormat;

/** What is said beside a picture: what it is, how long it holds, and for how long the web server keeps it. */
final class PictureHeaders
{
    /**
     * @param  ?int  $holds  seconds that anybody may keep it; null for ever
     * @param  int  $kept  seconds that the web server keeps it
     * @param  int  $now  by the Unix clock
     * @return array<string, string>
     */
    public static function of(string $digest, PictureFormat $format, string $cacheControl, ?int $holds, int $kept, int $now): array
    {
        return [
            'Content-Type' => $format->mediaType(),
            'ETag' => "\"{$digest}\"",
            'Cache-Control' => $cacheControl,
            'X-Accel-Expires' => (string) $kept,
            'Access-Control-Expose-Headers' => 'ETag, Keen-Expires',
            ...($holds !== null && $holds > 0 ? ['Keen-Expires' => gmdate('Y-m-d\TH:i:s\Z', $now + $holds)] : []),
        ];
    }
}
