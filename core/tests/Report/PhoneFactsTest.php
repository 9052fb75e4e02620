<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Report\PhoneFacts;

it('says what a phone does with every kind', function (Kind $kind) {
    foreach ($kind->metadata()->starters as $starter) {
        $payload = Payloads::build($kind, $starter['fields']);
        if ($payload->errors() !== []) {
            // One is made to be filled in by a merge.
            continue;
        }
        $phone = PhoneFacts::of($payload);
        expect($phone['app'])->not->toBe('')
            ->and($phone['asks'])->toMatch('/[.?]$/')
            ->and($phone['action'] === null)->toBe(in_array($kind, [Kind::Text, Kind::Gs1Elements], true))
            ->and($phone['differs'])->not->toBe([]);
    }
})->with(Kind::cases());

it('names what the question is about', function (string $text, ?string $about) {
    expect(PhoneFacts::of(Payloads::parse($text))['about'])->toBe($about);
})->with([
    ['https://shop.fennmoor.example/basket?code=HEATHER10', 'shop.fennmoor.example'],
    ['WIFI:T:WPA;S:Extracting House;P:heather-moor;;', 'Extracting House'],
    ['tel:+441632960123', '+441632960123'],
    ["BEGIN:VEVENT\nSUMMARY:Extraction\nDTSTART:20260912T080000Z\nDTEND:20260912T090000Z\nEND:VEVENT", 'Extraction'],
    ['HIVE 17-B', null],
]);

it('shows the letters of other scripts in a host', function () {
    expect(PhoneFacts::of(Payloads::parse("https://fennm\u{43E}or.example/"))['about'])->toContain('xn--');
});

it('offers no button for what does not follow its standard', function () {
    $phone = PhoneFacts::of(Payloads::parse('fennmoor.example/visit', Kind::Link));
    expect($phone['action'])->toBeNull()->and($phone['asks'])->toContain('plain text');
});

it('warns of networks that not every phone joins', function () {
    expect(implode(' ', PhoneFacts::of(Payloads::parse('WIFI:T:WEP;S:Shed;P:abcde;;'))['differs']))->toContain('WEP')
        ->and(implode(' ', PhoneFacts::of(Payloads::parse('WIFI:T:WPA;S:Shed;P:heather-moor;H:true;;'))['differs']))->toContain('hidden');
});

it('says what no phone warns of', function (string $text, string $words, ?string $action) {
    $phone = PhoneFacts::of(Payloads::parse($text));
    expect($phone['asks'])->toContain($words)->and($phone['action'])->toBe($action);
})->with([
    'a host that looks like another' => ["https://fennm\u{43E}or.example/", 'it may be a trap', 'Open'],
    'a name before the host' => ['https://bank.example@fennmoor.example/', 'it may be a trap', 'Open'],
    'code' => ['javascript:alert(1)', 'it can do harm', null],
    'a broken form' => ['WIFI:T:WPA;S:Hive', 'as plain text', null],
]);
