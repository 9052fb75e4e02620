<?php

declare(strict_types=1);

use App\Actions\ManageKey;
use App\Keys\CountedCall;
use App\Keys\KeySort;
use App\Keys\Meter;
use App\Keys\PageToken;
use App\Keys\Refusal;
use App\Models\Key;
use App\Models\User;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

beforeEach(function () {
    $this->user = User::factory()->create();
    $this->withHeaders([...keyOf($this->user), 'Accept' => 'application/json']);
    $this->made = fn (array $given = []): array => $this->postJson('/api/v1/keys', ['name' => 'Newsletter', ...$given])->assertCreated()->json();
    /** Asks as a page or a program that holds another key. */
    $this->as = function (string $text, array $headers = []) {
        app('auth')->forgetGuards();

        return $this->flushHeaders()->withHeaders(['Authorization' => "Bearer $text", 'Accept' => 'application/json', ...$headers]);
    };
});

it('tells a key once, keeps its hash, and shows enough of it to know it by', function () {
    $made = ($this->made)(['abilities' => ['draw']]);
    expect($made['text'])->toStartWith('kgs_')->and($made['key']['shown'])->toBe(substr($made['text'], 0, 8).'…'.substr($made['text'], -4));
    $stored = json_encode(DB::table('personal_access_tokens')->find($made['key']['id']));
    expect($stored)->not->toContain(substr($made['text'], 8, 28))->not->toContain($made['signing_secret']);
    foreach (['/api/v1/keys', "/api/v1/keys/{$made['key']['id']}", '/api/v1/keys/usage'] as $path) {
        expect($this->getJson($path)->assertOk()->getContent())->not->toContain($made['text'])->not->toContain($made['signing_secret']);
    }
    ($this->as)($made['text'])->postJson('/api/v1/symbols', ['text' => 'hive'])->assertOk();
    $this->getJson('/api/v1/glyphs')->assertForbidden();
});

it('ends a key at once when it is revoked, and when its time is over', function () {
    $made = ($this->made)(['abilities' => ['draw'], 'expires_at' => now()->addHour()->toIso8601ZuluString()]);
    $this->deleteJson("/api/v1/keys/{$made['key']['id']}")->assertNoContent();
    $this->getJson("/api/v1/keys/{$made['key']['id']}")->assertOk()->assertJsonPath('revoked_at', fn ($at) => $at !== null);
    $this->patchJson("/api/v1/keys/{$made['key']['id']}", ['name' => 'Again'])->assertConflict();
    $this->postJson("/api/v1/keys/{$made['key']['id']}/rotate")->assertConflict();
    $other = ($this->made)(['abilities' => ['draw'], 'expires_at' => now()->addHour()->toIso8601ZuluString()]);
    ($this->as)($made['text'])->postJson('/api/v1/symbols', ['text' => 'hive'])->assertUnauthorized();
    ($this->as)($other['text'])->postJson('/api/v1/symbols', ['text' => 'hive'])->assertOk();
    // The database has a clock of its own.
    Key::query()->whereKey($other['key']['id'])->update(['expires_at' => now()->subSecond()]);
    ($this->as)($other['text'])->postJson('/api/v1/symbols', ['text' => 'hive'])->assertUnauthorized();
});

it('lets the old key hold while the new one is put in its place, and no longer', function () {
    $made = ($this->made)(['abilities' => ['draw']]);
    $new = $this->postJson("/api/v1/keys/{$made['key']['id']}/rotate", ['overlap_hours' => 24])->assertOk();
    expect($new->json('text'))->not->toBe($made['text'])->and($new->json('key.previous_until'))->not->toBeNull();
    $draws = fn (string $text) => ($this->as)($text)->postJson('/api/v1/symbols', ['text' => 'hive'])->status();
    expect([$draws($made['text']), $draws($new->json('text'))])->toBe([200, 200]);
    ($this->as)(substr(keyOf($this->user)['Authorization'], 7))->postJson("/api/v1/keys/{$made['key']['id']}/overlap")->assertOk()->assertJsonPath('previous_until', null);
    expect([$draws($made['text']), $draws($new->json('text'))])->toBe([401, 200]);
});

it('counts a month exactly, says what is left, and begins anew', function () {
    $made = ($this->made)(['abilities' => ['draw'], 'quota' => 3]);
    ($this->as)($made['text']);
    foreach ([2, 1, 0] as $left) {
        expect($this->postJson('/api/v1/symbols', ['text' => 'hive'])->assertOk()->headers->get('RateLimit'))->toContain("\"month\";r=$left;");
    }
    $refused = $this->postJson('/api/v1/symbols', ['text' => 'hive'])->assertStatus(429)->assertHeader('Retry-After');
    expect($refused->json('limit'))->toBe('quota')->and((int) $refused->headers->get('Retry-After'))->toBeGreaterThan(0)->and($refused->json('detail'))->toContain('3 calls');
    Carbon::setTestNow(now('UTC')->addMonthNoOverflow()->startOfMonth()->addHour());
    expect($this->postJson('/api/v1/symbols', ['text' => 'hive'])->assertOk()->headers->get('RateLimit'))->toContain('"month";r=2;');
    Carbon::setTestNow();
    ($this->as)(substr(keyOf($this->user)['Authorization'], 7));
    $usage = $this->getJson('/api/v1/keys/usage')->assertOk();
    $refusals = collect($usage->json('refusals'))->where('key', $made['key']['id']);
    expect($refusals->pluck('why')->all())->toBe(['quota'])
        ->and(collect($usage->json('days'))->where('key', $made['key']['id'])->sum('calls'))->toBe(3);
});

it('smooths a burst: what is in hand goes at once, the rest at the key’s pace', function () {
    [$key] = app(ManageKey::class)->create($this->user, workspaceOf($this->user), ['name' => 'Pace', 'per_minute' => 60]);
    $meter = app(Meter::class);
    $burst = CountedCall::burst(60);
    foreach (range(1, $burst) as $_) {
        expect($meter->take($key, 'draw')->refused)->toBeNull();
    }
    $refused = $meter->take($key, 'draw');
    expect($refused->refused)->toBe(Refusal::Pace)->and($refused->retryAfter())->toBe(1)->and($refused->used)->toBe($burst);
    DB::table('key_meters')->where('key_id', $key->id)->update(['filled_at' => DB::raw("clock_timestamp() - interval '5 seconds'")]);
    foreach (range(1, 5) as $_) {
        expect($meter->take($key, 'draw')->refused)->toBeNull();
    }
    expect($meter->take($key, 'draw')->refused)->toBe(Refusal::Pace);
});

it('gives a publishable key to pages that it lists, to read, and to nothing else', function () {
    $made = ($this->made)(['sort' => 'publishable', 'abilities' => ['draw', 'read'], 'origins' => ['https://WWW.fennmoor.example:443']]);
    expect($made['key']['origins'])->toBe(['https://www.fennmoor.example'])->and($made['key']['public'])->toBe($made['text']);
    $there = ['Origin' => 'https://www.fennmoor.example'];
    ($this->as)($made['text'], $there)->postJson('/api/v1/read/check', ['read' => [['A1']], 'expected' => ['A1']])->assertOk();
    foreach ([[], ['Origin' => 'https://notes.heathside.example'], ['Origin' => 'https://www.fennmoor.example.heathside.example'], ['Origin' => 'null'], ['Referer' => 'https://heathside.example/https://www.fennmoor.example']] as $elsewhere) {
        ($this->as)($made['text'], $elsewhere)->postJson('/api/v1/read/check', ['read' => [['A1']], 'expected' => ['A1']])->assertForbidden();
    }
    foreach ([['GET', 'glyphs'], ['GET', 'keys'], ['POST', 'symbols'], ['POST', 'glyphs'], ['GET', 'workspace'], ['GET', 'gates'], ['GET', 'session'], ['PATCH', 'session'], ['POST', 'page-tokens'], ['GET', 'proofs']] as [$method, $path]) {
        expect(($this->as)($made['text'], $there)->json($method, "/api/v1/$path", ['text' => 'hive', 'workspace_id' => $made['key']['id']])->status())->toBeIn([403, 422], "$method $path");
    }
    // Whatever was sent: these take longer than a reading.
    ($this->as)($made['text'], $there)->postJson('/api/v1/grades', [])->assertForbidden();
    ($this->as)($made['text'], $there)->postJson('/api/v1/proofs', ['text' => 'hive'])->assertForbidden();
    foreach ([['abilities' => ['glyphs:read']], ['abilities' => ['gates']], ['must_sign' => false], ['origins' => ['https://a.example/path']], ['origins' => ['*']], ['origins' => ['javascript:alert(1)']]] as $given) {
        ($this->as)(substr(keyOf($this->user)['Authorization'], 7))->postJson('/api/v1/keys', ['name' => 'x', 'sort' => 'publishable', ...$given])->assertUnprocessable();
    }
});

it('refuses a secret key that a page sent, and writes down where', function () {
    $made = ($this->made)(['abilities' => ['draw']]);
    ($this->as)($made['text'], ['Origin' => 'https://kiosk.fennmoor.example'])->postJson('/api/v1/symbols', ['text' => 'hive'])->assertForbidden();
    ($this->as)(substr(keyOf($this->user)['Authorization'], 7));
    expect(collect($this->getJson('/api/v1/keys/usage')->json('refusals'))->firstWhere('why', 'browser'))->toMatchArray(['key' => $made['key']['id'], 'origin' => 'https://kiosk.fennmoor.example', 'calls' => 1]);
});

it('lets nobody give more than they have', function () {
    $made = ($this->made)(['abilities' => ['keys', 'draw']]);
    $strong = ($this->made)(['abilities' => ['glyphs:write']])['key']['id'];
    ($this->as)($made['text'])->postJson('/api/v1/keys', ['name' => 'x', 'abilities' => ['glyphs:write']])->assertUnprocessable();
    $this->postJson('/api/v1/keys', ['name' => 'x'])->assertUnprocessable();
    $this->postJson("/api/v1/keys/$strong/rotate")->assertForbidden();
    $this->patchJson("/api/v1/keys/$strong", ['name' => 'Mine'])->assertForbidden();
    $this->postJson('/api/v1/keys', ['name' => 'x', 'abilities' => ['draw']])->assertCreated();
});

it('notes refusals from any number of pages without growing with them', function () {
    [$key] = app(ManageKey::class)->create($this->user, workspaceOf($this->user), ['name' => 'Page', 'sort' => KeySort::Publishable]);
    foreach (range(1, 60) as $i) {
        app(Meter::class)->note($key, Refusal::Origin, "https://page-$i.example");
    }
    expect(DB::table('key_refusals')->where('key_id', $key->id)->count())->toBe(26)
        ->and((int) DB::table('key_refusals')->where('key_id', $key->id)->sum('calls'))->toBe(60);
});

it('takes a page token for what it was made for, until it ends or its key does', function () {
    [$key] = app(ManageKey::class)->create($this->user, workspaceOf($this->user), ['name' => 'Host']);
    $gates = array_map(fn (string $name) => $this->postJson('/api/v1/gates', ['name' => $name, 'csv' => 'A1'])->json('id'), ['North', 'South']);
    $token = PageToken::make($key, ['gates'], 60, gate: $gates[0]);
    ($this->as)($token, ['Origin' => 'https://any.example'])->postJson("/api/v1/gates/$gates[0]/admit", ['code' => 'A1'])->assertOk()->assertJsonPath('verdict', 'admitted');
    $this->postJson("/api/v1/gates/$gates[1]/admit", ['code' => 'A1'])->assertForbidden();
    foreach (['/api/v1/glyphs', '/api/v1/keys', "/api/v1/gates/$gates[0]/entries"] as $path) {
        $this->getJson($path)->assertForbidden();
    }
    $forged = substr($token, 0, -4).'AAAA';
    $longer = PageToken::make((new Key)->forceFill(['id' => $key->id, 'signing' => 7]), ['gates'], 9000, gate: $gates[0]);
    foreach ([$forged, $longer, 'kgt_e30.'.str_repeat('A', 43), 'kgt_', PageToken::make($key, ['gates'], 0, gate: $gates[0])] as $bad) {
        ($this->as)($bad)->postJson("/api/v1/gates/$gates[0]/admit", ['code' => 'A1'])->assertUnauthorized();
    }
    app(ManageKey::class)->revoke($key);
    ($this->as)($token)->postJson("/api/v1/gates/$gates[0]/admit", ['code' => 'A1'])->assertUnauthorized();
});
