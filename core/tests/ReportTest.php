<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Report\FieldCosts;
use KeenGlyph\Core\Report\PayloadSummary;
use KeenGlyph\Core\Report\ReadingFacts;
use KeenGlyph\Core\Report\SymbolFacts;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\Segment;
use KeenGlyph\Core\Symbol\Segmentation;
use KeenGlyph\Core\Symbol\Version;

it('states the same about a symbol when it is made and when it is read', function () {
    foreach (['01234567', 'HIVE 17-B', 'https://fennmoor.example/01/09520123456788', 'Köln 蜂蜜'] as $text) {
        $symbol = Encoder::encode($text, new EncodeOptions(ErrorCorrectionLevel::Q));
        $made = SymbolFacts::of($symbol);
        $read = ReadingFacts::of(readPicture(pngOf($symbol->matrix))->readings[0]);
        foreach (['symbology', 'version', 'level', 'mask', 'segments', 'text'] as $fact) {
            expect($read[$fact])->toBe($made[$fact]);
        }
        expect(base64_decode($read['bytes_b64']))->toBe($text)
            ->and(array_sum(array_column($made['segments'], 'bits')))->toBe($made['bits_used'])
            ->and($made['bits_used'])->toBeLessThanOrEqual($made['bits_available']);
    }
});

it('is JSON whatever bytes were encoded', function () {
    $symbol = Encoder::encode("\xFF\0\xFE");
    $facts = [SymbolFacts::of($symbol), ReadingFacts::of(readPicture(pngOf($symbol->matrix))->readings[0])];
    expect(json_encode($facts))->toBeJson()
        ->and(base64_decode($facts[1]['bytes_b64']))->toBe("\xFF\0\xFE");
});

it('survives any text as a link, and what it offers is never worse', function () {
    $pieces = ['http', 's', '://', ':', '/', '//', 'fennmoor.example', '.', '@', '?', '#', '%', '%25', '%2520', ' ', "\t", "\n", 'é', 'о', "\u{202E}", '[::1]', ':99999', 'javascript', "\0", "\xFF", '"', '<b>'];
    for ($i = 0; $i < 2000; $i++) {
        $text = '';
        for ($k = chance(0, 7); $k > 0; $k--) {
            $text .= $pieces[array_rand($pieces)];
        }
        $payload = Payloads::parse($text, Kind::Link);
        foreach ($payload->problems as $problem) {
            expect($problem->message)->not->toBe('');
            if ($problem->fixValue !== null && mb_check_encoding($text, 'UTF-8')) {
                expect($problem->fixValue)->not->toBe($text);
            }
        }
        expect($payload->toArray()['problems'])->toHaveCount(count($payload->problems));
    }
});

it('weighs every field of every kind', function (Kind $kind) {
    foreach ($kind->metadata()->starters as $starter) {
        $payload = Payloads::build($kind, $starter['fields']);
        $options = new EncodeOptions(fnc1: $kind->metadata()->needsFnc1 ? Segment::fnc1First() : null);
        $version = Version::of(20);
        $costs = FieldCosts::of($payload, $options, $version);
        $whole = (new Segmentation($payload->text, $options))->bits($version);
        expect($whole)->toBeGreaterThan(0);
        foreach ($costs as $field => $bits) {
            $name = explode('.', $field)[0];
            expect($payload->fields)->toHaveKey($name)->and($bits)->toBeGreaterThan(0)->toBeLessThan($whole);
        }
    }
})->with(Kind::cases());

it('says in plain words what a payload means', function () {
    $values = fn (string $text) => array_column(PayloadSummary::of(Payloads::parse($text)), 'value', 'label');
    $notes = fn (string $text) => array_column(PayloadSummary::of(Payloads::parse($text)), 'note', 'label');
    expect($values('WIFI:T:WPA;S:Honey House;H:true;P:clover&lime7;;'))->toBe(['Network name' => 'Honey House', 'Security' => 'WPA, WPA2 or WPA3', 'Password' => 'clover&lime7', 'Hidden network' => 'yes'])
        ->and($notes("BCD\n002\n1\nSCT\n\nFennmoor\nDE75512108001245126199\nEUR24.5")['Amount'])->toBe('€24.50')
        ->and($notes('(01)09520123456788(3103)000340(15)270930(422)826'))->toBe(['(01) GTIN' => null, '(3103) NET WEIGHT (kg)' => '0.340 kg', '(15) BEST BEFORE or BEST BY' => '30 September 2027', '(422) ORIGIN' => 'United Kingdom']);
    $event = PayloadSummary::of(Payloads::build(Kind::Event, ['title' => 'Swarm', 'start' => '2027-06-12T18:30', 'time_zone' => 'Europe/London']));
    expect($event[1])->toBe(['label' => 'Begins', 'value' => 'Sat 12 June 2027, 18:30', 'note' => null, 'instant' => '2027-06-12T17:30:00Z']);
});
