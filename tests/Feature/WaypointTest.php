<?php

declare(strict_types=1);

use App\Jobs\PruneLeftovers;
use App\Models\User;
use App\Models\Waypoint;
use App\Models\Workspace;
use App\Waypoints\DaySalt;
use App\Waypoints\Door;
use App\Waypoints\RouteFiles;
use App\Waypoints\TrailBuffer;
use App\Waypoints\WriteTrail;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Reader;

const PHONE = ['HTTP_USER_AGENT' => 'Mozilla/5.0 (Linux; Android 14; K) Chrome/120 Mobile Safari/537.36', 'HTTP_ACCEPT_LANGUAGE' => 'en-GB'];

beforeEach(function () {
    Queue::fake();
    $this->folder = sys_get_temp_dir().'/kg-door-'.bin2hex(random_bytes(6));
    foreach ([RouteFiles::class, TrailBuffer::class, DaySalt::class] as $kept) {
        $this->app->bind($kept, fn () => new $kept($this->folder));
    }
    $this->user = User::factory()->create();
    $this->withHeaders([...keyOf($this->user), 'Accept' => 'application/json']);
    $this->make = fn (array $route = [], array $more = []) => $this->postJson('/api/v1/waypoints', ['name' => 'Swarm hotline', 'route' => ['else' => ['link' => 'https://fennmoor.example/swarm'], ...$route], 'publish' => true, ...$more]);
    $this->scan = fn (string $code, array $server = PHONE, string $method = 'GET', array $form = []) => $this->call($method, "/q/$code", $form, [], [], $server);
    $this->write = fn (): int => array_sum(array_map(fn (string $file): int => (new WriteTrail)->write($file), (new TrailBuffer($this->folder))->batches()));
});

afterEach(fn () => exec('rm -rf '.escapeshellarg($this->folder)));

it('answers what was published, in capitals too, and keeps answering it while a draft is changed', function () {
    $way = ($this->make)()->assertCreated()->assertJsonPath('state', 'live')->assertJsonPath('revision', 1)->json();
    expect($way['code'])->toMatch('/^[2-9CDFGHJKMNPQRTVWXYZ]{6}$/')->and($way['text'])->toBe(strtoupper($way['address']));
    ($this->scan)($way['code'])->assertRedirect('https://fennmoor.example/swarm')->assertHeader('Cache-Control', 'no-store, private')->assertHeader('Referrer-Policy', 'no-referrer');
    $this->get('/Q/'.strtolower($way['code']))->assertRedirect('https://fennmoor.example/swarm');
    $this->patchJson("/api/v1/waypoints/{$way['id']}", ['route' => ['else' => ['link' => 'https://fennmoor.example/moved']]])->assertOk()->assertJsonPath('changed', true)->assertJsonPath('published.content.else.link', 'https://fennmoor.example/swarm');
    ($this->scan)($way['code'])->assertRedirect('https://fennmoor.example/swarm');
    $this->postJson("/api/v1/waypoints/{$way['id']}/publish")->assertOk()->assertJsonPath('revision', 2)->assertJsonPath('changed', false);
    ($this->scan)($way['code'])->assertRedirect('https://fennmoor.example/moved');
    // Publishing the same again changes nothing.
    $this->postJson("/api/v1/waypoints/{$way['id']}/publish")->assertJsonPath('revision', 2);
    $this->postJson("/api/v1/waypoints/{$way['id']}/revisions/1/restore")->assertJsonPath('revision', 3)->assertJsonPath('revisions.0.by', $this->user->name);
    ($this->scan)($way['code'])->assertRedirect('https://fennmoor.example/swarm');
    $this->postJson("/api/v1/waypoints/{$way['id']}/revisions/9/restore")->assertStatus(422);
});

it('answers nothing for a draft, and for codes that never were', function () {
    $way = ($this->make)([], ['publish' => false])->assertJsonPath('state', 'draft')->json();
    ($this->scan)($way['code'])->assertNotFound()->assertSee('Nothing is behind this code');
    foreach (['ZZZZZZ', 'a', 'x%00y', '..', str_repeat('A', 150)] as $code) {
        $this->get("/q/$code")->assertNotFound();
    }
});

it('never gives a code out again, nor one that looks like it', function () {
    $way = ($this->make)([], ['code' => 'swarm-10'])->assertCreated()->assertJsonPath('code', 'SWARM-10')->json();
    ($this->make)([], ['code' => 'SWARM-10'])->assertStatus(422)->assertJsonPath('errors.0.pointer', '#/code');
    ($this->make)([], ['code' => '5WARM-IO'])->assertStatus(422);
    ($this->make)([], ['code' => 'a b'])->assertStatus(422);
    $this->deleteJson("/api/v1/waypoints/{$way['id']}")->assertNoContent();
    ($this->scan)('SWARM-10')->assertNotFound();
    ($this->make)([], ['code' => 'SWARM-10'])->assertStatus(422);
    $this->postJson("/api/v1/waypoints/{$way['id']}/restore")->assertOk();
    ($this->scan)('SWARM-10')->assertRedirect('https://fennmoor.example/swarm');
});

it('lets rules answer, adds tags, and says in a try what it did', function () {
    $way = ($this->make)(['rules' => [['when' => [['language' => ['cy']]], 'to' => ['link' => 'https://fennmoor.example/cy']], ['when' => [['country' => ['FR']]], 'to' => ['link' => 'tel:+442079460123']]], 'tags' => ['source' => 'tag']])->json();
    ($this->scan)($way['code'], [...PHONE, 'HTTP_ACCEPT_LANGUAGE' => 'cy-GB,en'])->assertRedirect('https://fennmoor.example/cy?source=tag');
    // 198.51.100.0/24 is French in the table that ships.
    expect(($this->scan)($way['code'], [...PHONE, 'REMOTE_ADDR' => '198.51.100.7'])->headers->get('Location'))->toBe('tel:+442079460123');
    $tried = $this->postJson("/api/v1/waypoints/{$way['id']}/try", ['language' => 'en', 'country' => 'FR', 'device' => 'phone'])->assertOk()->json();
    expect($tried)->toMatchArray(['rule' => 1, 'over' => false, 'words' => 'tel:+442079460123'])->and($tried['why'][0])->toBe(['rule' => 0, 'holds' => false, 'words' => 'Not so: the language is cy']);
    $this->postJson("/api/v1/waypoints/{$way['id']}/try", ['language' => 'de'])->assertJsonPath('rule', null)->assertJsonPath('link', 'https://fennmoor.example/swarm?source=tag');
});

it('takes the country from a header alone where one is named', function () {
    $way = ($this->make)(['rules' => [['when' => [['country' => ['BE']]], 'to' => ['link' => 'https://fennmoor.example/be']]]])->json();
    $asked = fn () => ($this->scan)($way['code'], [...PHONE, 'HTTP_X_COUNTRY' => 'be'])->headers->get('Location');
    expect($asked())->toBe('https://fennmoor.example/swarm');
    config(['keen.country_header' => 'HTTP_X_COUNTRY']);
    expect($asked())->toBe('https://fennmoor.example/be');
});

it('gives files and texts, escaped', function () {
    $way = ($this->make)(['else' => ['contact' => ['given_name' => 'Ines', 'family_name' => 'Calder', 'phones' => [['number' => '+442079460123']]]], 'rules' => [['when' => [['device' => ['tablet']]], 'to' => ['text' => '<script>alert(1)</script>']]]])->assertCreated()->json();
    expect(($this->scan)($way['code'])->assertHeader('Content-Type', 'text/vcard; charset=utf-8')->getContent())->toContain('FN:Ines Calder');
    $page = ($this->scan)($way['code'], ['HTTP_USER_AGENT' => 'Mozilla/5.0 (iPad; CPU OS 16)'])->assertOk()->assertSee('<script>alert(1)</script>');
    expect($page->getContent())->not->toContain('<script>')->and($page->headers->get('Content-Security-Policy'))->toContain("default-src 'none'");
});

it('pauses, ends by day and by number, and goes on to what comes then', function () {
    $way = ($this->make)(['ends_after' => 2, 'then' => ['link' => 'https://fennmoor.example/closed']])->json();
    $to = fn (): ?string => ($this->scan)($way['code'])->headers->get('Location');
    // Programs that look first take no number.
    ($this->scan)($way['code'], ['HTTP_USER_AGENT' => 'SomeBot/1.0']);
    ($this->scan)($way['code'], PHONE, 'HEAD');
    expect([$to(), $to(), $to()])->toBe(['https://fennmoor.example/swarm', 'https://fennmoor.example/swarm', 'https://fennmoor.example/closed']);
    $this->postJson("/api/v1/waypoints/{$way['id']}/state", ['paused' => true, 'message' => 'Back on <Monday>'])->assertJsonPath('state', 'paused');
    ($this->scan)($way['code'])->assertStatus(503)->assertSee('Back on <Monday>');
    $this->postJson("/api/v1/waypoints/{$way['id']}/state", ['paused' => false])->assertJsonPath('state', 'live');
    expect($to())->toBe('https://fennmoor.example/closed');
    $past = ($this->make)(['ends_at' => '2020-01-01T00:00:00Z'])->json();
    ($this->scan)($past['code'])->assertStatus(410)->assertSee('has ended');
    expect($past['faults'][0]['message'])->toContain('It ended on');
});

it('asks for a passphrase, kept as a hash, and lets nobody guess on', function () {
    $way = ($this->make)()->json();
    $this->postJson("/api/v1/waypoints/{$way['id']}/state", ['passphrase' => 'heather'])->assertJsonPath('locked', true);
    ($this->scan)($way['code'])->assertOk()->assertSee('A passphrase is needed');
    ($this->scan)($way['code'], PHONE, 'POST', ['passphrase' => 'heather'])->assertRedirect('https://fennmoor.example/swarm');
    foreach (range(1, 10) as $try) {
        ($this->scan)($way['code'], PHONE, 'POST', ['passphrase' => "guess $try"])->assertForbidden();
    }
    ($this->scan)($way['code'], PHONE, 'POST', ['passphrase' => 'heather'])->assertStatus(429);
    expect(Waypoint::query()->firstOrFail()->passphrase)->toStartWith('$argon2id$');
    $this->postJson("/api/v1/waypoints/{$way['id']}/state", ['passphrase' => null])->assertJsonPath('locked', false);
});

it('asks for the place where a rule needs it, and goes on without', function () {
    $way = ($this->make)(['rules' => [['when' => [['near' => ['lat' => 54.0, 'lng' => -2.0, 'km' => 5]]], 'to' => ['link' => 'https://fennmoor.example/near']]]])->json();
    ($this->scan)($way['code'])->assertOk()->assertSee('Where are you?');
    ($this->scan)($way['code'], PHONE, 'POST', ['lat' => '54.01', 'lng' => '-2.01'])->assertRedirect('https://fennmoor.example/near');
    ($this->scan)($way['code'], PHONE, 'POST', ['refused' => '1'])->assertRedirect('https://fennmoor.example/swarm');
    ($this->scan)($way['code'], PHONE, 'POST', ['lat' => '900', 'lng' => 'x'])->assertOk()->assertSee('Where are you?');
});

it('asks for a passphrase and then for the place, each once', function () {
    $way = ($this->make)(['rules' => [['when' => [['near' => ['lat' => 54.0, 'lng' => -2.0, 'km' => 5]]], 'to' => ['link' => 'https://fennmoor.example/near']]]])->json();
    $this->postJson("/api/v1/waypoints/{$way['id']}/state", ['passphrase' => 'heather']);
    $page = ($this->scan)($way['code'], PHONE, 'POST', ['passphrase' => 'heather'])->assertSee('Where are you?')->getContent();
    preg_match('/name="pass" value="([^"]+)"/', $page, $match);
    ($this->scan)($way['code'], PHONE, 'POST', ['pass' => $match[1], 'lat' => '54.01', 'lng' => '-2.01'])->assertRedirect('https://fennmoor.example/near');
    foreach (['', '9999999999.x', '1.'.explode('.', $match[1])[1]] as $forged) {
        ($this->scan)($way['code'], PHONE, 'POST', ['pass' => $forged, 'refused' => '1'])->assertSee('A passphrase is needed');
    }
    $this->postJson("/api/v1/waypoints/{$way['id']}/state", ['passphrase' => 'clover']);
    ($this->scan)($way['code'], PHONE, 'POST', ['pass' => $match[1], 'refused' => '1'])->assertSee('A passphrase is needed');
});

it('removes a deleted waypoint with its trail after thirty days, and keeps its code taken', function () {
    $way = ($this->make)([], ['code' => 'SWARM-10'])->json();
    ($this->scan)($way['code']);
    ($this->write)();
    $this->deleteJson("/api/v1/waypoints/{$way['id']}");
    (new PruneLeftovers)->handle();
    expect(DB::table('scans')->count())->toBe(1);
    $this->travel(31)->days();
    (new PruneLeftovers)->handle();
    expect(DB::table('scans')->count() + DB::table('trail_hours')->count() + DB::table('trail_days')->count() + DB::table('waypoints')->count())->toBe(0);
    ($this->make)([], ['code' => 'SWARM-10'])->assertStatus(422);
});

it('puts a page before hosts of others when the workspace asks for it', function () {
    $way = ($this->make)()->json();
    $this->patchJson('/api/v1/workspace', ['ask_before_leaving' => true, 'own_hosts' => ['other.example']])->assertOk();
    ($this->scan)($way['code'])->assertOk()->assertSee('Go on to fennmoor.example');
    $this->patchJson('/api/v1/workspace', ['own_hosts' => ['fennmoor.example']])->assertOk();
    ($this->scan)($way['code'])->assertRedirect('https://fennmoor.example/swarm');
    $this->patchJson('/api/v1/workspace', ['own_hosts' => ['not a host']])->assertStatus(422);
});

it('finds circles and waypoints that lead nowhere', function () {
    $first = ($this->make)()->json();
    $second = ($this->make)(['else' => ['link' => strtolower($first['address'])]])->assertJsonPath('faults', [])->json();
    $faults = $this->patchJson("/api/v1/waypoints/{$first['id']}", ['route' => ['else' => ['link' => $second['text']]]])->json('faults');
    expect($faults[0]['message'])->toContain('in a circle')->and($faults[0]['rule'])->toBe(-1);
    expect(($this->make)(['else' => ['link' => substr($first['address'], 0, -6).'ZZZZZZ']])->json('faults.0.message'))->toContain('no such waypoint');
});

it('names what is wrong where it stands', function () {
    ($this->make)(['else' => ['link' => 'javascript:alert(1)']])->assertStatus(422)->assertJsonPath('errors.0.pointer', '#/route/else/link');
    ($this->make)(['rules' => [['when' => [['hours' => ['from' => '9', 'to' => '10:00']]], 'to' => ['link' => 'https://a.example']]]])->assertStatus(422)->assertJsonPath('errors.0.pointer', '#/route/rules/0/when/0/hours/from');
});

it('has a symbol at its address that reads as the address in capitals', function () {
    $way = ($this->make)()->json();
    $png = $this->get("/q/{$way['code']}.png")->assertOk()->assertHeader('Content-Type', 'image/png')->getContent();
    expect((new Reader)->read((new PictureDecoder)->decode($png))->readings[0]->symbol->content->text)->toBe($way['text']);
    $this->get('/q/ZZZZZZ.svg')->assertNotFound();
});

it('answers at the door without the framework, the same way', function () {
    $way = ($this->make)(['rules' => [['when' => [['device' => ['phone']]], 'to' => ['link' => 'https://fennmoor.example/phone']]], 'tags' => ['source' => 'tag']])->json();
    ($this->scan)($way['code']);
    $server = ['REQUEST_METHOD' => 'GET', 'REQUEST_URI' => "/q/{$way['code']}?x=1", 'REMOTE_ADDR' => '203.0.113.9', ...PHONE];
    $reply = Door::answer($server, $this->folder, '');
    expect($reply?->status)->toBe(302)->and($reply?->headers['Location'])->toBe('https://fennmoor.example/phone?source=tag')->and($reply?->rule)->toBe(0);
    // What needs more is left to the application.
    expect(Door::answer([...$server, 'REQUEST_METHOD' => 'POST'], $this->folder, ''))->toBeNull()->and(Door::answer([...$server, 'REQUEST_URI' => '/q/ZZZZZZ'], $this->folder, ''))->toBeNull();
    $this->postJson("/api/v1/waypoints/{$way['id']}/state", ['passphrase' => 'heather']);
    expect(Door::answer($server, $this->folder, ''))->toBeNull();
});

it('keeps an older copy from taking a newer one’s place', function () {
    $way = ($this->make)()->json();
    $old = Waypoint::query()->with('workspace')->firstOrFail()->open();
    $this->patchJson("/api/v1/waypoints/{$way['id']}", ['route' => ['else' => ['link' => 'https://fennmoor.example/new']]]);
    $this->postJson("/api/v1/waypoints/{$way['id']}/publish");
    ($this->scan)($way['code']);
    $files = new RouteFiles($this->folder);
    $files->put($old);
    expect($files->get($way['code'])?->route?->else->content)->toBe('https://fennmoor.example/new');
});

it('keeps a trail of scans, each once, told apart from bots, previews and looks', function () {
    $way = ($this->make)(['rules' => [['when' => [['language' => ['cy']]], 'to' => ['link' => 'https://fennmoor.example/cy']]]])->json();
    foreach (['203.0.113.1', '203.0.113.1', '192.0.2.5'] as $address) {
        ($this->scan)($way['code'], [...PHONE, 'REMOTE_ADDR' => $address, 'HTTP_REFERER' => 'https://Forum.example/thread?secret=1']);
    }
    ($this->scan)($way['code'], [...PHONE, 'HTTP_ACCEPT_LANGUAGE' => 'cy']);
    ($this->scan)($way['code'], ['HTTP_USER_AGENT' => 'curl/8']);
    ($this->scan)($way['code'], [...PHONE, 'HTTP_SEC_PURPOSE' => 'prefetch']);
    ($this->scan)($way['code'], PHONE, 'HEAD');
    expect(($this->write)())->toBe(7)->and(($this->write)())->toBe(0);
    $trail = $this->getJson("/api/v1/waypoints/{$way['id']}/trail")->assertOk()->json();
    expect($trail)->toMatchArray(['scans' => 4, 'visitors' => 3, 'others' => 3, 'before' => 0])->and($trail['days'])->toHaveCount(30)->and(end($trail['days'])['scans'])->toBe(4)
        ->and(array_column($trail['rules'], 'scans', 'value'))->toBe(['-1' => 3, '0' => 1])->and(array_column($trail['sorts'], 'scans', 'value'))->toEqual(['scan' => 4, 'bot' => 1, 'head' => 1, 'preview' => 1])
        ->and(array_column($trail['countries'], 'scans', 'value'))->toEqual(['BE' => 2, 'GB' => 1, '' => 1])->and($trail['referrers'][0])->toBe(['value' => 'forum.example', 'scans' => 3])->and($trail['latest'])->toHaveCount(7);
    $this->getJson("/api/v1/waypoints/{$way['id']}")->assertJsonPath('scans', 4);
    // Nothing of an address or an agent is kept, in the database or on the way to it.
    expect(json_encode(DB::select('SELECT * FROM scans')))->not->toContain('203.0.113')->not->toContain('Android 14')->not->toContain('secret');
});

it('writes a batch once, whoever was killed when', function () {
    $way = ($this->make)()->json();
    ($this->scan)($way['code']);
    $batch = (new TrailBuffer($this->folder))->batches()[0];
    copy($batch, "$this->folder/copy");
    expect((new WriteTrail)->write($batch))->toBe(1);
    // Killed after the database had it, before the file was gone.
    copy("$this->folder/copy", $batch);
    expect((new WriteTrail)->write($batch))->toBe(0)->and(is_file($batch))->toBeFalse()->and(DB::table('scans')->count())->toBe(1);
    // A line that a full disk cut off is none.
    file_put_contents("$this->folder/trail/batch-x.log", substr((string) file_get_contents("$this->folder/copy"), 0, 40));
    expect(($this->write)())->toBe(0);
});

it('counts what it could not keep', function () {
    $buffer = new TrailBuffer($this->folder);
    expect($buffer->add(['a']))->toBeTrue()->and($buffer->dropped())->toBe(0);
    unlink("$this->folder/trail/open.log");
    mkdir("$this->folder/trail/open.log");
    expect($buffer->add(['a']))->toBeFalse()->and($buffer->add(['a']))->toBeFalse()->and($buffer->dropped())->toBe(2);
});

it('tells hooks of the first scan and of what is published', function () {
    $hook = $this->postJson('/api/v1/hooks', ['name' => 'Board', 'url' => 'https://93.184.216.34/', 'events' => ['waypoint.published', 'waypoint.first_scan']])->json('hook.id');
    $way = ($this->make)()->json();
    foreach (range(1, 2) as $round) {
        ($this->scan)($way['code']);
        ($this->write)();
    }
    expect(DB::table('hook_deliveries')->where('hook_id', $hook)->orderBy('type')->pluck('type')->all())->toBe(['waypoint.first_scan', 'waypoint.published']);
});

it('finds waypoints by name, code and what is behind them', function () {
    ($this->make)();
    ($this->make)(['else' => ['link' => 'https://fennmoor.example/honey']], ['name' => 'Show', 'code' => 'HONEY-SHOW']);
    $found = fn (string $query): array => $this->getJson("/api/v1/waypoints?query=$query")->assertOk()->json('data.*.name');
    expect($found('hotline'))->toBe(['Swarm hotline'])->and($found('honey-s'))->toBe(['Show'])->and($found('example/swarm'))->toBe(['Swarm hotline'])->and($found('%25'))->toBe([])->and($found(''))->toHaveCount(2);
});

it('keeps the trail’s days in the zone of the workspace', function () {
    $way = ($this->make)()->json();
    Workspace::query()->whereKey(Waypoint::query()->value('workspace_id'))->update(['zone' => 'Pacific/Auckland']);
    $this->travelTo('2027-06-11 13:30:00');
    ($this->scan)($way['code']);
    $this->travelBack();
    $line = json_encode(['2027-06-11T13:30:00.000000+00:00', $way['id'], 1, -1, 'scan', 'phone', 'android', 'en', '', '', 'abc']);
    file_put_contents("$this->folder/trail/batch-zone.log", "$line\n");
    ($this->write)();
    $trail = $this->getJson("/api/v1/waypoints/{$way['id']}/trail?from=2027-06-12&until=2027-06-12")->assertOk()->json();
    expect($trail['scans'])->toBe(1)->and($trail['hours'])->toBe([['hour' => 1, 'scans' => 1]]);
    $this->getJson("/api/v1/waypoints/{$way['id']}/trail?from=2027-06-12&until=2027-06-11")->assertStatus(422);
});

it('asks the links of a route whether they answer, and nothing on this machine', function () {
    $way = ($this->make)(['else' => ['link' => 'http://127.0.0.1:9/x'], 'rules' => [['when' => [['language' => ['cy']]], 'to' => ['link' => 'https://nobody.invalid/']], ['when' => [['language' => ['fr']]], 'to' => ['link' => 'tel:+442079460123']]]])->assertCreated()->json();
    $answers = $this->postJson("/api/v1/waypoints/{$way['id']}/ask")->assertOk()->json('data');
    expect(array_column($answers, 'rule'))->toBe([0, null])->and(array_column($answers, 'holds'))->toBe([false, false])
        ->and($answers[0]['says'])->toContain('has no address')->and($answers[1]['says'])->toContain('not on the open internet');
});

it('serves a schema by which routes are checked before they are sent', function () {
    $schema = json_decode((string) $this->getJson('/api/v1/waypoints/schema')->assertOk()->getContent());
    $holds = static fn (array $route): bool => (new Opis\JsonSchema\Validator)->validate(json_decode((string) json_encode($route)), $schema)->isValid();
    $rules = [['when' => [['hours' => ['from' => '21:00', 'to' => '06:00', 'zone' => 'Europe/London']], ['share' => ['from' => 0, 'to' => 50]]], 'to' => ['page' => 'INES']]];
    expect($holds(['else' => ['link' => 'https://fennmoor.example/'], 'rules' => $rules]))->toBeTrue()
        ->and($holds(['rules' => $rules]))->toBeFalse()->and($holds(['else' => ['link' => 'x', 'text' => 'y']]))->toBeFalse()
        ->and($holds(['else' => ['text' => 'x'], 'rules' => [['when' => [['device' => ['toaster']]], 'to' => ['text' => 'y']]]]))->toBeFalse();
});
