<?php

declare(strict_types=1);

use App\Actions\Admit;
use App\Models\Gate;
use App\Models\GateAdmission;
use App\Models\User;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;

beforeEach(function () {
    $this->user = User::factory()->create();
    $this->withHeaders(keyOf($this->user));
});

/** A gate with so many cards. */
function cards(int $count): string
{
    return implode("\n", ['code,name', ...array_map(static fn (int $i): string => sprintf('CARD-%04d,Keeper %d', $i, $i), range(1, $count))]);
}

it('admits each code once and says when and where it was used before', function () {
    $gate = $this->postJson('/api/v1/gates', ['name' => 'Extraction day', 'csv' => cards(3)])->assertCreated();
    expect($gate->json('entries'))->toBe(3)->and($gate->json('inside'))->toBe(0);
    $id = $gate->json('id');
    $first = $this->postJson("/api/v1/gates/$id/admit", ['code' => 'CARD-0002', 'door' => 'North door'])->assertOk();
    expect($first->json('verdict'))->toBe('admitted')
        ->and($first->json('entry.name'))->toBe('Keeper 2')
        ->and($first->json('gate.inside'))->toBe(1);
    $second = $this->postJson("/api/v1/gates/$id/admit", ['code' => 'CARD-0002', 'door' => 'South door'])->assertOk();
    expect($second->json('verdict'))->toBe('used')
        ->and($second->json('admission.door'))->toBe('North door')
        ->and($second->json('admission.admitted_at'))->toBe($first->json('admission.admitted_at'));
    $unknown = $this->postJson("/api/v1/gates/$id/admit", ['code' => 'CARD-0009'])->assertOk();
    expect($unknown->json('verdict'))->toBe('unknown')->and($unknown->json('entry'))->toBeNull();
    $this->getJson("/api/v1/gates/$id/entries?state=missing")->assertOk()->assertJsonPath('total', 2)->assertJsonPath('data.0.code', 'CARD-0001');
    $this->getJson("/api/v1/gates/$id/entries?state=inside")->assertJsonPath('total', 1);
});

it('takes an admission back once, keeps it in the list and lets the code in again', function () {
    $id = $this->postJson('/api/v1/gates', ['name' => 'Gate', 'csv' => cards(2)])->json('id');
    $admission = $this->postJson("/api/v1/gates/$id/admit", ['code' => 'CARD-0001'])->json('admission.id');
    $this->postJson("/api/v1/gates/$id/admissions/$admission/undo")->assertOk()->assertJsonPath('inside', 0);
    $this->postJson("/api/v1/gates/$id/admissions/$admission/undo")->assertNotFound();
    $this->postJson("/api/v1/gates/$id/admit", ['code' => 'CARD-0001'])->assertJsonPath('verdict', 'admitted');
    $list = $this->getJson("/api/v1/gates/$id/admissions")->assertOk();
    expect($list->json('data'))->toHaveCount(2)
        ->and($list->json('data.1.undone_at'))->not->toBeNull()
        ->and($list->json('data.0.undone_at'))->toBeNull();
});

it('takes lists as spreadsheets write them', function (string $csv, array $expected) {
    $id = $this->postJson('/api/v1/gates', ['name' => 'Gate', 'csv' => $csv])->assertCreated()->json('id');
    $entries = $this->getJson("/api/v1/gates/$id/entries")->json('data');
    expect(array_map(fn (array $entry) => [$entry['code'], $entry['name']], $entries))->toEqualCanonicalizing($expected);
})->with([
    'codes alone' => ["A1\nA2\n\n", [['A1', ''], ['A2', '']]],
    'semicolons and a head' => ["Name;Code\r\nInes;A1\r\nTom;A2", [['A1', 'Ines'], ['A2', 'Tom']]],
    'tabs' => ["A1\tInes\nA2\tTom", [['A1', 'Ines'], ['A2', 'Tom']]],
    'quotes, commas and a byte order mark' => ["\u{FEFF}code,name\n\"A,1\",\"Calder, Ines\"\nA2,\"Say \"\"hive\"\"\"", [['A,1', 'Calder, Ines'], ['A2', 'Say "hive"']]],
    'leading zeros' => ['0017,Tom', [['0017', 'Tom']]],
]);

it('says what is wrong with a list, row by row', function (array $given, string $field, string $message) {
    $problem = $this->postJson('/api/v1/gates', ['name' => 'Gate', ...$given])->assertUnprocessable();
    expect(faults($problem)["$field"][0])->toBe($message);
})->with([
    [['csv' => "A1,x\nA2,y\nA1,z"], 'csv', 'The code in row 3 stands in row 1 already.'],
    [['csv' => "code,name\n,Tom"], 'csv', 'Row 2 has no code.'],
    [['csv' => "code,name\n"], 'csv', 'There is no code in this list. Write one in each row, and a name after a comma.'],
    [['shelf' => 'Nowhere'], 'shelf', 'There is no glyph on this shelf.'],
    [['csv' => 'A1', 'name' => ' '], 'name', 'Give the gate a name.'],
    [[], 'csv', 'Paste the list, or choose a shelf.'],
]);

it('takes its list from a shelf', function () {
    $ids = array_map(fn (int $i) => $this->postJson('/api/v1/glyphs', jar(['name' => "Card $i", 'text' => "https://fennmoor.example/card/$i"]))->json('id'), [1, 2, 3]);
    $this->postJson('/api/v1/glyphs/shelve', ['glyphs' => array_slice($ids, 0, 2), 'shelf' => ' Cards '])->assertOk()->assertJsonPath('moved', 2);
    $this->getJson('/api/v1/shelves')->assertOk()->assertExactJson(['data' => [['shelf' => 'Cards', 'glyphs' => 2]], 'next_cursor' => null]);
    $this->getJson('/api/v1/glyphs?shelf=Cards')->assertJsonPath('total', 2);
    $this->getJson("/api/v1/glyphs/{$ids[0]}")->assertJsonPath('shelf', 'Cards')->assertJsonPath('revision', 1);
    $id = $this->postJson('/api/v1/gates', ['name' => 'Gate', 'shelf' => 'Cards'])->assertCreated()->json('id');
    $this->postJson("/api/v1/gates/$id/admit", ['code' => 'https://fennmoor.example/card/2'])->assertJsonPath('verdict', 'admitted')->assertJsonPath('entry.name', 'Card 2');
    $this->postJson("/api/v1/gates/$id/admit", ['code' => 'https://fennmoor.example/card/3'])->assertJsonPath('verdict', 'unknown');
    $this->postJson('/api/v1/glyphs/shelve', ['glyphs' => $ids, 'shelf' => null])->assertOk();
    $this->getJson('/api/v1/shelves')->assertExactJson(['data' => [], 'next_cursor' => null]);
});

it('keeps gates to their workspace and to those who may write', function () {
    $id = $this->postJson('/api/v1/gates', ['name' => 'Gate', 'csv' => 'A1'])->json('id');
    $glyph = $this->postJson('/api/v1/glyphs', jar())->json('id');
    $reader = keyOf($this->user, ['glyphs:read']);
    $this->withHeaders($reader)->postJson("/api/v1/gates/$id/admit", ['code' => 'A1'])->assertForbidden();
    $this->withHeaders($reader)->getJson("/api/v1/gates/$id")->assertOk();
    $this->withHeaders(keyOf(User::factory()->create()));
    foreach ([['get', "gates/$id"], ['post', "gates/$id/admit"], ['get', "gates/$id/entries"], ['get', "gates/$id/admissions"], ['delete', "gates/$id"]] as [$method, $path]) {
        $this->json($method, "/api/v1/$path", ['code' => 'A1'])->assertNotFound();
    }
    $this->getJson('/api/v1/gates')->assertExactJson(['data' => [], 'next_cursor' => null]);
    $this->postJson('/api/v1/glyphs/shelve', ['glyphs' => [$glyph], 'shelf' => 'Mine'])->assertJsonPath('moved', 0);
    $this->postJson('/api/v1/glyphs/lookup', ['text' => jar()['text']])->assertOk()->assertExactJson(['data' => []]);
});

it('deletes a gate and brings it back as it was', function () {
    $id = $this->postJson('/api/v1/gates', ['name' => 'Gate', 'csv' => 'A1'])->json('id');
    $this->postJson("/api/v1/gates/$id/admit", ['code' => 'A1']);
    $this->deleteJson("/api/v1/gates/$id")->assertNoContent();
    $this->postJson("/api/v1/gates/$id/admit", ['code' => 'A1'])->assertNotFound();
    $this->postJson("/api/v1/gates/$id/restore")->assertOk()->assertJsonPath('inside', 1);
});

it('is kept from a second standing admission by the database itself', function () {
    $id = $this->postJson('/api/v1/gates', ['name' => 'Gate', 'csv' => 'A1'])->json('id');
    $gate = Gate::query()->findOrFail($id);
    $entry = $gate->entries()->firstOrFail();
    $row = fn (): array => ['gate_id' => $id, 'gate_entry_id' => $entry->id, 'door' => '', 'admitted_at' => now()];
    GateAdmission::query()->insert(['id' => Str::uuid()->toString(), ...$row()]);
    expect(fn () => DB::transaction(fn () => GateAdmission::query()->insert(['id' => Str::uuid()->toString(), ...$row()])))->toThrow(QueryException::class)
        ->and((new Admit)->admit($gate, 'A1', 'North')['verdict'])->toBe('used');
});

it('looks up which glyph says what was read', function () {
    $id = $this->postJson('/api/v1/glyphs', jar())->json('id');
    $this->postJson('/api/v1/glyphs/lookup', ['text' => jar()['text']])->assertOk()->assertJsonPath('data.0.id', $id);
    $this->postJson('/api/v1/glyphs/lookup', ['text' => jar()['text'].'?'])->assertExactJson(['data' => []]);
    expect(faults($this->postJson('/api/v1/glyphs/lookup', []))['text'][0])->toBe('Give the text that was read.');
});

it('takes a list as spreadsheets write it, line breaks within quotes among them', function () {
    $csv = "\xEF\xBB\xBFname;code\r\n\"Ferrier; Maud\";\"CARD-1\nback side\"\r\n\r\nTom;CARD-2\r\n";
    $gate = $this->postJson('/api/v1/gates', ['name' => 'South field', 'csv' => $csv])->assertCreated()->json();
    expect($gate['entries'])->toBe(2);
    $this->postJson("/api/v1/gates/{$gate['id']}/admit", ['code' => "CARD-1\nback side"])->assertOk()->assertJsonPath('verdict', 'admitted')->assertJsonPath('entry.name', 'Ferrier; Maud');
    expect(faults($this->postJson('/api/v1/gates', ['name' => 'x', 'csv' => "code\nA\n\n\nA"])))->toBe(['csv' => ['The code in row 5 stands in row 2 already.']]);
});
