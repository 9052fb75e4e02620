<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Problems\Problems;
use App\Support\DatabaseTrouble;
use Illuminate\Http\JsonResponse;

/** Whether this machine can answer, for whoever sends it requests. Without session, key or limit. */
final class HealthController
{
    public function __invoke(): JsonResponse
    {
        if (DatabaseTrouble::isAway()) {
            return Problems::response(503, 'The database is not answering.');
        }

        return new JsonResponse(['status' => 'ok'], 200, ['Cache-Control' => 'no-store']);
    }
}
