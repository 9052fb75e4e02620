<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Composition\Composition;
use App\Composition\RefusedPayload;
use App\Http\Requests\BuildRequest;
use App\Http\Requests\ParseRequest;
use App\Http\Resources\PayloadResource;
use App\Support\CurrentUser;
use Illuminate\Http\JsonResponse;

/** Fields to text and text to fields, without drawing anything. */
final class PayloadController
{
    public function build(BuildRequest $request): JsonResponse
    {
        $context = CurrentUser::of($request)->workspace->payloadContext();
        $payload = Composition::payload([...$request->validated(), 'fields' => (array) $request->input('fields')], $context);
        if ($payload->refusal() !== null) {
            throw new RefusedPayload($payload, true);
        }

        return new JsonResponse(PayloadResource::of($payload));
    }

    public function parse(ParseRequest $request): JsonResponse
    {
        return new JsonResponse(PayloadResource::of(Composition::payload($request->validated(), CurrentUser::of($request)->workspace->payloadContext())));
    }
}
