<?php

declare(strict_types=1);

use App\Models\Glyph;
use App\Models\User;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Config;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;

beforeEach(fn () => $this->withHeaders([...keyOf(User::factory()->create()), 'Accept' => 'application/json']));

it('draws no payment or identifier whose check digit is wrong, on any route, unless it is wanted as it is', function (array $said, string $pointer) {
    foreach (['/api/v1/symbols' => [], '/api/v1/glyphs' => ['name' => 'Wrong']] as $path => $more) {
        $refused = $this->postJson($path, [...$said, ...$more])->assertUnprocessable();
        expect($refused->json('errors.0.pointer'))->toBe($pointer)
            ->and($refused->json('errors.0.code'))->not->toBe('')
            ->and($refused->json('type'))->toBe('/problems/invalid');
        $drawn = $this->postJson($path, [...$said, ...$more, 'as_is' => true])->assertSuccessful();
        expect($drawn->json('as_is'))->toBeTrue();
    }
    expect(Glyph::count())->toBe(1);
})->with([
    'IBAN in fields' => [['kind' => 'sepa', 'fields' => ['name' => 'Fennmoor', 'iban' => 'DE75512108001245126198']], '#/fields/iban'],
    'IBAN in a text' => [['text' => "BCD\n002\n1\nSCT\n\nFennmoor\nDE75512108001245126198\nEUR24.50"], '#/text'],
    'GTIN by its identifier' => [['kind' => 'gs1_link', 'fields' => ['domain' => 'https://id.fennmoor.example', '(01)' => '09520123456789']], '#/fields/(01)'],
    'GTIN in a list' => [['kind' => 'gs1_elements', 'fields' => ['elements' => [['ai' => '01', 'value' => '09520123456789']]]], '#/fields/elements/0/value'],
    'GTIN in a text' => [['text' => '(01)09520123456789'], '#/text'],
    'a merchant’s changed amount' => [['text' => '00020101021126330016example.fennmoor0109010510H74520454995303826540469.805802GB5920Fennmoor Honey House6008Fennmoor630426A9'], '#/text'],
    'control characters' => [['text' => "a\x07b"], '#/text'],
    'only spaces' => [['text' => '   '], '#/text'],
]);

it('takes a text without a kind for what it is by its form, on every route', function (string $text, string $kind) {
    expect($this->postJson('/api/v1/symbols', ['text' => $text])->assertOk()->json('payload.kind'))->toBe($kind)
        ->and($this->postJson('/api/v1/payloads/parse', ['text' => $text])->json('kind'))->toBe($kind)
        ->and($this->postJson('/api/v1/glyphs', ['name' => 'x', 'text' => $text])->assertCreated()->json('kind'))->toBe($kind)
        ->and($this->patchJson('/api/v1/glyphs/'.Glyph::query()->value('id'), ['text' => 'now a note'])->assertOk()->json('kind'))->toBe('text');
})->with([['https://fennmoor.example/hive/7', 'link'], ['tel:+442079460123', 'call'], ['Hive 7', 'text'], ['(01)09520123456788', 'gs1_elements']]);

it('merges wherever a text or a kind does, each value written once as its place needs it', function () {
    $merge = ['name' => 'Zoë; & Co', 'email' => 'a+b@fennmoor.example'];
    expect($this->postJson('/api/v1/symbols', ['text' => 'https://fennmoor.example/?n={{name}}', 'merge' => $merge])->assertOk()->json('payload.text'))->toBe('https://fennmoor.example/?n=Zo%C3%AB%3B%20%26%20Co')
        ->and($this->postJson('/api/v1/symbols', ['text' => 'Dear {{name}}', 'merge' => $merge])->json('payload.text'))->toBe('Dear Zoë; & Co')
        ->and($this->postJson('/api/v1/symbols', ['kind' => 'wifi', 'fields' => ['ssid' => '{{name}}', 'password' => 'clover&lime7'], 'merge' => $merge])->json('payload.text'))->toBe('WIFI:T:WPA;S:Zoë\\; & Co;P:clover&lime7;;')
        ->and($this->postJson('/api/v1/payloads/parse', ['text' => 'mailto:{{email}}?subject=Hi%20{{name}}', 'merge' => $merge])->json('fields.subject'))->toBe('Hi Zoë; & Co')
        ->and($this->postJson('/api/v1/glyphs', ['name' => 'Card', 'kind' => 'email', 'fields' => ['to' => ['{{email}}']], 'merge' => $merge])->assertCreated()->json('text'))->toBe('mailto:a+b@fennmoor.example');
    $unfilled = $this->postJson('/api/v1/symbols', ['text' => 'Dear {{name}}'])->assertUnprocessable();
    expect($unfilled->json('errors.0.code'))->toBe('merge_field')->and($unfilled->json('errors.0.detail'))->toContain('{{name}}');
});

it('refuses keys that it does not know, by name', function (string $path, array $body) {
    $answer = $this->postJson($path, [...$body, 'frobnicate' => 1, 'a/b~c' => 2])->assertUnprocessable();
    expect(array_column($answer->json('errors'), 'pointer'))->toBe(['#/frobnicate', '#/a~1b~0c'])->and(array_unique(array_column($answer->json('errors'), 'code')))->toBe(['unknown_key']);
})->with([['/api/v1/symbols', ['text' => 'a']], ['/api/v1/bars', ['symbology' => 'ean8', 'text' => '9520123']], ['/api/v1/gates', ['name' => 'G', 'csv' => 'A']], ['/api/v1/finishes', ['name' => 'F', 'finish' => ['shape' => 'disc']]], ['/api/v1/payloads/parse', ['text' => 'a']], ['/api/v1/gs1', ['text' => 'a']]]);

it('cuts nothing off at U+0000', function () {
    expect(faults($this->postJson('/api/v1/glyphs', ['name' => 'Pay', 'text' => "pay 100\0 EUR only"])))->toHaveKey('text')
        ->and(faults($this->postJson('/api/v1/glyphs', ['name' => "Pay\0er", 'text' => 'hi'])))->toHaveKey('name')
        ->and(faults($this->postJson('/api/v1/payloads/build', ['kind' => 'wifi', 'fields' => ['ssid' => "Honey\0House", 'password' => 'clover&lime7']])))->toHaveKey('fields.ssid')
        ->and($this->postJson('/api/v1/payloads/parse', ['text' => "pay 100\0 EUR only"])->assertOk()->json('text'))->toBe("pay 100\0 EUR only")
        ->and(Glyph::count())->toBe(0);
});

it('takes the digits of every script for digits, or none', function () {
    expect($this->postJson('/api/v1/gs1/element', ['ai' => '310n', 'value' => '٥٫٢٥ kg'])->json())->toMatchArray(['ai' => '3102', 'value' => '000525', 'problem' => null])
        ->and($this->postJson('/api/v1/gs1/element', ['ai' => '310n', 'value' => '五 kg'])->json('problem'))->not->toBeNull()
        ->and($this->postJson('/api/v1/payloads/build', ['kind' => 'otp', 'fields' => ['account' => 'a', 'secret' => 'JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP', 'period' => '٣٠']])->assertUnprocessable()->json('errors.0.pointer'))->toBe('#/fields/period');
});

/** A text of letters, signs and spaces of many scripts, none of which is refused. */
function anyText(int $most): string
{
    $text = '';
    for ($i = random_int(1, $most); $i > 0; $i--) {
        do {
            $code = [random_int(0x20, 0x7E), random_int(0xA1, 0x24F), random_int(0x370, 0x5FF), random_int(0x900, 0x97F), random_int(0x3041, 0x30FF), random_int(0x4E00, 0x9FFF), random_int(0x1F300, 0x1F64F)][random_int(0, 6)];
            $letter = (string) mb_chr($code);
        } while ($code === 0xAD || preg_match('/\p{C}|\p{Z}(?<! )/u', $letter) === 1 || in_array($letter, ['{', '}'], true));
        $text .= $letter;
    }

    return trim($text) === '' ? 'a' : trim($text);
}

it('stores, draws and reads back what was shown, byte for byte', function () {
    // FIELD_SETS=10000 runs as many; each is another kind and other texts.
    $sets = (int) (getenv('FIELD_SETS') ?: 60);
    $kinds = [
        fn () => ['kind' => 'text', 'fields' => ['text' => anyText(60)]],
        fn () => ['kind' => 'wifi', 'fields' => ['ssid' => mb_strcut(anyText(12), 0, 32), 'password' => substr(bin2hex(random_bytes(8)), 0, random_int(8, 16)).';:\\"']],
        fn () => ['kind' => 'contact', 'fields' => ['given_name' => anyText(12), 'family_name' => anyText(12), 'organisation' => anyText(20), 'note' => anyText(30)."\n".anyText(10)]],
        fn () => ['kind' => 'event', 'fields' => ['title' => anyText(20), 'start' => '2027-06-12T18:30', 'time_zone' => 'UTC', 'location' => anyText(20), 'description' => anyText(30)]],
        fn () => ['kind' => 'email', 'fields' => ['to' => ['orders@fennmoor.example'], 'subject' => anyText(20), 'body' => anyText(40)]],
        fn () => ['kind' => 'sms', 'fields' => ['number' => '+442079460123', 'message' => anyText(40)]],
        fn () => ['kind' => 'place', 'fields' => ['latitude' => '52.48142', 'longitude' => '-1.89983', 'label' => anyText(20)]],
        fn () => ['kind' => 'otp', 'fields' => ['issuer' => str_replace(':', '', anyText(10)).'a', 'account' => str_replace(':', '', anyText(12)).'a', 'secret' => 'JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP']],
    ];
    for ($i = 0; $i < $sets; $i++) {
        // So many in one minute are more than one key may ask for.
        if ($i % 30 === 29) {
            Cache::store(Config::string('cache.limiter'))->flush();
        }
        $said = $kinds[$i % count($kinds)]();
        $shown = $this->postJson('/api/v1/payloads/build', $said);
        // A field set that breaks a rule by chance is refused, and says so; it is not changed.
        if ($shown->status() === 422 || collect($shown->json('problems'))->contains('severity', 'error')) {
            $this->postJson('/api/v1/glyphs', [...$said, 'name' => 'Any'])->assertUnprocessable();

            continue;
        }
        $text = $shown->json('text');
        $glyph = $this->postJson('/api/v1/glyphs', [...$said, 'name' => anyText(30), 'level' => 'L', 'module_px' => 3])->assertCreated();
        $why = json_encode($said, JSON_UNESCAPED_UNICODE);
        expect($glyph->json('text'))->toBe($text, $why)
            ->and(Glyph::query()->whereKey($glyph->json('id'))->value('text'))->toBe($text, $why);
        $picture = $this->get("/api/v1/glyphs/{$glyph->json('id')}/image.png")->assertOk()->getContent();
        $read = $this->call('POST', '/api/v1/read?symbologies=qr', server: $this->transformHeadersToServerVars([...$this->defaultHeaders, 'Content-Type' => 'image/png']), content: $picture)->assertOk();
        expect($read->json('pictures.0.symbols.0.text'))->toBe($text, $why);
        // Whoever reads it finds the same fields again.
        $kind = Kind::from($said['kind']);
        expect(Payloads::written($kind, Payloads::parse($text, $kind)->fields))->toBe($text, $why);
    }
    expect(true)->toBeTrue();
});

it('takes one number for one, however many zeros stand before it', function () {
    $gate = $this->postJson('/api/v1/gates', ['name' => 'Till', 'csv' => "0036000291452\n09520123456788"])->assertCreated()->json('id');
    expect($this->postJson("/api/v1/gates/$gate/admit", ['code' => '036000291452'])->json('verdict'))->toBe('admitted')
        ->and($this->postJson("/api/v1/gates/$gate/admit", ['code' => '00036000291452'])->json('verdict'))->toBe('used')
        ->and($this->postJson("/api/v1/gates/$gate/admit", ['code' => '9520123456788'])->json('verdict'))->toBe('admitted')
        ->and(faults($this->postJson('/api/v1/gates', ['name' => 'Twice', 'csv' => "036000291452\n0036000291452"])))->toHaveKey('csv');
    $this->postJson('/api/v1/glyphs', ['name' => 'Jar', 'kind' => 'text', 'text' => '9520123456788'])->assertCreated();
    expect($this->postJson('/api/v1/glyphs/lookup', ['text' => '09520123456788'])->json('data.0.name'))->toBe('Jar');
    $check = $this->postJson('/api/v1/read/check', ['read' => [['036000291452']], 'expected' => ['0036000291452']])->assertOk();
    expect($check->json('matches'))->toBe(1);
});

it('writes vector files as wide as was asked, and bars in every format and size', function () {
    $svg = $this->postJson('/api/v1/symbols', ['text' => 'hive', 'size_mm' => 20.5, 'dpi' => 203], ['Accept' => 'image/svg+xml'])->getContent();
    expect($svg)->toContain('width="20.5mm" height="20.5mm"');
    $dots = $this->postJson('/api/v1/symbols', ['text' => 'hive', 'size_mm' => 20.5, 'dpi' => 203, 'whole_dots' => true, 'format' => 'svg'])->json('picture');
    expect($dots['side_mm'])->toEqualWithDelta(20.395, 0.001);
    foreach (['image/svg+xml' => '<svg', 'image/png' => "\x89PNG", 'image/webp' => 'RIFF', 'image/jpeg' => "\xFF\xD8", 'application/pdf' => '%PDF', 'application/postscript' => '%!PS', 'text/plain' => ''] as $type => $start) {
        $bars = $this->postJson('/api/v1/bars', ['symbology' => 'ean13', 'text' => '952012345678', 'size_mm' => 37.29, 'dpi' => 300, 'name' => 'Медовый дом'], ['Accept' => $type])->assertOk();
        expect(substr((string) $bars->getContent(), 0, strlen($start)))->toBe($start)
            ->and($bars->headers->get('Content-Disposition'))->toContain('medovyj-dom');
    }
    expect($this->postJson('/api/v1/bars', ['symbology' => 'ean13', 'text' => '952012345678', 'size_mm' => 37.29, 'dpi' => 300], ['Accept' => 'application/pdf'])->getContent())->toContain('MediaBox [0 0 105.7039');
});
