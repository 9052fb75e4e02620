<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use Illuminate\Http\JsonResponse;

/** What this installation is, before anyone signs in. */
final class AboutController
{
    public function __invoke(): JsonResponse
    {
        return new JsonResponse([
            'name' => 'Keen Glyph',
            'version' => config('keen.version'),
            'demo' => config('keen.demo'),
            'limits' => ['read_bytes' => config('keen.read.bytes'), 'read_pixels' => config('keen.read.pixels')],
        ]);
    }
}
