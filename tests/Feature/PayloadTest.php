<?php

declare(strict_types=1);

use App\Models\User;
use KeenGlyph\Core\Payload\Kind;

beforeEach(function () {
    $this->user = User::factory()->create();
    $this->withHeaders(keyOf($this->user));
});

it('describes every kind by a schema that its own starters satisfy', function () {
    $kinds = $this->getJson('/api/v1/kinds')->assertOk()->json('data');
    expect(array_column($kinds, 'kind'))->toBe(array_column(Kind::cases(), 'value'));
    foreach ($kinds as $kind) {
        $validator = new Opis\JsonSchema\Validator;
        $schema = json_decode((string) json_encode($kind['schema']));
        foreach ($kind['starters'] as $starter) {
            $result = $validator->validate(json_decode((string) json_encode($starter['fields'])), $schema);
            expect($result->isValid())->toBeTrue($kind['kind'].': '.$result->error()?->message());
        }
        expect($validator->validate(json_decode('{"nothing_of_the_kind": "x"}'), $schema)->isValid())->toBeFalse();
    }
    $this->getJson('/api/v1/kinds/wifi')->assertOk()->assertJsonPath('schema.properties.ssid.maxLength', 32);
    $this->getJson('/api/v1/kinds/telepathy')->assertNotFound();
});

it('builds and parses every kind, and draws what it built', function (Kind $kind) {
    foreach ($kind->metadata()->starters as $starter) {
        $built = $this->postJson('/api/v1/payloads/build', ['kind' => $kind->value, 'fields' => $starter['fields']])->assertOk();
        $parsed = $this->postJson('/api/v1/payloads/parse', ['kind' => $kind->value, 'text' => $built->json('text')])->assertOk();
        expect($parsed->json('fields'))->toEqual($starter['fields']);
        // The starter of a mailing has a merge field, which nobody has filled yet.
        $isTemplate = str_contains(json_encode($starter['fields']), '{{');
        $this->postJson('/api/v1/symbols', ['kind' => $kind->value, 'fields' => $starter['fields']])->assertStatus($isTemplate ? 422 : 200);
        $drawn = $this->postJson('/api/v1/symbols', ['kind' => $kind->value, 'fields' => $starter['fields'], 'check' => true, 'as_is' => true])->assertOk()->assertJsonPath('as_is', $isTemplate);
        expect($drawn->json('payload.text'))->toBe($built->json('text'))
            ->and(collect($drawn->json('ledger'))->firstWhere('check', 'round_trip')['verdict'])->toBe('holds', $kind->value)
            ->and(implode('', $drawn->json('segment_texts')))->toBe($built->json('text'));
    }
})->with(Kind::cases());

it('fills in merge fields, each value encoded once', function () {
    $this->postJson('/api/v1/payloads/build', ['kind' => 'link', 'fields' => ['url' => 'https://fennmoor.example/?e={{email}}'], 'merge' => ['email' => 'a+b@fennmoor.example']])
        ->assertOk()->assertJsonPath('text', 'https://fennmoor.example/?e=a%2Bb%40fennmoor.example')->assertJsonPath('problems', []);
});

it('says beside each field what is wrong, with everything else about the payload', function () {
    $answer = $this->postJson('/api/v1/symbols', ['kind' => 'wifi', 'fields' => ['ssid' => str_repeat('x', 40), 'security' => 'wpa', 'password' => "a\u{7}b"]])->assertUnprocessable();
    expect(array_keys(faults($answer)))->toContain('fields.ssid', 'fields.password')
        ->and($answer->json('payload.text'))->toBeNull()
        ->and($answer->json('payload.fields.ssid'))->toBe(str_repeat('x', 40))
        ->and(collect($answer->json('payload.problems'))->firstWhere('field', 'ssid')['fix']['fields']['ssid'])->toBe(str_repeat('x', 32));
});

it('refuses what is shaped wrongly', function (array $body, string $field) {
    expect(array_keys(faults($this->postJson('/api/v1/payloads/build', $body))))->toContain($field);
})->with([
    'no kind' => [['fields' => []], 'kind'],
    'unknown kind' => [['kind' => 'smell', 'fields' => []], 'kind'],
    'fields that are no object' => [['kind' => 'wifi', 'fields' => 'x'], 'fields'],
    'an object for a text' => [['kind' => 'wifi', 'fields' => ['ssid' => ['a' => 'b']]], 'fields.ssid'],
    'a text for a group' => [['kind' => 'swiss_bill', 'fields' => ['creditor' => 7, 'iban' => 'x']], 'fields.creditor'],
    'too many of one' => [['kind' => 'email', 'fields' => ['to' => array_fill(0, 65, 'a@fennmoor.example')]], 'fields.to'],
    'text and fields' => [['kind' => 'wifi'], 'fields'],
]);

it('takes either a text or fields for a drawing', function () {
    expect(array_keys(faults($this->postJson('/api/v1/symbols', ['kind' => 'link', 'text' => 'https://fennmoor.example', 'fields' => ['url' => 'https://fennmoor.example']]))))->toContain('text')
        ->and(array_keys(faults($this->postJson('/api/v1/symbols', ['kind' => 'link']))))->toContain('text');
});

it('draws GS1 elements behind FNC1 and reads them back as such', function () {
    $png = $this->withHeaders(['Accept' => 'image/png'])->postJson('/api/v1/symbols', ['kind' => 'gs1_elements', 'text' => '(01)09520123456788(10)H26-07(21)7'], ['Accept' => 'image/png'])->assertOk()->getContent();
    $answer = $this->call('POST', '/api/v1/read', server: $this->transformHeadersToServerVars([...keyOf($this->user), 'Content-Type' => 'image/png', 'Accept' => 'application/json']), content: (string) $png);
    $symbol = $answer->json('pictures.0.symbols.0');
    expect($symbol['fnc1'])->toBe('')
        ->and($symbol['text'])->toBe("010952012345678810H26-07\x1D217")
        ->and($symbol['payload']['kind'])->toBe('gs1_elements')
        ->and(array_column($symbol['payload']['summary'], 'label'))->toBe(['(01) GTIN', '(10) BATCH/LOT', '(21) SERIAL']);
});

it('converts GS1 elements between their forms', function (string $text) {
    $answer = $this->postJson('/api/v1/gs1', ['text' => $text, 'domain' => 'id.fennmoor.example'])->assertOk();
    expect($answer->json('valid'))->toBeTrue()
        ->and($answer->json('hri'))->toBe('(01)09520123456788(10)H26-07(17)270930')
        ->and($answer->json('element_string'))->toBe("010952012345678810H26-07\x1D17270930")
        ->and($answer->json('digital_link'))->toBe('https://id.fennmoor.example/01/09520123456788/10/H26-07?17=270930')
        ->and($answer->json('gtin'))->toBe('9520123456788');
})->with(['(01)09520123456788(10)H26-07(17)270930', "]Q3010952012345678810H26-07\x1D17270930", 'https://shop.fennmoor.example/01/09520123456788/10/H26-07?17=270930']);

it('reads element values as people write them, and finds identifiers by common names', function () {
    $this->postJson('/api/v1/gs1/element', ['ai' => '310n', 'value' => '5,000 g'])->assertOk()->assertJson(['ai' => '3103', 'value' => '005000', 'problem' => null]);
    $this->postJson('/api/v1/gs1/element', ['ai' => '15', 'value' => '2027-09-30'])->assertOk()->assertJson(['value' => '270930']);
    expect($this->getJson('/api/v1/gs1/identifiers?q=best+before')->assertOk()->json('data.0.ai'))->toBe('15');
    expect(array_keys(faults($this->postJson('/api/v1/gs1', ['text' => '(01)09520123456788', 'domain' => 'x y']))))->toContain('domain');
});

it('draws bars with their digits, as facts, as SVG and as PNG that reads back', function () {
    $answer = $this->postJson('/api/v1/bars', ['symbology' => 'ean13', 'text' => '952012345678'])->assertOk();
    expect($answer->json('bars.text'))->toBe('9520123456788')->and($answer->json('picture.svg'))->toContain('EAN-13: 9520123456788');
    $png = $this->postJson('/api/v1/bars', ['symbology' => 'gs1-128', 'text' => '(01)09520123456788(10)A'], ['Accept' => 'image/png'])->assertOk()->getContent();
    $read = $this->call('POST', '/api/v1/read', server: $this->transformHeadersToServerVars([...keyOf($this->user), 'Content-Type' => 'image/png', 'Accept' => 'application/json']), content: (string) $png);
    expect($read->json('pictures.0.symbols.0.symbology'))->toBe('code128')->and($read->json('pictures.0.symbols.0.payload.kind'))->toBe('gs1_elements');
    expect(faults($this->postJson('/api/v1/bars', ['symbology' => 'ean13', 'text' => '9520123456789']))['text'][0])->toBe('The check digit 9 is wrong: it would be 8.');
});

it('keeps what the workspace sets, to itself', function () {
    $this->patchJson('/api/v1/workspace', ['chat_template' => 'https://talk.fennmoor.example/{number}?m={message}', 'region' => 'GB', 'gs1_domain' => 'https://id.fennmoor.example'])->assertOk();
    $this->postJson('/api/v1/payloads/build', ['kind' => 'chat', 'fields' => ['number' => '020 7946 0123', 'message' => 'JOIN']])->assertOk()->assertJsonPath('text', 'https://talk.fennmoor.example/442079460123?m=JOIN');
    $this->postJson('/api/v1/payloads/build', ['kind' => 'gs1_link', 'fields' => ['01' => '9520123456788']])->assertOk()->assertJsonPath('text', 'https://id.fennmoor.example/01/09520123456788');
    app('auth')->forgetGuards();
    $other = $this->withHeaders(keyOf(User::factory()->create()));
    $other->getJson('/api/v1/workspace')->assertOk()->assertJsonPath('chat_template', null);
    $other->postJson('/api/v1/payloads/build', ['kind' => 'call', 'fields' => ['number' => '020 7946 0123']])->assertOk()->assertJsonPath('problems.0.code', 'country_code_missing');
});

it('refuses settings that could not work', function (array $settings, string $field) {
    expect(array_keys(faults($this->patchJson('/api/v1/workspace', $settings))))->toContain($field);
})->with([
    'a template without a place for the number' => [['chat_template' => 'https://talk.fennmoor.example/'], 'chat_template'],
    'a script for a template' => [['chat_template' => 'javascript:alert({number})'], 'chat_template'],
    'a country that there is not' => [['region' => 'QQ'], 'region'],
    'a country in small letters' => [['region' => 'gb'], 'region'],
    'a domain with a query' => [['gs1_domain' => 'https://x.example/?y'], 'gs1_domain'],
]);

it('needs a key that may', function () {
    app('auth')->forgetGuards();
    $this->withHeaders(keyOf($this->user, ['draw', 'read']))->patchJson('/api/v1/workspace', ['region' => 'GB'])->assertForbidden();
    $this->withHeaders(keyOf($this->user, ['draw', 'read']))->getJson('/api/v1/kinds')->assertOk();
    app('auth')->forgetGuards();
    $this->flushHeaders()->getJson('/api/v1/kinds')->assertUnauthorized();
});

it('saves a glyph from fields and gives its text', function () {
    $fields = ['ssid' => ' Honey House ', 'security' => 'wpa', 'password' => 'clover&lime7'];
    $glyph = $this->postJson('/api/v1/glyphs', ['name' => 'Wi-Fi', 'kind' => 'wifi', 'fields' => $fields])->assertCreated();
    expect($glyph->json('text'))->toBe('WIFI:T:WPA;S: Honey House ;P:clover&lime7;;')->and($glyph->json('kind'))->toBe('wifi');
    $this->patchJson('/api/v1/glyphs/'.$glyph->json('id'), ['fields' => ['ssid' => 'Honey House'] + $fields])->assertOk()->assertJsonPath('text', 'WIFI:T:WPA;S:Honey House;P:clover&lime7;;');
    expect(array_keys(faults($this->postJson('/api/v1/glyphs', ['name' => 'No', 'kind' => 'wifi', 'fields' => ['security' => 'wpa']]))))->toContain('fields.ssid');
    $this->postJson('/api/v1/glyphs', ['name' => 'No', 'kind' => 'sepa', 'fields' => ['name' => 'F', 'iban' => 'DE00512108001245126199']])->assertUnprocessable();
    $elements = $this->postJson('/api/v1/glyphs', ['name' => 'Case', 'kind' => 'gs1_elements', 'text' => '(01)09520123456788(10)A(21)B'])->assertCreated();
    expect($elements->json('text'))->toBe("010952012345678810A\x1D21B");
    $this->get($elements->json('links.svg'))->assertOk();
});

it('marks a Swiss bill with its cross, and it still reads', function () {
    $fields = Kind::Swiss->metadata()->starters[0]['fields'];
    $bill = collect($this->postJson('/api/v1/symbols', ['kind' => 'swiss_bill', 'fields' => $fields, 'level' => 'L', 'check' => true])->json('ledger'))->firstWhere('check', 'swiss_bill');
    expect($bill['verdict'])->toBe('fails')->and($bill['fix']['set']['level'])->toBe('M');
    $svg = $this->postJson('/api/v1/symbols', ['kind' => 'swiss_bill', 'fields' => $fields, 'check' => true, 'print' => 'laser', 'dpi' => 600, ...array_diff_key($bill['fix']['set'], ['level' => 1])])->assertOk();
    expect(collect($svg->json('ledger'))->firstWhere('check', 'swiss_bill')['verdict'])->toBe('holds')
        ->and($svg->json('picture.symbol_mm'))->toEqualWithDelta(46.0, 0.01);
    expect(substr_count((string) $svg->json('picture.svg'), '<rect'))->toBe(5)
        ->and(array_unique($svg->json('ledger.*.verdict')))->toBe(['holds']);
});

it('says that a body is no JSON', function (string $body) {
    $answer = $this->call('POST', '/api/v1/payloads/build', server: $this->transformHeadersToServerVars([...keyOf($this->user), 'Content-Type' => 'application/json', 'Accept' => 'application/json']), content: $body);
    expect($answer->status())->toBe(400)->and($answer->headers->get('Content-Type'))->toBe('application/problem+json')->and($answer->json('detail'))->toContain('not valid JSON');
})->with(['cut off' => ['{"kind":"wifi"'], 'not UTF-8' => ["{\"kind\":\"wifi\",\"fields\":{\"ssid\":\"\xFF\"}}"], 'a form' => ['kind=wifi']]);
