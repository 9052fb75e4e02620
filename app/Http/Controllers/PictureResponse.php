<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Support\FileName;
use Illuminate\Http\Response;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Image\PictureFormat;
use Symfony\Component\HttpFoundation\HeaderUtils;

/** A composition as a file with its name. */
final class PictureResponse
{
    public static function of(Composition $composition, PictureFormat $format, bool $download = false): Response
    {
        return self::file($composition->picture($format), $format, FileName::of($composition, $format), $download);
    }

    public static function file(string $picture, PictureFormat $format, string $name, bool $download = false): Response
    {
        return new Response($picture, 200, [
            'Content-Type' => $format->mediaType().($format === PictureFormat::Txt ? '; charset=utf-8' : ''),
            'Content-Disposition' => HeaderUtils::makeDisposition($download ? 'attachment' : 'inline', $name),
        ]);
    }
}
