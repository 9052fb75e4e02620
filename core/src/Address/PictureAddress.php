<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Address;

use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Render\RendererVersion;

/** Builds addresses of pictures that are drawn when they are asked for. */
final readonly class PictureAddress
{
    /** What a composed picture is called in its path. */
    public const COMPOSED = 'code';

    /** Stands in every address: what a renderer drew is never drawn otherwise at the same address. */
    public const VERSION = RendererVersion::CURRENT;

    /** @param  string  $base  scheme and host of the installation, without a slash at its end */
    public function __construct(private string $base)
    {
    }

    /**
     * Of a picture that is composed of what the address says.
     *
     * @param  array<array-key, string>  $values  what is drawn, and the key, by the names of the address
     * @param  ?string  $secret  signs it; null for an address that holds from listed pages alone
     *
     * @throws InvalidAddress
     */
    public function composed(array $values, PictureFormat $format, ?string $secret = null): string
    {
        $file = self::COMPOSED.".{$format->value}";
        $query = PictureQuery::of($values);
        $signed = $secret === null ? $query : $query->with(AddressSignature::NAME, AddressSignature::of($file, $query, $secret));

        return "{$this->base}/s/".self::VERSION."/{$file}?{$signed->canonical()}";
    }

    /**
     * Of a saved glyph: as it is now, or one revision for ever.
     *
     * @param  string  $token  the glyph's public token
     */
    public function saved(string $token, PictureFormat $format, ?int $revision = null): string
    {
        return "{$this->base}/s/".self::VERSION."/{$token}".($revision === null ? '' : "-r{$revision}").".{$format->value}";
    }

    /**
     * Of what a page token draws.
     *
     * @param  string  $token  as the installation gave it
     */
    public function ofToken(string $token, PictureFormat $format): string
    {
        return "{$this->base}/s/".self::VERSION.'/'.self::COMPOSED.".{$format->value}?token=".rawurlencode($token);
    }
}
