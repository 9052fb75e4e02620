<?php

declare(strict_types=1);

use App\Models\User;
use Illuminate\Support\Facades\DB;

beforeEach(function () {
    $this->user = User::factory()->create();
    $this->withHeaders([...keyOf($this->user), 'Accept' => 'application/json']);
    $this->save = fn (string $name, array $more = []): array => $this->postJson('/api/v1/glyphs', jar(['name' => $name, 'text' => "https://fennmoor.example/$name", ...$more]))->assertCreated()->json();
    $this->names = fn (string $query): array => array_column($this->getJson("/api/v1/glyphs?sort=name&$query")->assertOk()->json('data'), 'name');
});

it('puts glyphs on shelves within shelves, finds those below, and renames all of a branch', function () {
    ($this->save)('a', ['shelf' => 'Jars']);
    ($this->save)('b', ['shelf' => 'Jars/2027']);
    ($this->save)('c', ['shelf' => 'Jars of wax']);
    $d = ($this->save)('d');
    $this->postJson('/api/v1/glyphs/arrange', ['glyphs' => [$d['id']], 'shelf' => ' / Jars / 2027 //spring '])->assertOk()->assertJsonPath('moved', 1);
    expect(($this->names)('shelf=Jars'))->toBe(['a', 'b', 'd'])->and(($this->names)('shelf=Jars/2027'))->toBe(['b', 'd'])->and(($this->names)('shelf=Ja_s'))->toBe([]);
    $this->postJson('/api/v1/shelves/rename', ['from' => 'Jars', 'to' => 'Labels/Jars'])->assertOk()->assertJsonPath('moved', 3);
    expect(array_column($this->getJson('/api/v1/shelves')->json('data'), 'glyphs', 'shelf'))->toBe(['Jars of wax' => 1, 'Labels/Jars' => 1, 'Labels/Jars/2027' => 1, 'Labels/Jars/2027/spring' => 1]);
    expect(faults($this->postJson('/api/v1/shelves/rename', ['from' => 'Labels', 'to' => str_repeat('x', 70)])))->toHaveKey('to')
        ->and(faults($this->postJson('/api/v1/shelves/rename', ['from' => 'Labels', 'to' => ' / '])))->toHaveKey('to');
    expect(DB::table('glyphs')->where('revision', '>', 1)->count())->toBe(0);
});

it('tags glyphs, finds them by tag and by a part of it, and takes tags off', function () {
    [$a, $b] = [($this->save)('a'), ($this->save)('b')];
    $this->postJson('/api/v1/glyphs/arrange', ['glyphs' => [$a['id'], $b['id']], 'add_tags' => ['spring show', 'wax', 'wax']])->assertOk();
    $this->postJson('/api/v1/glyphs/arrange', ['glyphs' => [$b['id']], 'add_tags' => ['Bärlauch'], 'remove_tags' => ['wax']])->assertOk();
    expect($this->getJson("/api/v1/glyphs/{$b['id']}")->json('tags'))->toBe(['Bärlauch', 'spring show'])
        ->and(($this->names)('tag=wax'))->toBe(['a'])->and(($this->names)('q=pring+sh'))->toBe(['a', 'b'])->and(($this->names)('tag='.rawurlencode('Bärlauch')))->toBe(['b']);
    expect($this->getJson('/api/v1/glyphs/tags')->assertOk()->json('data'))->toBe([['tag' => 'spring show', 'glyphs' => 2], ['tag' => 'Bärlauch', 'glyphs' => 1], ['tag' => 'wax', 'glyphs' => 1]]);
    foreach ([['add_tags' => ['a,b']], ['add_tags' => [' ']], ['add_tags' => array_fill(0, 21, 'x')], ['add_tags' => 'x'], ['archived' => 'yes']] as $bad) {
        $this->postJson('/api/v1/glyphs/arrange', ['glyphs' => [$a['id']], ...$bad])->assertStatus(422);
    }
});

it('archives glyphs out of sight, and still knows what they say', function () {
    $a = ($this->save)('a');
    ($this->save)('b');
    $this->postJson('/api/v1/glyphs/arrange', ['glyphs' => [$a['id']], 'archived' => true])->assertOk();
    expect(($this->names)(''))->toBe(['b'])->and(($this->names)('archived=only'))->toBe(['a'])->and(($this->names)('archived=all'))->toBe(['a', 'b']);
    $this->postJson('/api/v1/glyphs/lookup', ['text' => 'https://fennmoor.example/a'])->assertJsonPath('data.0.name', 'a');
    $this->postJson('/api/v1/glyphs/arrange', ['glyphs' => [$a['id']], 'archived' => false])->assertOk();
    expect(($this->names)(''))->toBe(['a', 'b']);
});

it('finds glyphs that say the same, and a trade item by its number with spaces', function () {
    ($this->save)('a', ['text' => 'https://fennmoor.example/same']);
    ($this->save)('b', ['text' => 'https://fennmoor.example/same']);
    ($this->save)('c', ['text' => 'https://id.fennmoor.example/01/09520123456788/10/H26-07', 'kind' => 'gs1_link']);
    expect(($this->names)('twice=1'))->toBe(['a', 'b'])->and(($this->names)('q='.rawurlencode('952 0123 45678 8')))->toBe(['c'])->and(($this->names)('q=H26-07'))->toBe(['c']);
});

it('tells what each revision changed, draws it, and makes a glyph what it was', function () {
    $a = ($this->save)('a', ['level' => 'M']);
    $this->patchJson("/api/v1/glyphs/{$a['id']}", ['text' => 'https://fennmoor.example/moved', 'dark' => '#143D2B'])->assertOk();
    $revisions = $this->getJson("/api/v1/glyphs/{$a['id']}/revisions")->assertOk()->json('data');
    expect(array_column($revisions, 'revision'))->toBe([2, 1])->and(array_column($revisions[0]['changes'], 'to', 'field'))->toMatchArray(['text' => 'https://fennmoor.example/moved', 'dark' => '#143D2B'])->and($revisions[1]['changes'])->toBe([]);
    $first = $this->get("/api/v1/glyphs/{$a['id']}/revisions/1/image.svg")->assertOk()->getContent();
    expect($first)->toContain('#2B1A0E')->and($this->get("/api/v1/glyphs/{$a['id']}/revisions/2/image.svg")->getContent())->toContain('#143D2B');
    $this->get("/api/v1/glyphs/{$a['id']}/revisions/9/image.svg")->assertNotFound();
    $this->postJson("/api/v1/glyphs/{$a['id']}/revisions/9/restore")->assertNotFound();
    $this->postJson("/api/v1/glyphs/{$a['id']}/revisions/1/restore", [], ['If-Match' => "\"{$a['id']}-1\""])->assertStatus(412);
    $this->postJson("/api/v1/glyphs/{$a['id']}/revisions/1/restore")->assertOk()->assertJsonPath('revision', 3)->assertJsonPath('text', 'https://fennmoor.example/a')->assertJsonPath('dark', '#2B1A0E');
    expect($this->get("/api/v1/glyphs/{$a['id']}/image.svg")->getContent())->toBe($first);
});

it('finds what has every word, in whatever order', function () {
    foreach (['Heather honey of the north meadow', 'Meadow clover', 'Heather soap'] as $i => $name) {
        $this->postJson('/api/v1/glyphs', ['name' => $name, 'text' => "https://fennmoor.example/jar/$i"])->assertCreated();
    }
    $found = fn (string $words): array => array_column($this->getJson('/api/v1/glyphs?sort=name&q='.urlencode($words))->assertOk()->json('data'), 'name');
    expect($found('meadow heather'))->toBe(['Heather honey of the north meadow'])->and($found('MEADOW'))->toHaveCount(2)->and($found('soap jar/2'))->toBe(['Heather soap'])
        ->and($found('heather nowhere'))->toBe([])->and($found(" heather \t honey  "))->toHaveCount(1)->and($found('a b c d e f g h'))->toBe([])->and($found('100%'))->toBe([]);
});
