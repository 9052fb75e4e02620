<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** The API's own description, as this installation answers. */
final class ContractController
{
    public function __invoke(Request $request): Response
    {
        $file = base_path('openapi/openapi.yaml');
        $response = new Response('', 200, ['Content-Type' => 'application/yaml', 'ETag' => '"'.hash_file('xxh128', $file).'"', 'Cache-Control' => 'public, max-age=300']);
        if (! $response->isNotModified($request)) {
            $response->setContent((string) file_get_contents($file));
        }

        return $response;
    }
}
