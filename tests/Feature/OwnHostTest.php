<?php

declare(strict_types=1);

use App\Models\User;
use App\Waypoints\Door;
use App\Waypoints\OwnHosts;
use Illuminate\Http\UploadedFile;

beforeEach(function () {
    $this->folder = storage_path('waypoints');
    app(OwnHosts::class)->keep([]);
    $this->user = User::factory()->create();
    $this->other = User::factory()->create();
    $this->as = fn (User $user) => $this->withHeaders([...keyOf($user), 'Accept' => 'application/json']);
    $this->waypoint = fn (User $user, string $link): array => ($this->as)($user)->postJson('/api/v1/waypoints', ['name' => 'Jar', 'route' => ['else' => ['link' => $link]], 'publish' => true])->assertCreated()->json();
    $this->visit = fn (string $host, string $path, array $headers = []) => $this->flushHeaders()->call('GET', "https://$host$path", server: $this->transformHeadersToServerVars($headers));
});

afterEach(fn () => app(OwnHosts::class)->keep([]));

it('prints short addresses with a workspace’s own host, and answers there', function () {
    ($this->as)($this->user)->patchJson('/api/v1/workspace', ['short_base' => 'https://go.fennmoor.example'])->assertOk()->assertJsonPath('short_base', 'https://go.fennmoor.example');
    $made = ($this->waypoint)($this->user, 'https://fennmoor.example/jar');
    expect($made['address'])->toBe("https://go.fennmoor.example/q/{$made['code']}")->and($made['text'])->toBe(strtoupper($made['address']));
    ($this->visit)('go.fennmoor.example', "/q/{$made['code']}")->assertRedirect('https://fennmoor.example/jar');
    // What was printed with the application's own host goes on.
    ($this->visit)('localhost', "/q/{$made['code']}")->assertRedirect('https://fennmoor.example/jar');
    expect(($this->visit)('go.fennmoor.example', "/q/{$made['code']}.svg")->assertOk()->getContent())->toContain('GO.FENNMOOR.EXAMPLE');
    // A glyph that carries the address belongs to it.
    $glyph = ($this->as)($this->user)->postJson('/api/v1/glyphs', ['name' => 'Jar', 'text' => $made['text']])->assertCreated()->json('id');
    expect(array_column($this->getJson("/api/v1/related?glyph=$glyph")->assertOk()->json('data'), 'id'))->toContain($made['id']);
    // A rule that leads back to the waypoint is found by that name too.
    $led = $this->patchJson("/api/v1/waypoints/{$made['id']}", ['route' => ['else' => ['link' => $made['address']]]])->assertOk()->json('faults');
    expect($led[0]['message'])->toContain('in a circle');
});

it('answers nobody else’s codes at a host that is somebody’s own', function () {
    ($this->as)($this->user)->patchJson('/api/v1/workspace', ['short_base' => 'https://go.fennmoor.example'])->assertOk();
    $foreign = ($this->waypoint)($this->other, 'https://moor.example/look-alike');
    ($this->visit)('go.fennmoor.example', "/q/{$foreign['code']}")->assertNotFound();
    ($this->visit)('localhost', "/q/{$foreign['code']}")->assertRedirect('https://moor.example/look-alike');
    // Nor does the door, which has a copy now and asks no database.
    $server = fn (string $host): array => ['REQUEST_METHOD' => 'GET', 'REQUEST_URI' => "/q/{$foreign['code']}", 'HTTP_HOST' => $host, 'REMOTE_ADDR' => '192.0.2.7', 'HTTP_USER_AGENT' => 'Mozilla/5.0'];
    expect(Door::answer($server('go.fennmoor.example:443'), $this->folder, ''))->toBeNull()->and(Door::answer($server('GO.fennmoor.example'), $this->folder, ''))->toBeNull()
        ->and(Door::answer($server('localhost'), $this->folder, '')?->status)->toBe(302);
});

it('shows nobody else’s pages and files there either', function () {
    ($this->as)($this->user)->patchJson('/api/v1/workspace', ['short_base' => 'https://go.fennmoor.example'])->assertOk();
    foreach ([[$this->user, 'MINE'], [$this->other, 'THEIRS']] as [$user, $code]) {
        $page = ($this->as)($user)->postJson('/api/v1/pages', ['name' => $code, 'kind' => 'text', 'code' => $code, 'content' => ['language' => 'en', 'parts' => [['id' => 'p1', 'part' => 'words', 'text' => 'Swarm?']]]])->assertCreated()->json('id');
        $this->postJson("/api/v1/pages/$page/publish")->assertOk();
        $files[$code] = parse_url($this->post('/api/v1/files', ['file' => UploadedFile::fake()->createWithContent('guide.pdf', "%PDF-1.4\n$code")])->assertCreated()->json('address'), PHP_URL_PATH);
    }
    foreach (['MINE' => 200, 'THEIRS' => 404] as $code => $status) {
        ($this->visit)('go.fennmoor.example', "/p/$code")->assertStatus($status);
        ($this->visit)('go.fennmoor.example', $files[$code])->assertStatus($status);
        ($this->visit)('localhost', "/p/$code")->assertOk();
    }
});

it('gives a host to one workspace, and to none what is no host', function (string $base) {
    ($this->as)($this->other)->patchJson('/api/v1/workspace', ['short_base' => 'https://go.moor.example'])->assertOk();
    ($this->as)($this->user)->patchJson('/api/v1/workspace', ['short_base' => $base])->assertUnprocessable()->assertJsonPath('errors.0.pointer', '#/short_base');
})->with(['https://go.moor.example', 'http://go.moor.example:8080', 'https://GO.Fennmoor.example', 'https://go.fennmoor.example/', 'https://go.fennmoor.example/q', 'ftp://go.fennmoor.example', 'https://fennmoor', 'https://127.0.0.1', 'http://localhost', 'https://user@go.fennmoor.example', 'https://go..fennmoor.example', "https://go.fennmoor.example\n", 'https://*.fennmoor.example']);

it('lets a host go', function () {
    ($this->as)($this->user)->patchJson('/api/v1/workspace', ['short_base' => 'https://go.fennmoor.example'])->assertOk();
    ($this->as)($this->user)->patchJson('/api/v1/workspace', ['short_base' => null])->assertOk()->assertJsonPath('short_base', null);
    ($this->as)($this->other)->patchJson('/api/v1/workspace', ['short_base' => 'https://go.fennmoor.example'])->assertOk();
    expect(app(OwnHosts::class)->owner('go.fennmoor.example'))->toBe($this->other->memberships()->first()->workspace_id);
});

it('resolves GS1 links at the host of the workspace that has them', function () {
    foreach ([[$this->user, 'go.fennmoor.example', 'https://fennmoor.example/honey'], [$this->other, 'go.moor.example', 'https://moor.example/honey']] as [$user, $host, $href]) {
        ($this->as)($user)->patchJson('/api/v1/workspace', ['short_base' => "https://$host"])->assertOk();
        $link = ($this->as)($user)->postJson('/api/v1/resolver', ['path' => '/01/09520123456788', 'type' => 'pip', 'href' => $href, 'title' => 'Honey', 'default' => true]);
        if ($user === $this->user) {
            $link->assertCreated()->assertJsonPath('address', 'https://go.fennmoor.example/01/09520123456788');
        }
    }
    ($this->visit)('go.fennmoor.example', '/01/09520123456788')->assertRedirect('https://fennmoor.example/honey');
    ($this->visit)('go.moor.example', '/01/09520123456788')->assertNotFound();
    expect(($this->visit)('go.fennmoor.example', '/01/09520123456788?linkType=all')->json('linkset.0.anchor'))->toBe('https://go.fennmoor.example/01/09520123456788');
});

it('takes a host from what was asked, whatever was sent', function (mixed $sent, string $host) {
    expect(OwnHosts::asked(['HTTP_HOST' => $sent]))->toBe($host);
})->with([['go.fennmoor.example', 'go.fennmoor.example'], ['GO.Fennmoor.Example:8443', 'go.fennmoor.example'], ['../../etc/passwd', ''], ['a..b', ''], ["go\0x", ''], [['a'], ''], ['', ''], [str_repeat('a', 300), ''], ['.part', '']]);
