<?php

declare(strict_types=1);

use App\Models\FieldCheck;
use App\Models\User;
use Illuminate\Support\Facades\Queue;
use Tests\Support\Contract;

/** Values that no parameter is meant for; raw ones stand in the JSON as they are. */
const NASTY = [
    'an empty text' => '', 'a space' => ' ', 'U+0000' => "a\0b", 'a long text' => 'LONG', 'emoji' => '🐝 7', 'marks' => "\u{202E}evil", 'a path' => '../../etc/passwd', 'a quote' => "' OR 1=1 --",
    'no date' => '2026-02-31', 'a number as text' => '12345678901234567890', 'minus one' => -1, 'zero' => 0, 'a large number' => 999_999_999_999, 'a fraction' => 0.0000001, 'true' => true, 'null' => null,
    'an empty list' => [], 'a list of lists' => [[['a']]], 'an object' => ['a' => ['b' => 'c']], 'a list of numbers' => [1, 2, 3],
];

/** @return array<string, array{string, string, array<string, mixed>}> operation by its name */
function operations(): array
{
    $operations = [];
    foreach (Contract::document()['paths'] as $path => $methods) {
        foreach (array_intersect_key($methods, ['get' => 1, 'post' => 1, 'patch' => 1, 'put' => 1, 'delete' => 1]) as $method => $operation) {
            $operations[$operation['operationId']] = [$method, $path, [...$operation, 'parameters' => [...($operation['parameters'] ?? []), ...($methods['parameters'] ?? [])]]];
        }
    }

    return $operations;
}

beforeEach(function () {
    Queue::fake();
    $this->user = User::factory()->create();
    $this->withHeaders([...keyOf($this->user), 'Accept' => 'application/json']);
    $this->ids = [
        'glyph' => $this->postJson('/api/v1/glyphs', jar())->json('id'),
        'finish' => $this->postJson('/api/v1/finishes', ['name' => 'Own', 'finish' => ['shape' => 'disc']])->json('id'),
        'key' => (string) $this->postJson('/api/v1/keys', ['name' => 'Printer', 'abilities' => ['draw']])->json('key.id'),
        'hook' => $this->postJson('/api/v1/hooks', ['name' => 'Stock', 'url' => 'https://93.184.216.34/', 'events' => ['glyph.saved']])->json('hook.id'),
        'gate' => $this->postJson('/api/v1/gates', ['name' => 'Door', 'csv' => 'A1'])->json('id'),
        'proof' => $this->postJson('/api/v1/proofs', ['text' => 'hive', 'devices' => ['kiosk'], 'conditions' => ['tilt']])->json('id'),
    ];
    $this->ids['waypoint'] = $this->postJson('/api/v1/waypoints', ['name' => 'Way', 'route' => ['else' => ['link' => 'https://fennmoor.example/']]])->json('id');
    $this->ids['revision'] = '1';
    $this->ids['link'] = $this->postJson('/api/v1/resolver', ['path' => '/01/09520123456788', 'type' => 'pip', 'href' => 'https://fennmoor.example/', 'title' => 'Jar'])->json('id');
    $this->ids['check'] = $this->postJson('/api/v1/checks', ['glyph' => $this->ids['glyph']])->json('id');
    $this->ids['result'] = $this->postJson("/api/v1/checks/{$this->ids['check']}/results", ['device' => 'Own phone', 'outcome' => 'read'])->json('id');
    $this->ids['code'] = FieldCheck::query()->value('code');
    $this->settle = fn (string $path): string => preg_replace_callback('/\{(\w+)\}/', fn (array $m): string => $this->ids[$m[1]] ?? ['kind' => 'wifi', 'format' => 'svg', 'admission' => $this->ids['gate']][$m[1]] ?? 'x', $path);
});

it('answers nothing with a fault of its own, whatever stands in a body', function (string $name) {
    [$method, $path, $operation] = operations()[$name];
    $schema = Contract::properties($operation['requestBody']['content']['application/json']['schema'] ?? []);
    $uri = ($this->settle)($path);
    foreach ([...array_keys($schema), 'no_such_key'] as $property) {
        foreach (NASTY as $what => $value) {
            $body = [...sound($name), $property => $value === 'LONG' ? str_repeat('a', 9000) : $value];
            $status = $this->json($method, $uri, $body)->status();
            expect($status)->toBeLessThan(500, "$method $uri with $what as $property");
            if ($property === 'no_such_key') {
                expect($status)->toBeIn([422, 404], "$method $uri takes a key that it does not know");
            }
        }
        foreach (['1e400', '{"a":', "\"\xFF\"", str_repeat('[', 80)] as $raw) {
            $answer = $this->call($method, $uri, server: $this->transformHeadersToServerVars([...$this->defaultHeaders, 'Content-Type' => 'application/json']), content: '{"'.$property.'":'.$raw.'}');
            expect($answer->status())->toBeIn([400, 401, 404, 422], "$method $uri with $raw as $property");
        }
    }
})->with(fn () => array_keys(array_filter(operations(), fn (array $operation): bool => isset($operation[2]['requestBody']['content']['application/json']))));

it('answers nothing with a fault of its own, whatever stands in an address', function (string $name) {
    [$method, $path, $operation] = operations()[$name];
    $parameters = array_map(Contract::resolved(...), $operation['parameters']);
    foreach ($parameters as $parameter) {
        foreach (['', '%00', '%FF', '-1', '0', '99999999999999999999', 'a b', '%F0%9F%90%9D', '2026-02-31', '../x', str_repeat('a', 3000), '[]', "'"] as $value) {
            $uri = match ($parameter['in']) {
                'path' => ($this->settle)(str_replace("{{$parameter['name']}}", $value === '' ? 'x' : $value, $path)),
                'query' => ($this->settle)($path)."?{$parameter['name']}=$value",
                default => ($this->settle)($path),
            };
            $headers = $parameter['in'] === 'header' ? [$parameter['name'] => rawurldecode($value)] : [];
            expect($this->call(strtoupper($method), $uri, server: $this->transformHeadersToServerVars([...$this->defaultHeaders, ...$headers]))->status())->toBeLessThan(500, "$method $uri");
        }
        if ($parameter['in'] === 'query') {
            expect($this->getJson(($this->settle)($path)."?{$parameter['name']}[a][b]=1")->status())->toBeLessThan(500);
        }
    }
    expect(true)->toBeTrue();
})->with(fn () => array_keys(array_filter(operations(), fn (array $operation): bool => $operation[2]['parameters'] !== [])));

it('knows a key by its form before it asks the database', function (string $key) {
    app('auth')->forgetGuards();
    $this->withHeaders(['Authorization' => "Bearer $key"])->getJson('/api/v1/kinds')->assertUnauthorized()->assertHeader('WWW-Authenticate');
})->with(['a number of twenty digits' => ['12345678901234567890|'.str_repeat('a', 40)], 'no number' => ['x|'.str_repeat('a', 40)], 'nothing behind the bar' => ['1|'], 'a long one' => ['1|'.str_repeat('a', 5000)], 'not UTF-8' => ["1|\xFF\xFE".str_repeat('a', 40)]]);
