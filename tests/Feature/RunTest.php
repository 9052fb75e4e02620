<?php

declare(strict_types=1);

use App\Jobs\PruneLeftovers;
use App\Models\Run;
use App\Models\User;
use App\Models\WholeCheck;
use App\Runs\CheckWhole;
use App\Runs\DrawChunk;
use App\Runs\FinishRun;
use App\Runs\MendRuns;
use App\Runs\RunStore;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\Storage;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Reader;

beforeEach(function () {
    Queue::fake();
    Storage::fake('runs');
    $this->user = User::factory()->create();
    $this->withHeaders([...keyOf($this->user), 'Accept' => 'application/json']);
    $this->recipe = ['text' => 'https://fennmoor.example/p/{{sku}}', 'name' => '{{sku}}', 'format' => 'png', 'size_mm' => 20, 'dpi' => 203];
    $this->start = fn (array $more = []) => $this->postJson('/api/v1/runs', ['name' => 'Jars', 'recipe' => $this->recipe, 'csv' => "sku,name\n0123,Heather\n,nothing\n0456,\"Soft, set\"\n", ...$more]);
    $this->work = function (string $id): void {
        for ($i = 0; $i < 20 && Run::query()->findOrFail($id)->state !== 'done'; $i++) {
            app()->call([new DrawChunk($id), 'handle']);
            app()->call([new FinishRun($id), 'handle']);
        }
    };
});

it('draws every row in the queue, reads each back, sets aside what cannot be, and gives one file', function () {
    $run = ($this->start)()->assertStatus(202)->assertJsonPath('state', 'queued')->assertJsonPath('rows', 3)->json('id');
    Queue::assertPushed(DrawChunk::class, 2);
    ($this->work)($run);
    $this->getJson("/api/v1/runs/$run")->assertOk()->assertJsonPath('state', 'done')->assertJsonPath('made', 2)->assertJsonPath('failed', 1)->assertJsonPath('read_back', 2)->assertJsonPath('waiting', 0);
    $failed = $this->getJson("/api/v1/runs/$run/items?state=failed")->assertOk()->json('data');
    expect($failed)->toHaveCount(1)->and($failed[0]['row'])->toBe(3)->and($failed[0]['problem'])->toBe('The cell of “sku” is empty.');
    $answer = $this->get("/api/v1/runs/$run/result")->assertOk()->assertHeader('Accept-Ranges', 'bytes');
    $file = (string) tempnam(sys_get_temp_dir(), 'run');
    file_put_contents($file, $answer->streamedContent());
    $zip = new ZipArchive;
    $zip->open($file);
    $names = array_map(fn (int $i): string => (string) $zip->getNameIndex($i), range(0, $zip->numFiles - 1));
    expect($names)->toBe(['0123.png', '0456.png', 'manifest.json', 'manifest.csv']);
    expect((new Reader)->read((new PictureDecoder)->decode((string) $zip->getFromName('0456.png')))->readings[0]->symbol->content->text)->toBe('https://fennmoor.example/p/0456');
    unlink($file);
    $this->get("/api/v1/runs/$run/result", ['Range' => 'bytes=0-1'])->assertStatus(206);
});

it('is done once however often it is worked on, and loses nothing when a worker dies', function () {
    $csv = "sku\n".implode("\n", range(1, 45))."\n";
    $run = ($this->start)(['csv' => $csv])->json('id');
    // A worker dies in the middle of its second few rows: what it had not kept is free again.
    DB::transaction(function () use ($run): void {
        DB::select('SELECT row FROM run_items WHERE run_id = ? AND state = 0 ORDER BY row LIMIT 20 FOR UPDATE SKIP LOCKED', [$run]);
        DB::rollBack();
        DB::beginTransaction();
    });
    ($this->work)($run);
    $before = $this->getJson("/api/v1/runs/$run")->json('finished_at');
    app()->call([new DrawChunk($run), 'handle']);
    app()->call([new FinishRun($run), 'handle']);
    $this->getJson("/api/v1/runs/$run")->assertJsonPath('made', 45)->assertJsonPath('searched', 2)->assertJsonPath('finished_at', $before);
    expect(DB::table('run_items')->where('run_id', $run)->distinct()->count('sha256'))->toBe(45);
});

it('is put together by another when whoever did it was killed', function () {
    $run = ($this->start)()->json('id');
    app()->call([new DrawChunk($run), 'handle']);
    DB::table('runs')->update(['state' => 'finishing', 'updated_at' => now()->subMinutes(2)]);
    app()->call([new FinishRun($run), 'handle']);
    $this->getJson("/api/v1/runs/$run")->assertJsonPath('state', 'finishing');
    (new MendRuns)->mend();
    DB::table('runs')->update(['updated_at' => now()->subMinutes(4)]);
    (new MendRuns)->mend();
    Queue::assertPushed(FinishRun::class);
    app()->call([new FinishRun($run), 'handle']);
    $this->getJson("/api/v1/runs/$run")->assertJsonPath('state', 'done')->assertJsonPath('made', 2);
});

it('pauses, resumes, and is cancelled with what it made', function () {
    $run = ($this->start)()->json('id');
    $this->postJson("/api/v1/runs/$run/pause")->assertJsonPath('state', 'paused');
    app()->call([new DrawChunk($run), 'handle']);
    $this->getJson("/api/v1/runs/$run")->assertJsonPath('waiting', 3);
    $this->deleteJson("/api/v1/runs/$run")->assertStatus(409);
    $this->postJson("/api/v1/runs/$run/resume")->assertJsonPath('state', 'queued');
    app()->call([new DrawChunk($run), 'handle']);
    expect(RunStore::disk()->allFiles())->not->toBe([]);
    $this->postJson("/api/v1/runs/$run/cancel")->assertJsonPath('state', 'cancelled');
    expect(RunStore::disk()->allFiles())->toBe([]);
    $this->get("/api/v1/runs/$run/result")->assertNotFound();
    $this->deleteJson("/api/v1/runs/$run")->assertNoContent();
});

it('lays labels on sheets and reads them back from the finished pages', function () {
    $run = ($this->start)(['csv' => "sku\n".implode("\n", range(100, 125))."\n", 'sheet' => 'a4-3x8-63.5x33.9', 'start' => 3])->assertStatus(202)->json('id');
    ($this->work)($run);
    $this->getJson("/api/v1/runs/$run")->assertJsonPath('sheets.pages', 2)->assertJsonPath('sheets.read_back', 26)->assertJsonPath('sheets.checked', true);
    expect($this->get("/api/v1/runs/$run/result")->assertOk()->headers->get('Content-Type'))->toBe('application/pdf');
});

it('says before anything is drawn what would be wrong, by kind', function () {
    $found = $this->postJson('/api/v1/runs/check', ['recipe' => ['text' => '{{gtin}}', 'symbology' => 'ean13'], 'csv' => "gtin;name\n952012345678;a\n9.52012E+12;b\n952012345678;c\n12;d\n"])->assertOk()->json();
    expect($found['rows'])->toBe(4)->and($found['stopped'])->toBe(2)->and($found['form'])->toBe(['encoding' => 'UTF-8', 'delimiter' => 'semicolon', 'header' => true])->and($found['warnings'][0]['sign'])->toBe('scientific')
        ->and(array_column($found['faults'], 'count'))->toBe([1, 1, 1])->and(array_sum(array_map(fn (array $fault): int => $fault['stops'] ? 0 : 1, $found['faults'])))->toBe(1);
});

it('takes a table as a file, rows, a shelf or a series', function () {
    $this->postJson('/api/v1/glyphs', jar(['name' => 'Jar A', 'shelf' => 'Jars/2027', 'text' => 'https://fennmoor.example/a']))->assertCreated();
    $check = fn (array $more): array => $this->postJson('/api/v1/runs/check', ['recipe' => ['text' => '{{text}}'], ...$more])->assertOk()->json('sample');
    expect($check(['shelf' => 'Jars'])[0]['text'])->toBe('https://fennmoor.example/a')->and($check(['rows' => [['text' => 'hive 007'], ['text' => 'hive 8']]])[0]['text'])->toBe('hive 007');
    expect($this->postJson('/api/v1/runs/check', ['recipe' => ['text' => 'HIVE-{{number}}'], 'series' => ['from' => 1, 'to' => 3, 'digits' => 4]])->json('sample.2.text'))->toBe('HIVE-0003');
    $file = UploadedFile::fake()->createWithContent('jars.csv', "\xFF\xFE".mb_convert_encoding("text\nBärlauch\n", 'UTF-16LE', 'UTF-8'));
    expect($this->post('/api/v1/runs/check', ['recipe' => '{"text":"{{text}}"}', 'file' => $file])->assertOk()->json('sample.0.text'))->toBe('Bärlauch');
});

it('refuses what is no run, with the field', function (array $more, string $field) {
    expect(faults(($this->start)($more)))->toHaveKey($field);
})->with([
    [['recipe' => ['text' => '']], 'recipe'], [['recipe' => ['text' => 'x', 'finish' => ['dark' => 'red}']]], 'recipe'], [['csv' => ''], 'table'], [['csv' => "sku\n"], 'table'], [['rows' => [['sku' => 'x']]], 'table'], [['sheet' => 'a4'], 'sheet'], [['sheet' => 'a4-3x7-63.5x38.1', 'start' => 30], 'start'],
    [['csv' => "PK\x03\x04zip"], 'table'], [['delimiter' => 'x'], 'delimiter'], [['recipe' => 'x'], 'recipe'],
]);

it('goes after thirty days with its files', function () {
    $run = ($this->start)()->json('id');
    ($this->work)($run);
    DB::table('runs')->update(['created_at' => now()->subDays(31)]);
    (new PruneLeftovers)->handle();
    expect(DB::table('run_items')->count())->toBe(0)->and(RunStore::disk()->allFiles())->toBe([]);
});

it('takes a header of true or false in JSON, and their words in form data', function () {
    $recipe = ['text' => 'hive {{n}}'];
    $json = fn (mixed $header): int => $this->postJson('/api/v1/runs/check', ['recipe' => $recipe, 'csv' => "n\n1\n", 'header' => $header])->status();
    $form = fn (string $header): int => $this->post('/api/v1/runs/check', ['recipe' => json_encode($recipe), 'csv' => "n\n1\n", 'header' => $header])->status();
    expect(array_map($json, [null, true, '', 'true', 'x']))->toBe([200, 200, 422, 422, 422])->and(array_map($form, ['', 'true', 'x']))->toBe([200, 200, 422]);
});

it('saves each row as a glyph on a shelf, once, with the row that it belongs to', function () {
    $run = ($this->start)(['keep' => ['shelf' => 'Jars/Autumn'], 'csv' => "sku,name\n0123,Heather\n,nothing\n0456,Clover\n"])->assertStatus(202)->json('id');
    ($this->work)($run);
    app()->call([new DrawChunk($run), 'handle']);
    $glyphs = $this->getJson('/api/v1/glyphs?shelf='.urlencode('Jars/Autumn').'&sort=name')->assertOk()->json('data');
    expect(array_column($glyphs, 'text'))->toBe(['https://fennmoor.example/p/0123', 'https://fennmoor.example/p/0456'])->and(array_column($glyphs, 'name'))->toBe(['0123', '0456'])->and($glyphs[0]['size_mm'])->toEqual(20);
    expect(DB::table('run_items')->where('run_id', $run)->whereNotNull('glyph_id')->count())->toBe(2);
    $found = $this->postJson('/api/v1/runs/check', ['recipe' => $this->recipe, 'csv' => "sku\n0456\n0789\n"])->assertOk()->json('faults');
    expect($found)->toBe([['message' => 'A saved glyph says this already.', 'stops' => false, 'count' => 1, 'rows' => [2]]]);
});

it('puts each row’s link behind a short address, which is what is drawn, and leaves none for a row that is set aside', function () {
    $run = ($this->start)(['keep' => ['waypoints' => true, 'shelf' => 'Short'], 'csv' => "sku,name\n0123,Heather\n,nothing\n0456,Clover\n", 'sheet' => 'a4-3x8-63.5x33.9'])->assertStatus(202)->json('id');
    ($this->work)($run);
    $this->getJson("/api/v1/runs/$run")->assertJsonPath('made', 2)->assertJsonPath('failed', 1)->assertJsonPath('sheets.read_back', 2);
    $waypoints = $this->getJson('/api/v1/waypoints')->assertOk()->json('data');
    $made = $this->getJson("/api/v1/runs/$run/items?state=made")->json('data');
    expect($waypoints)->toHaveCount(2)->and(array_column($made, 'text'))->toEqualCanonicalizing(array_column($waypoints, 'text'))->and(array_column($waypoints, 'goes_to'))->toEqualCanonicalizing(['fennmoor.example/p/0123', 'fennmoor.example/p/0456']);
    $this->get('/q/'.$waypoints[0]['code'])->assertRedirect('https://'.$waypoints[0]['goes_to']);
    expect(array_column($this->getJson('/api/v1/glyphs?shelf=Short')->json('data'), 'text'))->toEqualCanonicalizing(array_column($waypoints, 'text'));
});

it('says that what is no link goes behind no short address', function () {
    $run = ($this->start)(['recipe' => [...$this->recipe, 'text' => 'HIVE {{sku}}'], 'keep' => ['waypoints' => true]])->json('id');
    ($this->work)($run);
    expect($this->getJson("/api/v1/runs/$run/items?state=failed")->json('data.0.problem'))->toStartWith('Behind a short address:')->and(DB::table('waypoints')->count())->toBe(0);
});

it('makes a gate’s list of the rows, each code once', function () {
    $run = ($this->start)(['recipe' => [...$this->recipe, 'text' => 'CARD-{{sku}}'], 'keep' => ['gate' => 'Honey evening'], 'csv' => "sku,name\n1,a\n2,b\n2,c\n,d\n"])->assertStatus(202)->json('id');
    ($this->work)($run);
    app()->call([new FinishRun($run), 'handle']);
    $gate = $this->getJson("/api/v1/runs/$run")->assertJsonPath('state', 'done')->json('gate');
    expect(DB::table('gates')->count())->toBe(1);
    $this->postJson("/api/v1/gates/$gate/admit", ['code' => 'CARD-2'])->assertOk()->assertJsonPath('verdict', 'admitted');
    expect(DB::table('gate_entries')->where('gate_id', $gate)->count())->toBe(2);
});

it('keeps only what such symbols can be', function (array $recipe, array $keep, string $field) {
    ($this->start)(['recipe' => [...$this->recipe, ...$recipe], 'keep' => $keep])->assertUnprocessable()->assertJsonPath('errors.0.pointer', '#/'.strtr($field, '.', '/'));
})->with([
    'bars as glyphs' => [['symbology' => 'code128'], ['shelf' => 'Bars'], 'keep.shelf'], 'Micro QR Code behind an address' => [['symbology' => 'microqr'], ['waypoints' => true], 'keep.waypoints'],
    'an unknown key' => [[], ['folder' => 'x'], 'keep'], 'a number' => [[], ['shelf' => 7], 'keep.shelf'], 'a word' => [[], ['waypoints' => 'yes'], 'keep.waypoints'],
]);

it('mends cells and leaves rows out before anything is drawn', function () {
    $body = ['recipe' => $this->recipe, 'csv' => "sku,name\n0123,Heather\n,nothing\n0456,Clover\n", 'changes' => ['3' => ['sku' => '0345']], 'without' => [4]];
    $found = $this->postJson('/api/v1/runs/check', $body)->assertOk()->assertJsonPath('rows', 2)->assertJsonPath('stopped', 0)->json();
    expect(array_column($found['sample'], 'text'))->toBe(['https://fennmoor.example/p/0123', 'https://fennmoor.example/p/0345'])->and($found['troubled'])->toBe([]);
    $this->postJson('/api/v1/runs/check', [...$body, 'changes' => null, 'without' => null])->assertJsonPath('troubled.0.row', 3)->assertJsonPath('troubled.0.cells.name', 'nothing')->assertJsonPath('troubled.0.stops', true);
    $this->postJson('/api/v1/runs/check', [...$body, 'changes' => ['99' => ['sku' => '1']]])->assertUnprocessable()->assertJsonPath('errors.0.pointer', '#/'.strtr('changes', '.', '/'));
    $this->postJson('/api/v1/runs/check', [...$body, 'changes' => ['3' => ['price' => '1']]])->assertUnprocessable()->assertJsonPath('errors.0.pointer', '#/'.strtr('changes', '.', '/'));
    // A form carries them as JSON.
    $this->post('/api/v1/runs/check', ['csv' => $body['csv'], 'recipe' => json_encode($this->recipe), 'changes' => '{"3":{"sku":"0345"}}', 'without' => '[4]'])->assertOk()->assertJsonPath('rows', 2);
});

it('says whether the largest symbol is still read at its size', function () {
    $check = fn (array $recipe): array => $this->postJson('/api/v1/runs/check', ['recipe' => [...$this->recipe, 'dpi' => 600, ...$recipe], 'csv' => "sku\n0123\n"])->assertOk()->json();
    expect($check(['size_mm' => 20])['too_small_for'])->toBe([])->and($check(['size_mm' => 20])['module_mm'])->toEqualWithDelta(0.51, 0.02)
        ->and($check(['size_mm' => 3])['too_small_for'])->toContain('Kiosk camera')->not->toContain('Checkout scanner')
        ->and($check(['symbology' => 'code128', 'text' => '{{sku}}'])['module_mm'])->toBeNull();
});

it('draws one label for whoever lays it out, or says what does not fit', function () {
    $layout = ['width' => 40, 'height' => 30, 'parts' => [['kind' => 'symbol', 'x' => 2, 'y' => 2, 'width' => 20], ['kind' => 'text', 'x' => 23, 'y' => 4, 'width' => 15, 'height' => 5, 'text' => '{{name}}', 'fit' => 'refuse']]];
    $recipe = ['text' => 'https://fennmoor.example/p/{{sku}}', 'dpi' => 300, 'layout' => $layout];
    $answer = $this->postJson('/api/v1/runs/label', ['recipe' => $recipe, 'row' => ['sku' => '0123', 'name' => 'Heather']])->assertOk()->assertJsonPath('text', 'https://fennmoor.example/p/0123')->assertJsonPath('width', 40)->json();
    expect($answer['svg'])->toStartWith('<svg')->toContain('width="40mm"');
    $this->postJson('/api/v1/runs/label', ['recipe' => $recipe, 'row' => ['sku' => '0123', 'name' => 'Heather honey with comb']])->assertOk()->assertJsonPath('svg', null)->assertJsonPath('problem', fn (string $says): bool => str_contains($says, 'larger than its place'));
    $this->postJson('/api/v1/runs/label', ['recipe' => [...$recipe, 'layout' => ['width' => 40, 'height' => 30, 'parts' => []]]])->assertUnprocessable()->assertJsonPath('errors.0.pointer', '#/'.strtr('recipe', '.', '/'));
    $run = ($this->start)(['recipe' => [...$recipe, 'format' => 'png'], 'sheet' => 'a4-3x7-63.5x38.1', 'csv' => "sku,name\n1,Heather\n2,Heather honey with comb\n"])->assertStatus(202)->json('id');
    ($this->work)($run);
    $this->getJson("/api/v1/runs/$run")->assertJsonPath('made', 1)->assertJsonPath('failed', 1)->assertJsonPath('sheets.read_back', 1);
    ($this->start)(['recipe' => $recipe, 'sheet' => 'a4-5x13-38.1x21.2'])->assertUnprocessable()->assertJsonPath('errors.0.pointer', '#/'.strtr('sheet', '.', '/'));
});

it('corrects a sheet by what was measured, and draws its calibration page and its cuts', function () {
    $own = ['width' => 210, 'height' => 297, 'columns' => 4, 'rows' => 5, 'label_width' => 40, 'label_height' => 46, 'left' => 16, 'top' => 20, 'pitch_x' => 46, 'pitch_y' => 53];
    $answer = $this->postJson('/api/v1/runs/sheet', ['sheet' => $own, 'corner' => 2])->assertOk()->assertJsonPath('labels', 20)->assertJsonPath('crosses', [10, 10, 200, 287])->json();
    expect((string) base64_decode($answer['page'], true))->toStartWith('%PDF-1.4')->and($answer['cuts'])->toContain('rx="2.000"');
    // Half a millimetre to the right and too high by a fifth.
    $this->postJson('/api/v1/runs/sheet', ['sheet' => $answer['sheet'], 'measured' => [10.5, 9.8, 200.5, 286.8]])->assertOk()->assertJsonPath('sheet.shift', fn (array $shift): bool => abs($shift[0] + 0.5) < 0.01 && abs($shift[1] - 0.2) < 0.01);
    $this->postJson('/api/v1/runs/sheet', ['sheet' => $own, 'measured' => [10, 10, 150, 287]])->assertUnprocessable()->assertJsonPath('errors.0.pointer', '#/measured');
    $this->postJson('/api/v1/runs/sheet', ['sheet' => 'roll:40x30'])->assertOk()->assertJsonPath('page', null)->assertJsonPath('cuts', null);
    $this->postJson('/api/v1/runs/sheet', ['sheet' => 'a9'])->assertUnprocessable()->assertJsonPath('errors.0.pointer', '#/sheet');
});

it('looks through a whole table in the queue, and finds the same as it would at once', function () {
    $body = ['recipe' => $this->recipe, 'csv' => "sku;name\n0123;Heather\n;nothing\n0456;Lime\n0123;again\n", 'changes' => ['5' => ['name' => 'mended']]];
    $this->postJson('/api/v1/glyphs', jar(['text' => 'https://fennmoor.example/p/0456']))->assertCreated();
    $whole = $this->postJson('/api/v1/table-checks', $body)->assertStatus(202)->assertJsonPath('state', 'queued')->assertJsonPath('rows', 4)->assertJsonPath('found', null)->json('id');
    Queue::assertPushed(CheckWhole::class, 1);
    app()->call([new CheckWhole($whole), 'handle']);
    $found = $this->getJson("/api/v1/table-checks/$whole")->assertOk()->assertJsonPath('state', 'done')->assertJsonPath('looked_at', 4)->json('found');
    expect($found)->toBe($this->postJson('/api/v1/runs/check', $body)->assertOk()->json())
        ->and(array_column($found['faults'], 'count', 'message'))->toBe(['The cell of “sku” is empty.' => 1, 'It says what an earlier row says.' => 1, 'A saved glyph says this already.' => 1])
        ->and($found['form'])->toBe(['encoding' => 'UTF-8', 'delimiter' => 'semicolon', 'header' => true]);
    // The table itself is not kept longer than it is needed.
    expect(RunStore::disk()->allFiles())->toBe([]);
});

it('stops looking when told to, and looks through two tables of a workspace at a time', function () {
    $begin = fn () => $this->postJson('/api/v1/table-checks', ['recipe' => $this->recipe, 'csv' => "sku\n1\n2\n"]);
    $first = $begin()->assertStatus(202)->json('id');
    $begin()->assertStatus(202);
    $begin()->assertStatus(422)->assertJsonPath('errors.0.pointer', '#/table');
    $this->deleteJson("/api/v1/table-checks/$first")->assertNoContent();
    app()->call([new CheckWhole($first), 'handle']);
    $this->getJson("/api/v1/table-checks/$first")->assertNotFound();
    $begin()->assertStatus(202);
    $this->travel(25)->hours();
    app()->call([new PruneLeftovers, 'handle']);
    expect(WholeCheck::query()->count())->toBe(0)->and(RunStore::disk()->allFiles())->toBe([]);
});

it('says that it could not look when its worker gave up', function () {
    $whole = $this->postJson('/api/v1/table-checks', ['recipe' => $this->recipe, 'csv' => "sku\n1\n"])->json('id');
    (new CheckWhole($whole))->failed(null);
    $this->getJson("/api/v1/table-checks/$whole")->assertOk()->assertJsonPath('state', 'failed')->assertJsonPath('found', null);
});

it('refuses a table with the character that ends texts, in every way that one comes', function (string $path) {
    foreach (['a.csv' => "sku,name\n01\x0023,Heather and more letters\n0456,Lime\n", 'a.json' => '[{"sku":"01\\u000023"}]'] as $name => $bytes) {
        $answer = $this->post($path, ['file' => UploadedFile::fake()->createWithContent($name, $bytes), 'recipe' => json_encode($this->recipe)]);
        $answer->assertStatus(422);
        expect($answer->json('errors.0.detail'))->toContain('U+0000');
    }
})->with(['/api/v1/runs', '/api/v1/runs/check', '/api/v1/table-checks']);
