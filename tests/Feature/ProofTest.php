<?php

declare(strict_types=1);

use App\Models\Proof;
use App\Models\User;
use App\Proofs\FinishProof;
use App\Proofs\ProveRow;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use KeenGlyph\Core\Compose\BarsComposition;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Linear\LinearSymbology;

beforeEach(function () {
    Queue::fake();
    $this->user = User::factory()->create();
    $this->withHeaders([...keyOf($this->user), 'Accept' => 'application/json']);
    $this->ask = fn (array $more = []) => $this->postJson('/api/v1/proofs', ['text' => 'https://fennmoor.example/hive/7', 'size_mm' => 20, 'dpi' => 300, 'devices' => ['kiosk', 'recent_phone'], 'conditions' => ['tilt'], ...$more]);
    $this->prove = function (string $id, int ...$rows): void {
        // A machine that is slow leaves a row to the next worker, as the queue would.
        $runs = 0;
        do {
            foreach ($rows === [] ? [0, 1] : $rows as $row) {
                (new ProveRow($id, $row))->handle(new FinishProof);
            }
        } while (Proof::query()->findOrFail($id)->isOpen() && ++$runs < 10);
    };
});

it('is queued, found cell by cell, and done once', function () {
    $hook = $this->postJson('/api/v1/hooks', ['name' => 'Printer', 'url' => 'https://93.184.216.34/', 'events' => ['proof.finished', 'proof.not_met']])->json('hook.id');
    $proof = ($this->ask)(['require' => 'tilt>=20,kiosk.tilt>=84,grade>=B'])->assertStatus(202)->assertJsonPath('state', 'queued')->assertJsonPath('total', 2)->assertJsonPath('cells', [])->json();
    Queue::assertPushed(ProveRow::class, 2);
    (new ProveRow($proof['id'], 0))->handle(new FinishProof);
    $this->getJson("/api/v1/proofs/{$proof['id']}")->assertJsonPath('state', 'running')->assertJsonPath('done', 1)->assertJsonPath('met', null)->assertJsonPath('cells.0.device', 'kiosk');
    $this->getJson('/api/v1/proofs')->assertJsonPath('data.0.done', 1);
    (new ProveRow($proof['id'], 1))->handle(new FinishProof);
    $this->getJson('/api/v1/proofs')->assertJsonPath('data.0.done', 2);
    $done = $this->getJson("/api/v1/proofs/{$proof['id']}")->assertJsonPath('state', 'done')->assertJsonPath('met', false)->assertJsonPath('grade.letter', 'A')->json();
    expect(array_column($done['requirements'], 'met'))->toBe([true, false, true])->and($done['requirements'][1]['device'])->toBe('kiosk')
        ->and($done['cells'][0]['margin'])->toBeGreaterThan(30)->toBeLessThan(84);
    // Whoever comes once more finds nothing to do, and nobody is told twice.
    ($this->prove)($proof['id']);
    expect(DB::table('hook_deliveries')->where('hook_id', $hook)->orderBy('type')->pluck('type')->all())->toBe(['proof.finished', 'proof.not_met']);
});

it('goes on where a worker was killed', function () {
    $id = ($this->ask)(['conditions' => ['tilt', 'glare']])->json('id');
    Proof::query()->whereKey($id)->update(['state' => 'running', 'started_at' => now()]);
    $kept = ['margin' => 12.5, 'mildest' => 12.5, 'hardest' => 12.5, 'beyond' => false, 'other' => null, 'working_mm' => 150.0, 'reason' => null, 'samples' => 3];
    DB::table('proof_cells')->insert(['proof_id' => $id, 'place' => 0, 'found' => json_encode($kept)]);
    ($this->prove)($id);
    $this->getJson("/api/v1/proofs/$id")->assertJsonPath('state', 'done')->assertJsonPath('done', 4)->assertJsonPath('cells.0.margin', 12.5);
});

it('takes over what the same composition was found to bear, and nothing of another one', function () {
    $first = ($this->ask)()->json('id');
    ($this->prove)($first);
    $again = ($this->ask)(['require' => 'tilt>=10'])->json();
    expect($again['done'])->toBe(2)->and(($this->ask)(['seed' => 2])->json('done'))->toBe(0)->and(($this->ask)(['size_mm' => 21])->json('done'))->toBe(0);
    ($this->prove)($again['id']);
    $this->getJson("/api/v1/proofs/{$again['id']}")->assertJsonPath('met', true)->assertJsonPath('cells.0.margin', $this->getJson("/api/v1/proofs/$first")->json('cells.0.margin'))->assertJsonPath('cells.0.need', 10);
});

it('stops when it is cancelled, and keeps what was found', function () {
    $id = ($this->ask)()->json('id');
    (new ProveRow($id, 0))->handle(new FinishProof);
    $this->postJson("/api/v1/proofs/$id/cancel")->assertOk()->assertJsonPath('state', 'cancelled')->assertJsonPath('cells.0.device', 'kiosk');
    (new ProveRow($id, 1))->handle(new FinishProof);
    $this->getJson("/api/v1/proofs/$id")->assertJsonPath('state', 'cancelled')->assertJsonCount(1, 'cells');
    $this->deleteJson("/api/v1/proofs/$id")->assertNoContent();
    $this->getJson("/api/v1/proofs/$id")->assertNotFound();
});

it('proofs a glyph as it was when it was asked, by what the workspace requires', function () {
    $this->patchJson('/api/v1/workspace', ['proof_require' => 'tilt>=15'])->assertOk()->assertJsonPath('proof_require', 'tilt>=15');
    $glyph = $this->postJson('/api/v1/glyphs', jar())->assertCreated()->json();
    $proof = $this->postJson('/api/v1/proofs', ['glyph' => $glyph['id'], 'devices' => ['kiosk'], 'conditions' => ['tilt']])->assertStatus(202)->assertJsonPath('require', 'tilt>=15')->assertJsonPath('revision', 1)->json();
    $this->patchJson("/api/v1/glyphs/{$glyph['id']}", ['text' => 'https://fennmoor.example/changed'])->assertOk();
    (new ProveRow($proof['id'], 0))->handle(new FinishProof);
    $this->getJson("/api/v1/proofs?glyph={$glyph['id']}")->assertJsonCount(1, 'data')->assertJsonPath('data.0.met', true)->assertJsonPath('data.0.revision', 1);
    // The library says so, and that the glyph has changed since.
    $this->getJson('/api/v1/glyphs')->assertJsonPath('data.0.proof.met', true)->assertJsonPath('data.0.proof.current', false)->assertJsonPath('data.0.proof.letter', 'A');
});

it('shows the picture at any figure with what was read', function () {
    $id = ($this->ask)()->json('id');
    $mild = $this->getJson("/api/v1/proofs/$id/sample?device=kiosk&condition=tilt&figure=10")->assertOk()->assertJsonPath('read.plain', true)->assertJsonPath('read.thorough', true)->json();
    $hard = $this->getJson("/api/v1/proofs/$id/sample?device=kiosk&condition=tilt&figure=84&seed=1")->assertOk()->assertJsonPath('read.plain', false)->json();
    $picture = imagecreatefromstring((string) base64_decode(explode(',', $mild['picture'])[1]));
    expect([imagesx($picture), imagesy($picture)])->toBe([$mild['width'], $mild['height']])->and($mild['picture'])->not->toBe($hard['picture'])->and($hard['failure'] === null)->toBe($hard['read']['thorough']);
    // Beyond its end a scale goes no further.
    $this->getJson("/api/v1/proofs/$id/sample?device=kiosk&condition=tilt&figure=4000")->assertOk()->assertJsonPath('figure', 85);
    $this->getJson("/api/v1/proofs/$id/sample?device=spoon&condition=tilt&figure=10")->assertUnprocessable();
});

it('refuses what it cannot look at, beside the field', function (array $given, string $pointer) {
    $answer = ($this->ask)($given)->assertUnprocessable();
    expect(array_column($answer->json('errors'), 'pointer'))->toContain($pointer);
})->with([
    'no such device' => [['devices' => ['spoon']], '#/devices'], 'no such condition' => [['conditions' => ['heat']], '#/conditions'], 'a requirement' => [['require' => 'tilt'], '#/require'],
    'both' => [['glyph' => '0192aaaa-0000-7000-8000-000000000000'], '#/glyph'], 'a device without figures' => [['devices' => [['id' => 'mine']]], '#/devices'], 'a seed' => [['seed' => -1], '#/seed'],
    'the same device twice' => [['devices' => ['kiosk', 'kiosk']], '#/devices'],
    'a text that may not be drawn' => [['text' => 'javascript:alert(1)'], '#/text'],
]);

it('takes devices of one’s own', function () {
    $device = [...$this->getJson('/api/v1/proofs/options')->assertOk()->json('devices.6'), 'id' => 'door_camera', 'label' => 'Door camera'];
    ($this->ask)(['devices' => [$device]])->assertStatus(202)->assertJsonPath('devices.0.id', 'door_camera');
});

it('looks through the strangest camera that its bounds allow', function () {
    $device = ['id' => 'odd', 'label' => 'Odd', 'pixels' => 8192, 'angle' => 5, 'aperture_mm' => 50, 'nearest_mm' => 0, 'fixed_focus_mm' => 10, 'usual_mm' => 10, 'lens_blur_px' => 5, 'electrons_per_lux_second' => 1, 'full_well' => 1000000, 'read_noise' => 1000, 'slowest_ms' => 1000, 'lamp_lux' => 0, 'light' => 'white', 'decoder' => 'plain', 'pixels_per_module' => 1];
    $id = ($this->ask)(['devices' => [$device], 'conditions' => ['motion', 'defocus']])->assertStatus(202)->json('id');
    foreach (['motion', 'defocus', 'jpeg', 'curvature', 'scratches'] as $condition) {
        $this->getJson("/api/v1/proofs/$id/sample?device=odd&condition=$condition&figure=50")->assertOk();
    }
    ($this->prove)($id, 0);
    $this->getJson("/api/v1/proofs/$id")->assertJsonPath('state', 'done');
});

it('grades pictures of prints', function () {
    $png = Composition::of(PayloadInput::ofText('https://fennmoor.example/hive/7'))->picture(PictureFormat::Png);
    $graded = $this->post('/api/v1/grades', ['picture' => UploadedFile::fake()->createWithContent('print.png', $png), 'white' => '0.9'])->assertOk()->assertJsonPath('symbols.0.grade.letter', 'A')->assertJsonPath('symbols.0.grade.calibrated', true)->json();
    expect(array_column($graded['symbols'][0]['grade']['parameters'], 'value', 'parameter')['contrast'])->toEqualWithDelta(0.9, 0.01);
    $bars = BarsComposition::of(LinearSymbology::Ean13, '952123456789')->picture(PictureFormat::Png);
    $this->post('/api/v1/grades', ['picture' => UploadedFile::fake()->createWithContent('bars.png', $bars)])->assertOk()->assertJsonPath('symbols.0.grade.standard', 'ISO/IEC 15416:2016')->assertJsonPath('symbols.0.grade.letter', 'A');
    $this->post('/api/v1/grades', ['picture' => UploadedFile::fake()->createWithContent('print.png', 'no picture')])->assertUnprocessable();
    $this->post('/api/v1/grades', [])->assertUnprocessable();
});

it('tells of a lack once, and again only when it held in between', function () {
    $glyph = $this->postJson('/api/v1/glyphs', jar())->json('id');
    $hook = $this->postJson('/api/v1/hooks', ['name' => 'Printer', 'url' => 'https://93.184.216.34/', 'events' => ['proof.not_met']])->json('hook.id');
    $told = fn (): int => DB::table('hook_deliveries')->where('hook_id', $hook)->count();
    $run = function (string $require) use ($glyph): void {
        $id = $this->postJson('/api/v1/proofs', ['glyph' => $glyph, 'devices' => ['kiosk', 'recent_phone'], 'conditions' => ['tilt'], 'require' => $require])->json('id');
        ($this->prove)($id);
    };
    $run('tilt>=84.9');
    expect($told())->toBe(1);
    $run('tilt>=84.9');
    expect($told())->toBe(1);
    $run('tilt>=10');
    $run('tilt>=84.9');
    expect($told())->toBe(2);
});

it('reads a picture of each device blind too, and says what the hint changed', function () {
    $id = ($this->ask)()->json('id');
    ($this->prove)($id);
    $blind = $this->getJson("/api/v1/proofs/$id")->json('blind');
    expect(array_column($blind, 'device'))->toBe(['kiosk', 'recent_phone'])->and($blind[0])->toHaveKeys(['figure', 'told', 'blind']);
});

it('is a sheet of paper: the same figures as a page and as a PDF, with revision and hash', function () {
    $glyph = $this->postJson('/api/v1/glyphs', jar(['name' => 'Hive <7> & co']))->json('id');
    $check = $this->postJson('/api/v1/checks', ['glyph' => $glyph])->json('id');
    $this->postJson("/api/v1/checks/$check/results", ['device' => 'Market <till>', 'outcome' => 'read']);
    $id = $this->postJson('/api/v1/proofs', ['glyph' => $glyph, 'devices' => ['kiosk', 'recent_phone'], 'conditions' => ['tilt'], 'require' => 'tilt>=20'])->json('id');
    ($this->prove)($id);
    $html = $this->get("/api/v1/proofs/$id/sheet.html")->assertOk()->assertHeader('Content-Type', 'text/html; charset=utf-8');
    $html->assertSee('Hive <7> & co')->assertSee('Market <till>')->assertSee('revision 1')->assertSee('■ met', false)->assertSee(hash('sha256', $this->get("/api/v1/proofs/$id/image.svg")->assertOk()->getContent()));
    expect($html->getContent())->not->toContain('<script');
    $pdf = $this->get("/api/v1/proofs/$id/sheet.pdf")->assertOk()->assertHeader('Content-Type', 'application/pdf')->getContent();
    expect($pdf)->toStartWith('%PDF-')->and(strlen($pdf))->toBeGreaterThan(20_000);
});

it('streams its cells and ends', function () {
    $id = ($this->ask)()->json('id');
    ($this->prove)($id);
    $stream = $this->get("/api/v1/proofs/$id/events", ['Accept' => 'text/event-stream'])->assertOk();
    preg_match_all('/^event: (\w+)\ndata: (.*)$/m', $stream->streamedContent(), $events);
    expect($events[1])->toBe(['cells', 'end'])->and(json_decode($events[2][0], true)['cells'])->toHaveCount(2)->and(json_decode($events[2][1], true)['state'])->toBe('done');
});
