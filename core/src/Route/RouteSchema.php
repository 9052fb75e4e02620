<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/** A waypoint's content as JSON Schema (2020-12), so that editors and programs can check it before they send it. */
final class RouteSchema
{
    /** @return array<string, mixed> */
    public static function toArray(string $id): array
    {
        $text = static fn (string $says, int $most = 2000): array => ['type' => 'string', 'minLength' => 1, 'maxLength' => $most, 'description' => $says];
        $list = static fn (array $items, string $says): array => ['type' => 'array', 'minItems' => 1, 'maxItems' => 60, 'items' => $items, 'description' => $says];
        $one = static fn (array $properties): array => ['type' => 'object', 'minProperties' => 1, 'maxProperties' => 1, 'additionalProperties' => false, 'properties' => $properties];
        $zone = $text('Such as Europe/London; UTC when left out', 60);
        $time = ['type' => 'string', 'pattern' => '^(?:[01]\d|2[0-3]):[0-5]\d$|^24:00$'];
        $day = ['type' => 'string', 'format' => 'date'];

        return [
            '$schema' => 'https://json-schema.org/draft/2020-12/schema', '$id' => $id, 'title' => 'What is behind a waypoint', 'type' => 'object', 'additionalProperties' => false, 'required' => ['else'],
            'properties' => [
                'else' => ['$ref' => '#/$defs/target'],
                'rules' => ['type' => 'array', 'maxItems' => 40, 'description' => 'The first whose conditions all hold answers', 'items' => ['type' => 'object', 'additionalProperties' => false, 'required' => ['when', 'to'], 'properties' => ['when' => ['type' => 'array', 'minItems' => 1, 'maxItems' => 12, 'items' => ['$ref' => '#/$defs/condition']], 'to' => ['$ref' => '#/$defs/target']]]],
                'tags' => ['type' => 'object', 'maxProperties' => 12, 'additionalProperties' => $text('Added to the query of links', 120)],
                'ends_at' => ['type' => ['string', 'null'], 'format' => 'date-time'],
                'ends_after' => ['type' => ['integer', 'null'], 'minimum' => 1, 'description' => 'Scans'],
                'then' => ['oneOf' => [['$ref' => '#/$defs/target'], ['type' => 'null']], 'description' => 'What visitors get after the end'],
            ],
            '$defs' => [
                'target' => $one([
                    'link' => $text('Begins with '.implode(', ', Target::SCHEMES).' and a colon'), 'page' => $text('Code of a page', ShortCode::LONGEST), 'file' => ['type' => 'string', 'format' => 'uuid'], 'text' => $text('What a page of its own says'),
                    'contact' => ['type' => ['object', 'string'], 'description' => 'Fields of a contact'], 'event' => ['type' => ['object', 'string'], 'description' => 'Fields of an event'],
                ]),
                'condition' => $one([
                    'language' => $list($text('A tag', 35), 'What the device asks for first'),
                    'device' => $list(['enum' => AmongClause::DEVICES], 'Its family'), 'platform' => $list(['enum' => AmongClause::PLATFORMS], 'What it runs'),
                    'country' => $list(['type' => 'string', 'pattern' => '^[A-Z]{2}$'], 'ISO 3166-1'),
                    'near' => ['type' => 'object', 'required' => ['lat', 'lng', 'km'], 'properties' => ['lat' => ['type' => 'number', 'minimum' => -90, 'maximum' => 90], 'lng' => ['type' => 'number', 'minimum' => -180, 'maximum' => 180], 'km' => ['type' => 'number', 'exclusiveMinimum' => 0], 'name' => $text('Of the place', 80)], 'description' => 'Within so many kilometres; the visitor is asked, and it does not hold when they refuse'],
                    'hours' => ['type' => 'object', 'required' => ['from', 'to'], 'properties' => ['from' => $time, 'to' => $time, 'days' => ['type' => 'array', 'items' => ['enum' => HoursClause::DAYS]], 'zone' => $zone], 'description' => 'May run past midnight'],
                    'dates' => ['type' => 'object', 'minProperties' => 1, 'properties' => ['from' => $day, 'until' => $day, 'zone' => $zone], 'description' => 'Both days count'],
                    'scans' => ['type' => 'object', 'required' => ['first'], 'properties' => ['first' => ['type' => 'integer', 'minimum' => 1]], 'description' => 'One of the first so many'],
                    'share' => ['type' => 'object', 'required' => ['from', 'to'], 'properties' => ['from' => ['type' => 'number', 'minimum' => 0], 'to' => ['type' => 'number', 'maximum' => 100]], 'description' => 'Those in a part of a hundred; the same for a device all day'],
                ]),
            ],
        ];
    }
}
