<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Checks\CheckPage;
use App\Checks\DeviceTable;
use App\Models\FieldCheck;
use App\Models\FieldResult;

/** A field check as the API states it: to those who asked for it, and to those who are asked. */
final class FieldCheckResource
{
    /** @return array<string, mixed> */
    public static function of(FieldCheck $check, CheckPage $page): array
    {
        $results = $check->results()->whereNotNull('sent_at')->orderByDesc('sent_at')->orderBy('id')->selectRaw('id, field_check_id, device, outcome, by_hand, ms, tries, figures, sent_at, created_at, picture IS NOT NULL AS has_picture')->get();

        return [...self::summary($check, $page), 'symbol' => $page->symbol($check), 'devices' => DeviceTable::of($results), 'results' => $results->map(self::result(...))];
    }

    /** @return array<string, mixed> */
    public static function summary(FieldCheck $check, CheckPage $page): array
    {
        return [
            'id' => $check->id, 'glyph' => $check->glyph_id, 'revision' => $check->glyph_revision, 'code' => $check->code, 'address' => $page->address($check), 'asks' => $check->asks,
            'open' => $check->isOpen(), 'expires_at' => $check->expires_at->toIso8601ZuluString(), 'created_at' => $check->created_at->toIso8601ZuluString(),
        ];
    }

    /** @return array<string, mixed> */
    public static function result(FieldResult $result): array
    {
        return [
            'id' => $result->id, 'device' => $result->device, 'outcome' => $result->outcome, 'by_hand' => $result->by_hand, 'ms' => $result->ms, 'tries' => $result->tries, 'figures' => $result->figures,
            'picture' => (bool) ($result->getAttributes()['has_picture'] ?? $result->picture !== null), 'at' => ($result->sent_at ?? $result->created_at)->toIso8601ZuluString(),
        ];
    }
}
