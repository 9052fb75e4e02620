<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Report\FieldsReference;

// Fields, limits and examples are a promise to whoever builds on them: what changes here is told in the documentation.

it('has every kind and field in the documentation as they are', function (): void {
    // `bin/glyph kinds --markdown > docs/fields.md` writes the page anew.
    expect(FieldsReference::markdown())->toBe(file_get_contents(__DIR__.'/../../../docs/fields.md'));
});

it('keeps what stands in a cell of a table within it', function (): void {
    foreach (explode("\n", FieldsReference::markdown()) as $line) {
        if (str_starts_with($line, '|')) {
            expect(substr_count(str_replace('\\|', '', $line), '|'))->toBe(7, $line);
        }
    }
});

it('tells of every kind, and has its examples read back as JSON', function (): void {
    $page = FieldsReference::markdown();
    foreach (Kind::cases() as $kind) {
        expect($page)->toContain("\n## `$kind->value`: {$kind->label()}\n");
    }
    preg_match_all('/```json\n(.*)\n```/', $page, $found);
    expect(array_map(static fn (string $json): mixed => json_decode($json, true, 32, JSON_THROW_ON_ERROR), $found[1]))
        ->toBe(array_merge(...array_map(static fn (Kind $kind): array => array_column($kind->metadata()->starters, 'fields'), Kind::cases())));
});
