<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Keys\CountedCall;
use App\Models\Key;
use App\Models\User;

/** A key as the API states it: never the key itself when it is secret. */
final class KeyResource
{
    /** @return array<string, mixed> */
    public static function of(Key $key): array
    {
        $owner = $key->tokenable;

        return [
            'id' => $key->id,
            'name' => $key->name,
            'sort' => $key->sort->value,
            'shown' => $key->shown,
            'public' => $key->public,
            'abilities' => $key->abilities,
            'origins' => $key->origins,
            'must_sign' => $key->must_sign,
            'max_px' => $key->max_px,
            'quota' => $key->quota,
            'per_minute' => $key->per_minute,
            'burst' => CountedCall::burst($key->per_minute),
            'made_by' => $owner instanceof User ? $owner->name : null,
            'created_at' => $key->created_at->toIso8601ZuluString(),
            'expires_at' => $key->expires_at?->toIso8601ZuluString(),
            'last_used_at' => $key->last_used_at?->toIso8601ZuluString(),
            'previous_until' => $key->previous_until?->isFuture() ? $key->previous_until->toIso8601ZuluString() : null,
            'signing_until' => $key->signing > 1 && $key->signing_until?->isFuture() ? $key->signing_until->toIso8601ZuluString() : null,
            'revoked_at' => $key->revoked_at?->toIso8601ZuluString(),
        ];
    }
}
