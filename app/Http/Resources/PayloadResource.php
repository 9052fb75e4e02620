<?php

declare(strict_types=1);

namespace App\Http\Resources;

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Report\Gs1Facts;
use KeenGlyph\Core\Report\PayloadSummary;
use KeenGlyph\Core\Report\PhoneFacts;

/** A payload as the API states it. */
final class PayloadResource
{
    /** @return array<string, mixed> */
    public static function of(Payload $payload): array
    {
        $elements = $payload->elements();

        return [
            'text' => $payload->text === '' && $payload->errors() !== [] ? null : mb_scrub($payload->text, 'UTF-8'),
            // Separators cannot be seen: element strings are shown and typed with brackets.
            'shown' => $payload->kind === Kind::Gs1Elements && $elements !== null ? $elements->bracketed() : mb_scrub($payload->text, 'UTF-8'),
            ...$payload->toArray(),
            'fields' => (object) $payload->fields,
            'summary' => PayloadSummary::of($payload),
            'phone' => PhoneFacts::of($payload),
            'gs1' => $elements !== null && $elements->elements !== [] ? Gs1Facts::of($payload->text, $payload->context->gs1Domain) : null,
        ];
    }
}
