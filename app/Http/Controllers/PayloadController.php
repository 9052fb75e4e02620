<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Composition\CompositionInput;
use App\Http\Requests\BuildRequest;
use App\Http\Requests\ParseRequest;
use App\Http\Resources\PayloadResource;
use App\Support\Current;
use Illuminate\Http\JsonResponse;
use KeenGlyph\Core\Compose\RefusedPayload;

/** Fields to text and text to fields, without drawing anything. */
final class PayloadController
{
    public function build(BuildRequest $request): JsonResponse
    {
        $context = Current::workspace($request)->payloadContext();
        $payload = (new CompositionInput([...$request->validated(), 'fields' => (array) $request->input('fields')]))->payload()->payload($context);
        if ($payload->refusal() !== null) {
            throw new RefusedPayload($payload, true);
        }

        return new JsonResponse(PayloadResource::of($payload));
    }

    public function parse(ParseRequest $request): JsonResponse
    {
        return new JsonResponse(PayloadResource::of((new CompositionInput($request->validated()))->payload()->payload(Current::workspace($request)->payloadContext())));
    }
}
