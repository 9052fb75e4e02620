<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Composition\RefusedPayload;
use App\Http\Requests\BuildRequest;
use App\Http\Requests\ParseRequest;
use App\Http\Resources\PayloadResource;
use App\Support\CurrentUser;
use Illuminate\Http\JsonResponse;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\MergeFields;
use KeenGlyph\Core\Payload\Payloads;

/** Fields to text and text to fields, without drawing anything. */
final class PayloadController
{
    public function build(BuildRequest $request): JsonResponse
    {
        $context = CurrentUser::of($request)->workspace->payloadContext();
        $kind = Kind::from($request->string('kind')->toString());
        $payload = Payloads::build($kind, (array) $request->input('fields'), $context);
        if ($payload->refusal() !== null) {
            throw new RefusedPayload($payload, true);
        }
        $merge = array_filter((array) $request->validated('merge'), is_string(...));
        if ($merge !== []) {
            $payload = Payloads::parse(MergeFields::fill($payload->text, $merge), $kind, $context);
        }

        return new JsonResponse(PayloadResource::of($payload));
    }

    public function parse(ParseRequest $request): JsonResponse
    {
        $kind = Kind::tryFrom($request->string('kind')->toString());

        return new JsonResponse(PayloadResource::of(Payloads::parse($request->string('text')->toString(), $kind, CurrentUser::of($request)->workspace->payloadContext())));
    }
}
