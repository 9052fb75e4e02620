<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use Illuminate\Http\JsonResponse;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Report\KindFacts;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** What there is to say in a symbol, and with which fields. */
final class KindController
{
    public function index(): JsonResponse
    {
        return new JsonResponse(['data' => array_map(KindFacts::of(...), Kind::cases()), 'next_cursor' => null]);
    }

    public function show(string $kind): JsonResponse
    {
        return new JsonResponse(KindFacts::of(Kind::tryFrom($kind) ?? throw new NotFoundHttpException));
    }
}
