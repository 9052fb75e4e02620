<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Addresses\MakeAddress;
use App\Http\Requests\AddressRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Carbon;
use KeenGlyph\Core\Image\PictureFormat;

/** Makes picture addresses, signed with the secret of a publishable key. */
final class AddressController
{
    public function __invoke(AddressRequest $request, MakeAddress $make): JsonResponse
    {
        $expires = $request->validated('expires_at');
        /** @var list<string> $open */
        $open = $request->validated('open') ?? [];

        return new JsonResponse($make(
            $request->key(),
            $request->drawn(),
            PictureFormat::from($request->validated('format') ?? 'svg'),
            $open,
            is_string($expires) ? Carbon::parse($expires) : null,
            $request->boolean('signed', true),
        ));
    }
}
