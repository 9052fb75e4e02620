<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ReadPicture;
use App\Http\Problems\Problems;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Config;

/** A picture in; the symbols in it out. The picture is not kept. */
final class ReadController
{
    public function __invoke(Request $request, ReadPicture $reader): JsonResponse
    {
        $file = $request->file('picture');
        if ($file instanceof UploadedFile) {
            if (in_array($file->getError(), [UPLOAD_ERR_INI_SIZE, UPLOAD_ERR_FORM_SIZE], true)) {
                return self::tooLarge();
            }
            $bytes = $file->isValid() ? $file->getContent() : '';
            $name = $file->getClientOriginalName();
        } elseif (str_starts_with((string) $request->headers->get('Content-Type'), 'image/')) {
            $bytes = $request->getContent();
            $name = null;
        } else {
            return Problems::invalid(['picture' => ['Send a PNG, JPEG or WebP file in the field “picture”, or as the body with its image type.']]);
        }
        if (strlen($bytes) > Config::integer('keen.read.bytes')) {
            return self::tooLarge();
        }

        return new JsonResponse(['pictures' => [['file' => $name === null ? null : mb_scrub($name, 'UTF-8'), ...$reader->read($bytes)]]]);
    }

    private static function tooLarge(): JsonResponse
    {
        return Problems::response(413, 'The file is larger than 10 MB, the most that is read.');
    }
}
