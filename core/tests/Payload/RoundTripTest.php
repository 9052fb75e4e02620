<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\FieldType;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Payload\Severity;
use KeenGlyph\Core\Tests\Payload\RandomFields;

it('gives the fields back that a text was built from', function (Kind $kind) {
    for ($i = 0; $i < rounds(400); $i++) {
        $fields = RandomFields::of($kind);
        $built = Payloads::build($kind, $fields);
        $words = json_encode([$fields, $built->text, $built->problems], JSON_UNESCAPED_UNICODE);
        expect($built->refusal())->toBeNull($words)
            ->and($built->errors())->toBe([], $words)
            ->and($built->fields)->toEqual($fields, $words);
        $parsed = Payloads::parse($built->text, $kind);
        expect($parsed->fields)->toEqual($built->fields, $words)
            ->and(array_filter($parsed->problems, fn ($problem) => $problem->code === 'not_canonical'))->toBe([], $words)
            ->and(Payloads::build($kind, $parsed->fields)->text)->toBe($built->text, $words);
        if (in_array($kind, Kind::recognisable(), true) && $kind !== Kind::Link) {
            expect(Payloads::parse($built->text)->kind)->toBe($kind, $words);
        }
    }
})->with(Kind::cases());

it('keeps its word when anything at all is entered', function (Kind $kind) {
    $hostile = ['', ' ', "\0", "\r\nBEGIN:VCARD\r\nTEL:1", "a\r\nb", '\\', ';;', ';;;T:nopass', '\\\\;', "\u{202E}gpj.exe", "\xFF\xFE", str_repeat('x', 3000), str_repeat('é', 3000), '{{email}}', '%2525', 'javascript:alert(1)', '"><script>', "\x1D10AB", '🐝', '0', '-1', '99999999999999999999', '1e5', 'NaN', "\n", "\t", 'true', '2027-02-30', '(01)09520123456788'];
    for ($i = 0; $i < rounds(150); $i++) {
        $fields = RandomFields::of($kind);
        $name = array_rand($fields + ['note' => '']);
        $fields[$name] = spoiled($fields[$name] ?? '', $hostile[array_rand($hostile)]);
        $built = Payloads::build($kind, $fields);
        $words = json_encode($fields, JSON_INVALID_UTF8_SUBSTITUTE);
        if ($built->refusal() !== null) {
            expect($built->text)->toBe('', (string) $words)->and($built->refusal()->message)->not->toBe('');

            continue;
        }
        // What was not refused must come back as it was meant, or be reported as an error.
        $hasError = array_filter($built->problems, fn ($problem) => $problem->severity === Severity::Error) !== [];
        $back = Payloads::build($kind, Payloads::parse($built->text, $kind)->fields);
        expect($hasError || $back->text === $built->text)->toBeTrue((string) $words);
    }
})->with(array_values(array_filter(Kind::cases(), fn (Kind $kind) => $kind !== Kind::Text)));

function spoiled(mixed $value, string $with): mixed
{
    if (! is_array($value)) {
        return $with;
    }
    $key = array_rand($value);
    $value[$key] = spoiled($value[$key], $with);

    return $value;
}

it('survives any text', function () {
    $starts = ['BEGIN:VCARD', 'BEGIN:VCALENDAR', 'BEGIN:VEVENT', 'WIFI:', 'mailto:', 'MATMSG:', 'sms:', 'smsto:', 'tel:', 'geo:1,2', "BCD\n002\n1\nSCT\n", "SPC\n0200\n1\n", '000201', 'upi://pay?', 'bitcoin:', 'otpauth://totp/', '(01)', ']d2', 'https://id.gs1.org/01/', 'https://', 'MECARD:', 'https://chat.example/'];
    $pieces = ["\r\n", ':', ';', ',', '\\', '%', '%41', '&', '=', '?', '#', '(', ')', '01', '9999', 'N:', 'TEL', ';;;', 'é', "\xFF", "\0", "\x1D", ' ', '/', 'END:VCARD', 'DTSTART:20270101T000000Z', 'RRULE:FREQ=X', 'T:'];
    for ($i = 0; $i < rounds(3000); $i++) {
        $text = $starts[array_rand($starts)];
        for ($n = chance(0, 12); $n > 0; $n--) {
            $text .= $pieces[array_rand($pieces)];
        }
        $parsed = Payloads::parse($text);
        if ($parsed->kind !== Kind::Gs1Elements) {
            expect($parsed->text)->toBe($text);
        }
        json_encode($parsed->toArray(), JSON_THROW_ON_ERROR);
        Payloads::build($parsed->kind, $parsed->fields);
    }
});

it('describes fields that can be filled in from their own examples', function (Kind $kind) {
    $fields = $kind->grammar()->fields();
    expect(array_unique(array_column($fields, 'name')))->toHaveCount(count($fields));
    foreach ($fields as $field) {
        expect($field->label)->not->toBe('');
        if ($field->type === FieldType::Choice) {
            expect($field->options)->not->toBe([]);
        }
        if ($field->type === FieldType::Group) {
            expect($field->fields)->not->toBe([]);
        }
    }
})->with(Kind::cases());

it('refuses fields it does not know', function () {
    $problem = Payloads::build(Kind::Wifi, ['ssid' => 'x', 'security' => 'open', 'wpa' => '1'])->refusal();
    expect($problem?->code)->toBe('unknown_field')->and($problem?->field)->toBe('wpa')->and($problem?->message)->toContain('ssid');
});

it('has starters in order, and already in the form in which they come back', function (Kind $kind) {
    $starters = $kind->metadata()->starters;
    expect($starters)->not->toBe([]);
    foreach ($starters as $starter) {
        $built = Payloads::build($kind, $starter['fields']);
        $errors = array_filter($built->errors(), fn ($problem) => $problem->code !== 'merge_field');
        expect($errors)->toBe([], json_encode($errors))
            ->and(Payloads::parse($built->text, $kind)->fields)->toEqual($starter['fields']);
    }
})->with(Kind::cases());
