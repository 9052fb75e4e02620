<?php

declare(strict_types=1);

use App\Http\Problems\ProblemType;
use App\Models\Glyph;
use App\Models\Key;
use App\Models\User;
use App\Support\DatabaseTrouble;
use App\Support\SafeReport;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;

beforeEach(fn () => $this->withHeaders([...keyOf($this->user = User::factory()->create()), 'Accept' => 'application/json']));

it('makes no session before somebody signs in', function () {
    config(['session.driver' => 'database']);
    $this->flushHeaders();
    foreach (range(1, 5) as $_) {
        $this->withoutVite()->get('/')->assertOk();
        $this->getJson('/api/v1/about', ['Origin' => 'http://localhost'])->assertOk();
        $this->getJson('/api/v1/session', ['Origin' => 'http://localhost'])->assertUnauthorized();
        $this->postJson('/api/v1/session', ['email' => 'nobody@fennmoor.example', 'password' => 'guess'], ['Origin' => 'http://localhost'])->assertUnprocessable();
    }
    expect(DB::table('sessions')->count())->toBe(0);
});

it('tells anybody how it is, what it takes and what its problems mean', function () {
    $this->flushHeaders();
    $this->getJson('/api/v1/health')->assertOk()->assertExactJson(['status' => 'ok']);
    expect($this->get('/api/v1/openapi.yaml')->assertOk()->getContent())->toBe(file_get_contents(base_path('openapi/openapi.yaml')));
    $all = $this->get('/problems')->assertOk();
    foreach (ProblemType::cases() as $type) {
        $all->assertSee($type->uri());
        $this->get($type->uri())->assertOk()->assertSee($type->title())->assertSee((string) $type->status());
    }
    $this->get('/problems/no-such')->assertNotFound();
    $this->withoutVite()->get('/no/such/page')->assertNotFound();
});

it('refuses what it cannot answer with and what it cannot read', function () {
    $this->get('/api/v1/glyphs', ['Accept' => 'image/gif'])->assertStatus(406)->assertJsonPath('type', '/problems/not-acceptable');
    $this->postJson('/api/v1/symbols', ['text' => 'hive'], ['Accept' => 'image/gif'])->assertStatus(406);
    $send = fn (string $body, string $type) => $this->call('POST', '/api/v1/symbols', server: $this->transformHeadersToServerVars([...$this->defaultHeaders, 'Content-Type' => $type]), content: $body);
    $send('text=hive', 'text/plain')->assertStatus(415)->assertJsonPath('type', '/problems/unsupported-media-type');
    $send('<text>hive</text>', 'application/xml')->assertStatus(415);
    $send('{"text":"hive"', 'application/json')->assertStatus(400)->assertJsonPath('type', '/problems/malformed');
    $send('{"text":"hive","size_mm":1e400}', 'application/json')->assertStatus(422);
    $send("{\"text\":\"\xFF\"}", 'application/json')->assertStatus(400);
    $send(str_repeat(' ', 6_000_000), 'application/json')->assertStatus(413);
});

it('names what is missing: a key, an ability, a right to this very thing', function () {
    $this->flushHeaders()->getJson('/api/v1/glyphs')->assertUnauthorized()->assertHeader('WWW-Authenticate');
    $drawing = keyOf($this->user, ['draw', 'read']);
    $refused = $this->getJson('/api/v1/glyphs', $drawing)->assertForbidden();
    expect($refused->json('detail'))->toContain('glyphs:read');
    // A key that only draws learns nothing of whose it is.
    expect($this->getJson('/api/v1/session', $drawing)->assertOk()->getContent())->not->toContain($this->user->email)->not->toContain($this->user->name);
});

it('answers a condition that still holds with 304, and a change with a new tag', function (string $path) {
    $this->postJson('/api/v1/glyphs', jar())->assertCreated();
    $this->postJson('/api/v1/finishes', ['name' => 'Jar', 'finish' => ['dark' => '#2B1A0E']])->assertCreated();
    $path = str_replace('{glyph}', (string) Glyph::query()->value('id'), $path);
    $tag = $this->getJson($path)->assertOk()->headers->get('ETag');
    expect($tag)->not->toBeNull();
    $this->getJson($path, ['If-None-Match' => $tag])->assertStatus(304)->assertNoContent(304);
    $this->getJson($path, ['If-None-Match' => '"another"'])->assertOk();
})->with(['/api/v1/glyphs', '/api/v1/glyphs/{glyph}', '/api/v1/finishes', '/api/v1/kinds', '/api/v1/workspace', '/api/v1/gs1/identifiers']);

it('answers a repeated request as it did the first time, headers and all, and refuses another under the same key', function () {
    $key = ['Idempotency-Key' => 'printer-7-label-12'];
    $first = $this->postJson('/api/v1/glyphs', jar(), $key)->assertCreated();
    $again = $this->postJson('/api/v1/glyphs', jar(), $key)->assertCreated();
    expect(Glyph::count())->toBe(1)
        ->and($again->json('id'))->toBe($first->json('id'))
        ->and($again->headers->get('Location'))->toBe($first->headers->get('Location'))->not->toBeNull()
        ->and($again->headers->get('ETag'))->toBe($first->headers->get('ETag'))->not->toBeNull();
    $this->postJson('/api/v1/glyphs', jar(['name' => 'Another']), $key)->assertConflict();
    $gate = $this->postJson('/api/v1/gates', ['name' => 'Door', 'csv' => "CARD-1\nCARD-2"])->json('id');
    $admit = fn () => $this->postJson("/api/v1/gates/$gate/admit", ['code' => 'CARD-1'], ['Idempotency-Key' => 'tap-1'])->json('verdict');
    expect([$admit(), $admit()])->toBe(['admitted', 'admitted']);
});

it('goes through every list by cursors, each entry once, also when something is added meanwhile', function () {
    foreach (range(1, 7) as $i) {
        $this->postJson('/api/v1/glyphs', jar(['name' => "Hive $i"]))->assertCreated();
    }
    $seen = [];
    $cursor = null;
    do {
        $page = $this->getJson('/api/v1/glyphs?'.http_build_query(array_filter(['limit' => 3, 'sort' => 'name', 'cursor' => $cursor])))->assertOk();
        array_push($seen, ...array_column($page->json('data'), 'id'));
        $cursor = $page->json('next_cursor');
        $this->postJson('/api/v1/glyphs', jar(['name' => '0 before all']))->assertCreated();
    } while ($cursor !== null && count($seen) < 30);
    expect(array_unique($seen))->toHaveCount(count($seen))->toHaveCount(7);
    expect(faults($this->getJson('/api/v1/glyphs?cursor=made-up')))->toHaveKey('cursor');
});

it('lists keys without showing them, and revokes them at once', function () {
    Artisan::call('keys:make', ['name' => 'label printer', '--email' => $this->user->email]);
    preg_match('/(kgs_\w+)/', Artisan::output(), $made);
    $this->flushHeaders()->withHeaders(['Authorization' => "Bearer $made[0]"])->getJson('/api/v1/kinds')->assertOk();
    expect(Artisan::call('keys:list', ['--json' => true]))->toBe(0);
    $listed = Artisan::output();
    expect($listed)->toContain('label printer')->not->toContain($made[1]);
    $id = Key::query()->where('name', 'label printer')->value('id');
    expect(Artisan::call('keys:revoke', ['id' => [(string) $id]]))->toBe(0);
    app('auth')->forgetGuards();
    $this->getJson('/api/v1/kinds')->assertUnauthorized();
    expect(Artisan::call('keys:revoke', ['id' => [(string) $id]]))->not->toBe(0);
});

it('keeps payloads and bindings out of what it notes', function () {
    try {
        DB::table('glyphs')->where('id', 'clover&lime7')->get();
    } catch (QueryException $e) {
        expect(SafeReport::line($e))->toContain('QueryException')->not->toContain('clover')
            ->and(SafeReport::line(new RuntimeException('No place for "clover&lime7" (clover&lime7) here', 0, $e)))->not->toContain('clover');

        return;
    }
    $this->fail('The database took a text for an id.');
});

it('tells a database that is away from a fault of its own', function (string $state, ?int $status) {
    $cause = new PDOException('trouble');
    (new ReflectionProperty(Exception::class, 'code'))->setValue($cause, $state);
    expect(DatabaseTrouble::within(new RuntimeException('while drawing', 0, new QueryException('pgsql', 'select 1', [], $cause))))->toBe($status);
})->with(['gone' => ['08006', 503], 'shut down by an administrator' => ['57P01', 503], 'too many connections' => ['53300', 503], 'disk full' => ['53100', 507], 'a wrong statement' => ['42601', null], 'a doubled key' => ['23505', null]]);

it('points at the place in the body that an error is about', function (array $body, string $pointer) {
    $errors = $this->postJson('/api/v1/symbols', $body)->assertUnprocessable()->json('errors');
    expect(array_column($errors, 'pointer'))->toContain($pointer);
})->with([
    'a value' => [['text' => 'hive', 'level' => 'X'], '#/level'],
    'within a finish' => [['text' => 'hive', 'finish' => ['mark' => ['icon' => 'no-such']]], '#/finish/mark/icon'],
    'within fields' => [['kind' => 'wifi', 'fields' => ['ssid' => 'Hive', 'password' => 'short']], '#/fields/password'],
    'within a list of groups' => [['kind' => 'contact', 'fields' => ['given_name' => 'Ines', 'phones' => [['number' => '+442079460123'], ['number' => 'abc']]]], '#/fields/phones/1/number'],
    'an element by its identifier' => [['kind' => 'gs1_elements', 'fields' => ['(01)' => '09520123456789']], '#/fields/(01)'],
    'an element in the list' => [['kind' => 'gs1_elements', 'fields' => ['elements' => [['ai' => '01', 'value' => '09520123456789']]]], '#/fields/elements/0/value'],
    'a key with signs of its own' => [['text' => 'hive', 'a/b~c.d' => 1], '#/a~1b~0c.d'],
    'a text as a whole' => [['text' => 'WIFI:S:Hive'], '#/text'],
]);

it('names query parameters as such', function () {
    $error = $this->getJson('/api/v1/glyphs?limit=many')->assertUnprocessable()->json('errors.0');
    expect($error['parameter'])->toBe('limit')->and($error)->not->toHaveKey('pointer');
});
