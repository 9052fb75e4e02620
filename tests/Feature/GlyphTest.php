<?php

declare(strict_types=1);

use App\Jobs\PruneLeftovers;
use App\Models\Glyph;
use App\Models\User;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;

beforeEach(function () {
    $this->user = User::factory()->create();
    $this->withHeaders(keyOf($this->user));
});

/** A second workspace's key, with everything it may do. */
function stranger(): array
{
    return keyOf(User::factory()->create());
}

it('saves, shows, changes, deletes and brings back', function () {
    $made = $this->postJson('/api/v1/glyphs', jar())->assertCreated();
    $id = $made->json('id');
    expect($made->headers->get('Location'))->toBe("/api/v1/glyphs/$id")
        ->and($made->headers->get('ETag'))->toBe("\"$id-1\"")
        ->and($made->json('symbol.level'))->toBe('Q')
        ->and($made->json('revision'))->toBe(1);
    $this->getJson("/api/v1/glyphs/$id")->assertOk()->assertExactJson($made->json());

    $changed = $this->patchJson("/api/v1/glyphs/$id", ['size_px' => 600, 'level' => 'H'])->assertOk();
    expect([$changed->json('revision'), $changed->json('module_px'), $changed->json('size_px'), $changed->json('symbol.level'), $changed->json('name')])
        ->toBe([2, null, 600, 'H', 'Heather honey jar']);
    $this->patchJson("/api/v1/glyphs/$id", ['level' => 'H'])->assertOk()->assertJsonPath('revision', 2);

    $this->deleteJson("/api/v1/glyphs/$id")->assertNoContent();
    $this->getJson("/api/v1/glyphs/$id")->assertNotFound();
    $this->getJson('/api/v1/glyphs')->assertJsonPath('total', 0);
    $this->postJson("/api/v1/glyphs/$id/restore")->assertOk()->assertJsonPath('name', 'Heather honey jar');
    $this->getJson("/api/v1/glyphs/$id")->assertOk();
});

it('keeps a text as it was sent', function () {
    $text = " HIVE 17-B\n";
    $id = $this->postJson('/api/v1/glyphs', jar(['kind' => 'text', 'text' => $text]))->json('id');
    expect($this->getJson("/api/v1/glyphs/$id")->json('text'))->toBe($text);
});

it('shows nothing of another workspace, not even that it exists', function () {
    $id = $this->postJson('/api/v1/glyphs', jar())->json('id');
    $this->withHeaders(stranger());
    $this->getJson("/api/v1/glyphs/$id")->assertNotFound();
    $this->patchJson("/api/v1/glyphs/$id", ['name' => 'Mine'])->assertNotFound();
    $this->deleteJson("/api/v1/glyphs/$id")->assertNotFound();
    $this->postJson("/api/v1/glyphs/$id/restore")->assertNotFound();
    $this->get("/api/v1/glyphs/$id/image.svg")->assertNotFound();
    $this->getJson('/api/v1/glyphs')->assertJsonPath('total', 0);
    $this->getJson('/api/v1/glyphs/not-a-uuid')->assertNotFound();
    expect(Glyph::findOrFail($id)->name)->toBe('Heather honey jar');
});

it('refuses what a key may not do', function () {
    $this->withHeaders(keyOf($this->user, ['glyphs:read']));
    $this->getJson('/api/v1/glyphs')->assertOk();
    $this->postJson('/api/v1/glyphs', jar())->assertForbidden();
});

it('refuses a change made on an older revision', function () {
    $made = $this->postJson('/api/v1/glyphs', jar());
    $id = $made->json('id');
    $old = $made->headers->get('ETag');
    $this->patchJson("/api/v1/glyphs/$id", ['name' => 'First'], ['If-Match' => $old])->assertOk();
    $this->patchJson("/api/v1/glyphs/$id", ['name' => 'Second'], ['If-Match' => $old])->assertStatus(412);
    $this->deleteJson("/api/v1/glyphs/$id", [], ['If-Match' => $old])->assertStatus(412);
    $this->getJson("/api/v1/glyphs/$id")->assertJsonPath('name', 'First');
});

it('creates once however often the same request comes', function () {
    $key = ['Idempotency-Key' => 'label-printer-42'];
    $first = $this->postJson('/api/v1/glyphs', jar(), $key)->assertCreated();
    $again = $this->postJson('/api/v1/glyphs', jar(), $key)->assertCreated();
    expect($again->json())->toEqual($first->json())
        ->and($again->headers->get('Idempotent-Replayed'))->toBe('true')
        ->and(Glyph::count())->toBe(1);
    $this->postJson('/api/v1/glyphs', jar(['name' => 'Other']), $key)->assertConflict();
    $this->postJson('/api/v1/glyphs', jar(['name' => '']), ['Idempotency-Key' => 'bad-1'])->assertUnprocessable();
    $this->postJson('/api/v1/glyphs', jar(), ['Idempotency-Key' => 'bad-1'])->assertCreated();
    $this->postJson('/api/v1/glyphs', jar(), ['Idempotency-Key' => str_repeat('k', 129)])->assertStatus(400);
    $this->withHeaders(stranger())->postJson('/api/v1/glyphs', jar(['name' => 'Theirs']), $key)->assertCreated();
});

it('says what is missing or wrong', function (array $given, string $field, string $words) {
    expect(faults($this->postJson('/api/v1/glyphs', jar($given)))["$field"][0])->toContain($words);
})->with([
    [['name' => ''], 'name', 'Give the glyph a name'],
    [['name' => '   '], 'name', 'Give the glyph a name'],
    [['name' => str_repeat('n', 121)], 'name', '120'],
    [['text' => 'fennmoor.example'], 'text', 'Without a scheme'],
    [['text' => 'data:text/html,x'], 'text', 'carries a page of its own'],
    [['kind' => 'text', 'text' => "a\0b"], 'text', 'U+0000'],
    [['kind' => 'text', 'text' => str_repeat('a', 2000)], 'text', 'does not fit'],
]);

it('finds by name and text, capitals or not, and takes wildcards for letters', function () {
    foreach (['Heather jar', 'Blossom jar', '100% comb', 'Hive_tag'] as $name) {
        $this->postJson('/api/v1/glyphs', jar(['name' => $name, 'text' => 'https://fennmoor.example/'.rawurlencode(strtolower($name))]))->assertCreated();
    }
    $names = fn (string $q) => $this->getJson('/api/v1/glyphs?sort=name&q='.rawurlencode($q))->assertOk()->json('data.*.name');
    expect($names('JAR'))->toBe(['Blossom jar', 'Heather jar'])
        ->and($names('/blossom'))->toBe(['Blossom jar'])
        ->and($names('100%'))->toBe(['100% comb'])
        ->and($names('e_t'))->toBe(['Hive_tag'])
        ->and($names('nothing'))->toBe([]);
});

it('pages through everything once, whatever is the order', function (string $sort) {
    for ($i = 0; $i < 7; $i++) {
        $this->postJson('/api/v1/glyphs', jar(['name' => 'Jar '.($i % 3)]));
    }
    $seen = [];
    $cursor = null;
    do {
        $page = $this->getJson("/api/v1/glyphs?limit=3&sort=$sort".($cursor === null ? '' : "&cursor=$cursor"))->assertOk();
        $seen = [...$seen, ...$page->json('data.*.id')];
        $cursor = $page->json('next_cursor');
    } while ($cursor !== null);
    expect($seen)->toHaveCount(7)->and(array_unique($seen))->toHaveCount(7)->and($page->json('total'))->toBe(7);
})->with(['-updated_at', 'name']);

it('refuses a cursor that is none', function (string $cursor) {
    $this->postJson('/api/v1/glyphs', jar());
    $this->getJson('/api/v1/glyphs?cursor='.rawurlencode($cursor))->assertUnprocessable();
})->with([
    'nonsense',
    base64_encode('[]'),
    base64_encode('{"name":"x"}'),
    base64_encode('["updated_at","not a time","01900000-0000-7000-8000-000000000000"]'),
    base64_encode('["updated_at","2026-11-25T10:00:00.000000Z","x"]'),
    base64_encode('["name","Jar","01900000-0000-7000-8000-000000000000"]'),
]);

it('gives the picture, at its own size or another, and only once to a cache', function () {
    $id = $this->postJson('/api/v1/glyphs', jar())->json('id');
    $png = $this->get("/api/v1/glyphs/$id/image.png")->assertOk();
    expect(getimagesizefromstring($png->getContent())[0])->toBe(410);
    $svg = $this->get("/api/v1/glyphs/$id/image.svg?size_px=600&download=1")->assertOk();
    expect($svg->getContent())->toContain('width="600"')
        ->and($svg->headers->get('Content-Disposition'))->toBe('attachment; filename=heather-honey-jar-4q-600px.svg');
    $this->get("/api/v1/glyphs/$id/image.png", ['If-None-Match' => $png->headers->get('ETag')])->assertStatus(304);
    $this->patchJson("/api/v1/glyphs/$id", ['dark' => '#143D2B']);
    $this->get("/api/v1/glyphs/$id/image.png", ['If-None-Match' => $png->headers->get('ETag')])->assertOk();
    $this->get("/api/v1/glyphs/$id/image.png?size_px=30", ['Accept' => 'application/json'])->assertUnprocessable();
});

it('has rules in the database itself', function (string $column, mixed $value) {
    $id = $this->postJson('/api/v1/glyphs', jar())->json('id');
    expect(fn () => DB::table('glyphs')->where('id', $id)->update([$column => $value]))->toThrow(QueryException::class);
})->with([['level', 'X'], ['name', ' '], ['dark', 'red'], ['size_px', 300], ['version', 41], ['workspace_id', '00000000-0000-7000-8000-000000000000']]);

it('forgets for good what was deleted a month ago', function () {
    $old = $this->postJson('/api/v1/glyphs', jar())->json('id');
    $new = $this->postJson('/api/v1/glyphs', jar())->json('id');
    Glyph::whereKey([$old, $new])->delete();
    Glyph::withTrashed()->whereKey($old)->update(['deleted_at' => now()->subDays(31)]);
    (new PruneLeftovers)->handle();
    expect(Glyph::withTrashed()->pluck('id')->all())->toBe([$new]);
});
