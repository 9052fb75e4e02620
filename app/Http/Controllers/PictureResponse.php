<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Composition\Drawing;
use Illuminate\Http\Response;
use Symfony\Component\HttpFoundation\HeaderUtils;

/** A drawing as a file with its name. */
final class PictureResponse
{
    /** @param  'svg'|'png'  $format */
    public static function of(Drawing $drawing, string $format, bool $download = false): Response
    {
        return new Response($drawing->picture($format), 200, [
            'Content-Type' => Drawing::mediaType($format),
            'Content-Disposition' => HeaderUtils::makeDisposition($download ? 'attachment' : 'inline', $drawing->fileName($format)),
        ]);
    }
}
