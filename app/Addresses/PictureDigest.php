<?php

declare(strict_types=1);

namespace App\Addresses;

use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Render\RendererVersion;

/** Names a picture's bytes by all that they are drawn from: the same digest is the same picture. */
final class PictureDigest
{
    /** @param  array<array-key, mixed>  $parts */
    public static function of(array $parts): string
    {
        return substr(hash('sha256', json_encode([RendererVersion::CURRENT, $parts], JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)), 0, 40);
    }

    /**
     * Of what a key draws, with its bound: what a key may not draw, it does not get because another drew it.
     *
     * @param  array<string, mixed>  $given
     */
    public static function drawn(array $given, Context $context, PictureFormat $format, int $most): string
    {
        return self::of([$given, [$context->chatTemplate, $context->region, $context->gs1Domain], $format->value, $most]);
    }
}
