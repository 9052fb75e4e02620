<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Payloads;

/** What a phone saves of a part: a contact's card, an event's calendar file; and a product's identification. */
final class PartPayload
{
    public const ENDINGS = ['contact' => 'vcf', 'event' => 'ics'];

    /** Null for parts that have none. */
    public static function of(Part $part): ?Payload
    {
        return match ($part->kind) {
            PartKind::Contact => Payloads::build(Kind::Contact, [...$part->fields(), 'format' => ($part->fields()['format'] ?? '') === 'vcard4' ? 'vcard4' : '']),
            PartKind::Event => Payloads::build(Kind::Event, $part->fields()),
            PartKind::Product => Payloads::parse($part->text('gs1')),
            default => null,
        };
    }

    /** @return array<string, string> what keeps it from being saved, by field */
    public static function problems(Part $part): array
    {
        $payload = self::of($part);
        if ($payload === null) {
            return [];
        }
        if ($part->kind === PartKind::Product) {
            return $part->text('gs1') === '' || $payload->elements() !== null ? [] : ['gs1' => 'Write a GS1 Digital Link or an element string, such as (01)09520123456788(10)H26-07.'];
        }
        $problems = [];
        foreach ($payload->errors() as $problem) {
            $problems["fields.$problem->field"] ??= $problem->message;
        }

        return $problems;
    }
}
