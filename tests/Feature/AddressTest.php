<?php

declare(strict_types=1);

use App\Actions\ManageKey;
use App\Addresses\PictureStore;
use App\Keys\KeySort;
use App\Keys\SigningSecret;
use App\Models\Glyph;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Testing\TestResponse;
use KeenGlyph\Core\Address\PictureAddress;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Read\Reader;

/** What a picture says, read from its pixels; null when there is no code in it. */
function readFrom(TestResponse $picture): ?string
{
    return (new Reader)->read((new PictureDecoder)->decode((string) $picture->getContent()))->readings[0]->symbol->content->text ?? null;
}

beforeEach(function () {
    Storage::fake('pictures');
    $this->user = User::factory()->create();
    $this->withHeaders([...keyOf($this->user), 'Accept' => 'application/json']);
    $this->key = fn (array $given = []) => app(ManageKey::class)->create($this->user, workspaceOf($this->user), ['name' => 'Newsletter', 'sort' => KeySort::Publishable, ...$given])[0];
    /** An address that a host's own program signs. */
    $this->signed = fn ($key, array $values, PictureFormat $format = PictureFormat::Png): string => (new PictureAddress(''))->composed(['key' => (string) $key->public, ...$values], $format, SigningSecret::of($key));
    /** Fetches as a stranger's mail program or page. */
    $this->fetch = function (string $url, array $headers = []) {
        app('auth')->forgetGuards();

        return $this->flushHeaders()->get($url, ['Accept' => 'image/*', ...$headers]);
    };
});

it('draws what an address says, the same bytes for ever, for everybody to keep', function () {
    $key = ($this->key)();
    $url = ($this->signed)($key, ['text' => 'https://fennmoor.example/m/41', 'level' => 'Q', 'size_px' => '300']);
    $first = ($this->fetch)($url)->assertOk()->assertHeader('Content-Type', 'image/png')->assertHeader('Access-Control-Allow-Origin', '*')->assertHeader('Cross-Origin-Resource-Policy', 'cross-origin');
    expect(readFrom($first))->toBe('https://fennmoor.example/m/41')
        ->and($first->headers->get('Cache-Control'))->toContain('public')->toContain('immutable')
        ->and($first->headers->getCookies())->toBe([])
        ->and($first->headers->get('ETag'))->toMatch('/^"[0-9a-f]{40}"$/');
    expect(($this->fetch)($url)->getContent())->toBe($first->getContent());
    expect(($this->fetch)("$url&download=1")->assertOk()->headers->get('Content-Disposition'))->toContain('attachment')->toContain('fennmoor-example-m-41');
});

it('lets nobody change what was signed, and says so in a picture of that format and size', function () {
    $key = ($this->key)();
    $url = ($this->signed)($key, ['text' => 'https://fennmoor.example/m/{{no}}', 'open' => 'm.no', 'm.no' => '41', 'size_px' => '300']);
    expect(readFrom(($this->fetch)($url)->assertOk()))->toBe('https://fennmoor.example/m/41')
        ->and(readFrom(($this->fetch)(str_replace('m.no=41', 'm.no=17%2FB%20%26%20c', $url))->assertOk()))->toBe('https://fennmoor.example/m/17%2FB%20%26%20c');
    $other = ($this->key)();
    $changed = [
        str_replace('fennmoor', 'heathside', $url), "$url&level=H", "$url&m.other=1", str_replace('code.png', 'code.svg', $url), preg_replace('/sig=[^&]+/', 'sig='.str_repeat('A', 43), $url),
        preg_replace('/sig=[^&]+&?/', '', $url), preg_replace('/sig=([^&]+)/', 'sig=$1$1', $url), str_replace((string) $key->public, (string) $other->public, $url), str_replace('open=m.no', 'open=m.no%2Ctext', $url),
    ];
    foreach ($changed as $bad) {
        $answer = ($this->fetch)($bad)->assertForbidden();
        expect($answer->headers->get('Cache-Control'))->toContain('no-store');
        if (str_contains($bad, '.png')) {
            expect(getimagesizefromstring((string) $answer->getContent()))->toMatchArray([300, 300])->and(readFrom($answer))->toBeNull();
        }
    }
    ($this->fetch)("$url&text=again")->assertStatus(400);
    ($this->fetch)($url.'&name='.str_repeat('a', 8000))->assertStatus(400);
    expect(($this->fetch)($changed[0], ['Accept' => 'application/problem+json'])->assertForbidden()->json('detail'))->toContain('signature');
});

it('warns in words where a mail program put in nothing, or its own placeholder', function (string $value) {
    $url = ($this->signed)(($this->key)(), ['text' => 'https://fennmoor.example/m/{{no}}', 'open' => 'm.no', 'm.no' => '41']);
    $answer = ($this->fetch)(str_replace('m.no=41', 'm.no='.$value, $url), ['Accept' => 'application/problem+json'])->assertUnprocessable();
    expect($answer->json('detail'))->toContain('no');
})->with(['nothing' => '', 'its placeholder' => '%7B%7Bno%7D%7D']);

it('ends when it was signed to end, when its secret is rotated out, and when its key is revoked', function () {
    $key = ($this->key)();
    $soon = ($this->signed)($key, ['text' => 'hive', 'exp' => (string) (time() + 60)]);
    expect((int) preg_replace('/.*max-age=(\d+).*/', '$1', (string) ($this->fetch)($soon)->assertOk()->headers->get('Cache-Control')))->toBeLessThanOrEqual(60);
    ($this->fetch)(($this->signed)($key, ['text' => 'hive', 'exp' => (string) (time() - 1)]))->assertStatus(410);
    ($this->fetch)(($this->signed)($key, ['text' => 'hive', 'exp' => 'never']))->assertStatus(400);
    $old = ($this->signed)($key, ['text' => 'hive']);
    app(ManageKey::class)->rotate($key, 24);
    ($this->fetch)($old)->assertOk();
    ($this->fetch)(($this->signed)($key, ['text' => 'hive']))->assertOk();
    app(ManageKey::class)->endOverlap($key, null);
    ($this->fetch)($old)->assertForbidden();
    app(ManageKey::class)->revoke($key);
    ($this->fetch)(($this->signed)($key, ['text' => 'hive']))->assertForbidden();
});

it('draws unsigned for the pages that a key lists, and keeps that to them', function () {
    $key = ($this->key)(['must_sign' => false, 'origins' => ['https://www.fennmoor.example']]);
    $url = (new PictureAddress(''))->composed(['key' => (string) $key->public, 'text' => 'hive'], PictureFormat::Png);
    $there = ($this->fetch)($url, ['Referer' => 'https://www.fennmoor.example/jars?page=2'])->assertOk();
    expect($there->headers->get('Cache-Control'))->toContain('private')->and($there->headers->get('X-Accel-Expires'))->toBe('0')->and($there->headers->get('Vary'))->toContain('Referer');
    ($this->fetch)($url, ['Origin' => 'https://www.fennmoor.example'])->assertOk();
    foreach ([[], ['Referer' => 'https://heathside.example/www.fennmoor.example'], ['Origin' => 'https://heathside.example', 'Referer' => 'https://www.fennmoor.example/']] as $elsewhere) {
        ($this->fetch)($url, $elsewhere)->assertForbidden();
    }
    $must = ($this->key)(['origins' => ['https://www.fennmoor.example']]);
    ($this->fetch)(str_replace((string) $key->public, (string) $must->public, $url), ['Origin' => 'https://www.fennmoor.example'])->assertForbidden();
});

it('keeps each key to its own bound, whoever drew the picture before', function () {
    [$large, $small] = [($this->key)(['max_px' => 1000]), ($this->key)(['max_px' => 300])];
    $values = ['text' => 'hive', 'size_px' => '600'];
    ($this->fetch)(($this->signed)($large, $values))->assertOk();
    ($this->fetch)(($this->signed)($small, $values))->assertUnprocessable();
});

it('counts what is drawn, and says when there is nothing left', function () {
    $key = ($this->key)(['quota' => 2]);
    foreach (['a', 'b'] as $text) {
        ($this->fetch)(($this->signed)($key, ['text' => $text]))->assertOk();
    }
    ($this->fetch)(($this->signed)($key, ['text' => 'c']))->assertStatus(429)->assertHeader('Retry-After');
    // What was drawn already costs nothing.
    ($this->fetch)(($this->signed)($key, ['text' => 'a']))->assertOk();
});

it('refuses what cannot be drawn in words, never with a fault of its own', function (array $values, int $status) {
    ($this->fetch)(($this->signed)(($this->key)(['max_px' => 1000]), $values, PictureFormat::Svg))->assertStatus($status);
})->with([
    'no text' => [[], 422], 'an empty text' => [['text' => ''], 422], 'an unknown name' => [['text' => 'a', 'colour' => 'red'], 422], 'a wrong level' => [['text' => 'a', 'level' => 'X'], 422], 'a wrong ink' => [['text' => 'a', 'dark' => 'red'], 422],
    'a wrong number' => [['text' => 'a', 'size_px' => '1e3'], 422], 'too large' => [['text' => 'a', 'size_px' => '1001'], 422], 'two sizes' => [['text' => 'a', 'size_px' => '300', 'module_px' => '4'], 422], 'no such finish' => [['text' => 'a', 'finish' => 'None'], 422],
    'no such revision' => [['text' => 'a', 'finish' => 'Jar@9'], 422], 'a payload with errors' => [['text' => 'WIFI:S:Hive'], 422], 'too much text' => [['text' => str_repeat('a', 3500)], 422], 'wrong fields' => [['kind' => 'wifi', 'f.ssid' => 'Hive', 'f.password' => 'x'], 422],
    'fields' => [['kind' => 'wifi', 'f.ssid' => 'Honey House', 'f.password' => 'clover&lime7'], 200], 'a list of fields' => [['kind' => 'contact', 'f.given_name' => 'Ines', 'f.phones.0.number' => '+442079460123'], 200],
    'an open text' => [['text' => 'a', 'open' => 'text'], 400], 'an open key' => [['text' => 'a', 'open' => 'key'], 400],
]);

it('names finishes as they are now, or one revision of them', function () {
    $finish = $this->postJson('/api/v1/finishes', ['name' => 'Jar label', 'finish' => ['dark' => '#2B1A0E']])->assertCreated()->json('id');
    $this->patchJson("/api/v1/finishes/$finish", ['finish' => ['dark' => '#143D2B']])->assertOk();
    $key = ($this->key)();
    $get = fn (string $name) => ($this->fetch)(($this->signed)($key, ['text' => 'hive', 'finish' => $name], PictureFormat::Svg))->assertOk();
    expect($get('Jar label')->getContent())->toContain('#143D2B')->and($get('jar LABEL@1')->getContent())->toContain('#2B1A0E')
        ->and($get('Jar label@2')->headers->get('Cache-Control'))->toContain('immutable')
        ->and($get('Jar label')->headers->get('Cache-Control'))->not->toContain('immutable');
});

it('gives a saved glyph an address: the current revision, one for ever, and none when it is taken back', function () {
    $glyph = $this->postJson('/api/v1/glyphs', jar())->assertCreated()->json('id');
    expect($this->getJson("/api/v1/glyphs/$glyph")->json('address'))->toBeNull();
    $address = $this->putJson("/api/v1/glyphs/$glyph/address")->assertOk()->json('address');
    expect($this->putJson("/api/v1/glyphs/$glyph/address")->json('address'))->toBe($address);
    $mine = keyOf($this->user);
    $path = (string) parse_url(str_replace('.svg', '.png', $address['url']), PHP_URL_PATH);
    $forEver = str_replace('.png', '-r1.png', $path);
    expect(readFrom(($this->fetch)($path)->assertOk()))->toBe(jar()['text']);
    $this->withHeaders([...$mine, 'Accept' => 'application/json'])->patchJson("/api/v1/glyphs/$glyph", ['text' => 'https://fennmoor.example/jar/2'])->assertOk();
    expect(readFrom(($this->fetch)($path)->assertOk()))->toBe('https://fennmoor.example/jar/2')->and(readFrom(($this->fetch)($forEver)->assertOk()))->toBe(jar()['text']);
    ($this->fetch)("$path?text=other")->assertUnprocessable();
    ($this->fetch)("$path?size_px=9000")->assertUnprocessable();
    expect(getimagesizefromstring((string) ($this->fetch)("$path?size_px=512")->assertOk()->getContent())[0])->toBe(512);
    foreach ([str_replace('.png', '-r9.png', $path), '/s/1/AAAAAAAAAAAAAAAAAAAAAA.svg', '/s/2'.substr($path, 4), '/s/1/x.svg'] as $absent) {
        ($this->fetch)($absent)->assertNotFound();
    }
    $this->withHeaders([...$mine, 'Accept' => 'application/json'])->deleteJson("/api/v1/glyphs/$glyph/address")->assertOk()->assertJsonPath('address', null);
    ($this->fetch)($path)->assertNotFound();
    $again = $this->withHeaders([...$mine, 'Accept' => 'application/json'])->putJson("/api/v1/glyphs/$glyph/address")->json('address.token');
    expect($again)->not->toBe($address['token']);
    $this->deleteJson("/api/v1/glyphs/$glyph")->assertNoContent();
    ($this->fetch)("/s/1/$again.svg")->assertStatus(410);
});

it('ends the web server’s copies of a glyph when it changes, and of a key when it is revoked', function () {
    $folder = sys_get_temp_dir().'/kg-'.bin2hex(random_bytes(4));
    config(['keen.edge.copies' => "$folder/copies", 'keen.edge.tags' => "$folder/tags"]);
    $copy = function (string $uri) use ($folder): string {
        $name = md5($uri);
        @mkdir($at = "$folder/copies/$name[31]/".substr($name, 29, 2), 0700, true);
        touch("$at/$name");

        return "$at/$name";
    };
    $glyph = $this->postJson('/api/v1/glyphs', jar())->json('id');
    $url = (string) parse_url($this->putJson("/api/v1/glyphs/$glyph/address")->json('address.url'), PHP_URL_PATH);
    $key = ($this->key)();
    $signed = ($this->signed)($key, ['text' => 'hive']);
    $mine = keyOf($this->user);
    ($this->fetch)($url)->assertOk();
    ($this->fetch)($signed)->assertOk();
    [$ofGlyph, $ofKey] = [$copy($url), $copy($signed)];
    $this->withHeaders([...$mine, 'Accept' => 'application/json'])->patchJson("/api/v1/glyphs/$glyph", ['level' => 'H'])->assertOk();
    expect(is_file($ofGlyph))->toBeFalse()->and(is_file($ofKey))->toBeTrue();
    app(ManageKey::class)->revoke($key);
    expect(is_file($ofKey))->toBeFalse();
});

it('keeps drawn pictures within the room that there is, the newest longest', function () {
    $store = new PictureStore;
    foreach (['a', 'b', 'c'] as $i => $letter) {
        $store->get(str_repeat($letter, 40), 'svg', fn (): string => str_repeat('x', 1000));
        touch(Storage::disk('pictures')->path("$letter$letter/".str_repeat($letter, 40).'.svg'), time() - 100 + $i);
    }
    $store->prune(2500);
    expect(count(Storage::disk('pictures')->allFiles()))->toBe(2)->and($store->get(str_repeat('a', 40), 'svg', fn (): string => 'drawn anew'))->toBe('drawn anew');
});

it('makes addresses for mails, in pieces around what stays open', function () {
    $key = ($this->key)();
    $made = $this->postJson('/api/v1/addresses', ['key' => $key->id, 'text' => 'https://fennmoor.example/m/{{no}}', 'open' => ['m.no'], 'format' => 'png', 'size_px' => 360, 'expires_at' => now()->addWeek()->toIso8601ZuluString()])->assertOk();
    $filled = implode('', array_map(fn (array $part) => $part['text'] ?? '0041', $made->json('parts')));
    expect(readFrom(($this->fetch)((string) preg_replace('#^https?://[^/]+#', '', $filled))->assertOk()))->toBe('https://fennmoor.example/m/0041');
    $this->withHeaders([...keyOf($this->user), 'Accept' => 'application/json']);
    foreach ([['key' => 999999], ['key' => $key->id, 'open' => ['text']], ['key' => $key->id, 'expires_at' => '2020-01-01'], []] as $bad) {
        $this->postJson('/api/v1/addresses', ['text' => 'hive', ...$bad])->assertUnprocessable();
    }
    $this->withHeaders(keyOf(User::factory()->create()))->postJson('/api/v1/addresses', ['key' => $key->id, 'text' => 'hive'])->assertUnprocessable();
});

it('gives a page one code for a short time', function () {
    $made = $this->postJson('/api/v1/page-tokens', ['may' => 'draw', 'text' => 'ORDER 2026-118', 'seconds' => 30, 'level' => 'Q'])->assertCreated();
    $url = str_replace('code.svg', 'code.png', (string) preg_replace('#^https?://[^/]+#', '', $made->json('url')));
    $answer = ($this->fetch)($url)->assertOk()->assertHeader('Keen-Expires');
    expect(readFrom($answer))->toBe('ORDER 2026-118')->and($answer->headers->get('Cache-Control'))->not->toContain('immutable');
    expect(getimagesizefromstring((string) ($this->fetch)("$url&size_px=250")->assertOk()->getContent())[0])->toBe(250);
    ($this->fetch)("$url&text=other")->assertUnprocessable();
    ($this->fetch)(substr($url, 0, -3).'abc')->assertForbidden();
    $this->travel(31)->seconds();
    ($this->fetch)($url)->assertStatus(410);
    $this->withHeaders([...keyOf($this->user), 'Accept' => 'application/json']);
    foreach ([['may' => 'draw'], ['may' => 'keys'], ['may' => 'gates'], ['may' => 'gates', 'gate' => '0190c9a2-0000-7000-8000-000000000000'], ['may' => 'read', 'text' => 'x'], ['may' => 'draw', 'text' => 'WIFI:S:Hive'], ['may' => 'draw', 'text' => 'x', 'finish' => 'None'], ['may' => 'draw', 'text' => 'x', 'seconds' => 0]] as $bad) {
        $this->postJson('/api/v1/page-tokens', $bad)->assertUnprocessable();
    }
    $this->withHeaders(keyOf($this->user, ['draw']))->postJson('/api/v1/page-tokens', ['may' => 'read'])->assertForbidden();
});

it('keeps what a revision was, from the first on', function () {
    $id = $this->postJson('/api/v1/glyphs', jar())->json('id');
    $this->patchJson("/api/v1/glyphs/$id", ['name' => 'Other'])->assertOk();
    expect(DB::table('glyph_revisions')->where('glyph_id', $id)->orderBy('revision')->pluck('revision')->all())->toBe([1, 2])
        ->and(json_decode((string) DB::table('glyph_revisions')->where(['glyph_id' => $id, 'revision' => 2])->value('given'), true))->toEqual(Glyph::findOrFail($id)->given());
});
