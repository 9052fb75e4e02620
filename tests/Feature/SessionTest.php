<?php

declare(strict_types=1);

use App\Models\Glyph;
use App\Models\User;
use Database\Factories\UserFactory;
use Database\Seeders\DatabaseSeeder;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Laravel\Sanctum\PersonalAccessToken;

beforeEach(function () {
    $this->withHeaders(['Origin' => 'http://localhost']);
    $this->user = User::factory()->create(['email' => 'tam@fennmoor.example']);
});

it('signs in, says who, and signs out', function () {
    $this->postJson('/api/v1/session', ['email' => ' Tam@Fennmoor.example', 'password' => UserFactory::PASSWORD])->assertCreated()->assertJsonPath('user.name', 'Tam Wetherby');
    $this->getJson('/api/v1/session')->assertOk()->assertJsonPath('workspace.name', 'Test apiary');
    $this->getJson('/api/v1/glyphs')->assertOk();
    $this->deleteJson('/api/v1/session')->assertNoContent();
    app('auth')->forgetGuards();
    $this->getJson('/api/v1/session')->assertUnauthorized();
});

it('never lets a request that was under way write the session back', function () {
    config(['session.driver' => 'database']);
    $this->postJson('/api/v1/session', ['email' => 'tam@fennmoor.example', 'password' => UserFactory::PASSWORD])->assertCreated();
    $before = DB::table('sessions')->get()->keyBy('id')->map(fn ($row) => $row->payload)->all();
    expect($before)->toHaveCount(1);
    foreach (['/api/v1/session', '/api/v1/glyphs'] as $uri) {
        expect($this->getJson($uri)->assertOk()->headers->getCookies())->each(fn ($cookie) => $cookie->getName()->not->toBe('keen_glyph_session'));
    }
    $this->postJson('/api/v1/symbols', ['text' => 'hive'])->assertOk();
    expect(DB::table('sessions')->get()->keyBy('id')->map(fn ($row) => $row->payload)->all())->toBe($before);
});

it('gives nothing away about why signing in failed, and slows guessing down', function () {
    $wrong = $this->postJson('/api/v1/session', ['email' => 'tam@fennmoor.example', 'password' => 'guess'])->assertUnprocessable();
    $unknown = $this->postJson('/api/v1/session', ['email' => 'nobody@fennmoor.example', 'password' => 'guess'])->assertUnprocessable();
    expect($wrong->json('errors'))->toBe($unknown->json('errors'));
    for ($i = 0; $i < 9; $i++) {
        $this->postJson('/api/v1/session', ['email' => 'tam@fennmoor.example', 'password' => 'guess']);
    }
    $this->postJson('/api/v1/session', ['email' => 'tam@fennmoor.example', 'password' => UserFactory::PASSWORD])->assertTooManyRequests();
});

it('says what is missing beside the field', function () {
    expect(faults($this->postJson('/api/v1/session', ['email' => '', 'password' => ''])))->toBe(['email' => ['Type your e-mail address.'], 'password' => ['Type your password.']]);
});

it('answers every error of the API as a problem', function () {
    $answer = $this->getJson('/api/v1/nowhere')->assertNotFound();
    expect($answer->headers->get('Content-Type'))->toBe('application/problem+json')
        ->and($answer->json('status'))->toBe(404);
    $this->putJson('/api/v1/session')->assertStatus(405)->assertHeader('Content-Type', 'application/problem+json');
    $this->get('/api/v1/session', ['Accept' => 'text/html,*/*;q=0.8'])->assertUnauthorized()->assertHeader('Content-Type', 'application/problem+json')->assertHeader('WWW-Authenticate');
    $this->get('/api/v1/session', ['Accept' => 'text/html'])->assertStatus(406)->assertHeader('Content-Type', 'application/problem+json');
});

it('keeps pages to their own scripts', function () {
    $this->withoutVite()->get('/compose')->assertOk()->assertHeader('X-Content-Type-Options', 'nosniff');
    expect($this->get('/compose')->headers->get('Content-Security-Policy'))->toContain("script-src 'self'", "frame-ancestors 'none'");
});

it('makes keys that are shown once, kept as a hash, and may do only what was said', function () {
    expect(Artisan::call('keys:make', ['name' => 'label printer', '--ability' => ['symbols'], '--days' => '30']))->toBe(0);
    preg_match('/kgs_\w+/', Artisan::output(), $key);
    $kept = PersonalAccessToken::firstOrFail();
    expect($kept->token)->not->toContain($key[0])
        ->and($kept->abilities)->toBe(['draw', 'read'])
        ->and($kept->expires_at->isFuture())->toBeTrue();
    $this->flushHeaders()->withHeaders(['Authorization' => "Bearer $key[0]"])->postJson('/api/v1/symbols', ['text' => 'hive'])->assertOk();
    $this->getJson('/api/v1/glyphs')->assertForbidden();
    expect(Artisan::call('keys:make', ['name' => 'x', '--ability' => ['everything']]))->toBe(2)
        ->and(Artisan::call('keys:make', ['name' => 'x', '--email' => 'nobody@fennmoor.example']))->toBe(2)
        ->and(Artisan::call('keys:make', ['name' => 'x', '--days' => 'soon']))->toBe(2);
});

it('seeds a demo that signs in, once', function () {
    User::query()->delete();
    $this->seed(DatabaseSeeder::class);
    $this->seed(DatabaseSeeder::class);
    expect(Glyph::count())->toBe(31)->and(User::count())->toBe(2);
    $demo = $this->getJson('/api/v1/about')->json('demo');
    $this->postJson('/api/v1/session', $demo)->assertCreated();
    foreach ($this->getJson('/api/v1/glyphs')->json('data') as $glyph) {
        $drawn = $this->postJson('/api/v1/symbols', ['kind' => $glyph['kind'], 'text' => $glyph['text'], 'level' => $glyph['level'], 'dark' => $glyph['dark'], 'light' => $glyph['light'], 'check' => true]);
        expect(collect($drawn->json('ledger'))->where('verdict', '!=', 'holds')->all())->toBe([], $glyph['name']);
    }
});
