<?php

declare(strict_types=1);

use App\Checks\CheckCode;
use App\Jobs\PruneLeftovers;
use App\Models\FieldCheck;
use App\Models\FieldResult;
use App\Models\User;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Testing\TestResponse;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureFormat;

/** A picture of a print that says so. */
function printOf(string $text, string $name = 'print.png'): UploadedFile
{
    return UploadedFile::fake()->createWithContent($name, Composition::of(PayloadInput::ofText($text))->picture(PictureFormat::Png));
}

beforeEach(function () {
    Queue::fake();
    $this->user = User::factory()->create();
    $this->key = keyOf($this->user);
    $this->withHeaders([...$this->key, 'Accept' => 'application/json']);
    $this->glyph = $this->postJson('/api/v1/glyphs', jar(['text' => 'https://fennmoor.example/hive/7']))->json('id');
    $this->check = $this->postJson('/api/v1/checks', ['glyph' => $this->glyph, 'asks' => 'Hold it 25 cm away.', 'hours' => 4])->assertCreated()->json();
    $this->code = $this->check['code'];
    // Testers have neither a key nor a session.
    $this->asTester = function (): void {
        app('auth')->forgetGuards();
        $this->flushHeaders()->withHeaders(['Accept' => 'application/json']);
    };
    $this->asOwner = fn () => $this->withHeaders($this->key);
    $this->send = fn (UploadedFile $picture, array $more = []): TestResponse => $this->post("/api/v1/c/{$this->code}/picture", ['picture' => $picture, ...$more]);
});

it('gives a print a page that needs no account, and a symbol of its own that reads', function () {
    expect($this->check)->toMatchArray(['glyph' => $this->glyph, 'revision' => 1, 'open' => true, 'asks' => 'Hold it 25 cm away.', 'results' => []])
        ->and($this->check['address'])->toEndWith("/c/{$this->code}")->and(CheckCode::given(strtolower($this->code)))->toBe($this->code);
    ($this->asTester)();
    $task = $this->getJson('/api/v1/c/'.strtolower($this->code))->assertOk()->assertJsonPath('asks', 'Hold it 25 cm away.')->assertJsonPath('results', 0);
    expect($task->headers->get('Cache-Control'))->toContain('no-store')->and($task->headers->getCookies())->toBe([]);
    $this->withoutVite()->get("/c/{$this->code}")->assertOk()->assertSee('Field check')->assertHeader('Referrer-Policy');
});

it('reads what a tester took, and keeps verdict, figures, name and a small grey cut-out once it is sent', function () {
    $hook = ($this->asOwner)()->postJson('/api/v1/hooks', ['name' => 'Lab', 'url' => 'https://93.184.216.34/', 'events' => ['field.checked']])->json('hook.id');
    ($this->asTester)();
    $reading = ($this->send)(printOf('https://fennmoor.example/hive/7'), ['tries' => '2'])->assertOk()->assertJsonPath('outcome', 'read')->json();
    expect(array_column($reading['figures'], 'verdict', 'id'))->toBe(['contrast' => 'holds', 'module' => 'holds', 'doubtful' => 'holds', 'unused' => 'holds'])->and($reading['corners'])->toHaveCount(4);
    ($this->asOwner)();
    $this->getJson("/api/v1/checks/{$this->check['id']}")->assertJsonPath('results', []);
    ($this->asTester)();
    $this->putJson("/api/v1/c/{$this->code}/results/{$reading['result']}", ['device' => ' Phone, rear 12 Mpx '])->assertOk()->assertJsonPath('device', 'Phone, rear 12 Mpx')->assertJsonPath('tries', 2);
    // What was sent stays as it was sent.
    $this->putJson("/api/v1/c/{$this->code}/results/{$reading['result']}", ['device' => 'Another'])->assertOk()->assertJsonPath('device', 'Phone, rear 12 Mpx');
    ($this->asOwner)();
    $check = $this->getJson("/api/v1/checks/{$this->check['id']}")->assertJsonPath('results.0.picture', true)->json();
    expect($check['devices'])->toHaveCount(1)->and($check['devices'][0])->toMatchArray(['device' => 'Phone, rear 12 Mpx', 'results' => 1, 'read' => 1])->and($check['devices'][0]['share'] + 0.0)->toBe(1.0);
    $picture = $this->get("/api/v1/checks/{$this->check['id']}/results/{$reading['result']}/picture")->assertOk()->assertHeader('Content-Type', 'image/jpeg')->getContent();
    expect((new PictureDecoder)->decode($picture)->width)->toBeLessThanOrEqual(280)->toBeGreaterThan(60)
        ->and(DB::table('hook_deliveries')->where('hook_id', $hook)->count())->toBe(1);
});

it('tells another code from the one that was printed, and from none', function () {
    ($this->asTester)();
    ($this->send)(printOf('https://fennmoor.example/hive/8'))->assertJsonPath('outcome', 'other');
    $blank = imagecreatetruecolor(60, 60);
    ob_start();
    imagepng($blank);
    $none = ($this->send)(UploadedFile::fake()->createWithContent('blank.png', (string) ob_get_clean()), ['live' => '1'])->assertJsonPath('outcome', 'unread')->json();
    expect($none['result'])->toBeNull()->and($none['hint'])->not->toBe('')->and(FieldResult::query()->count())->toBe(1);
});

it('judges by what was printed when the check began, not by a later revision', function () {
    $this->patchJson("/api/v1/glyphs/{$this->glyph}", ['text' => 'https://fennmoor.example/moved'])->assertOk();
    ($this->asTester)();
    ($this->send)(printOf('https://fennmoor.example/hive/7'))->assertJsonPath('outcome', 'read');
    ($this->send)(printOf('https://fennmoor.example/moved'))->assertJsonPath('outcome', 'other');
});

it('takes results by hand and orders the devices by how many fail', function () {
    ($this->asTester)();
    foreach ([['Till', 'unread'], ['till', 'read'], ['Old phone', 'read']] as [$device, $outcome]) {
        $this->postJson("/api/v1/c/{$this->code}/results", ['device' => $device, 'outcome' => $outcome])->assertCreated()->assertJsonPath('by_hand', true);
    }
    $this->postJson("/api/v1/c/{$this->code}/results", ['device' => "a\nb", 'outcome' => 'read'])->assertStatus(422);
    ($this->asOwner)();
    $this->postJson("/api/v1/checks/{$this->check['id']}/results", ['device' => 'Kiosk', 'outcome' => 'maybe'])->assertStatus(422);
    $devices = $this->getJson("/api/v1/checks/{$this->check['id']}")->json('devices');
    expect(array_map(fn (array $row): array => [$row['device'], $row['read'], $row['results']], $devices))->toBe([['till', 1, 2], ['Old phone', 1, 1]]);
});

it('ends: by itself, when told to, and with its results when deleted', function () {
    $this->postJson("/api/v1/checks/{$this->check['id']}/close")->assertOk()->assertJsonPath('open', false);
    ($this->asTester)();
    $this->getJson("/api/v1/c/{$this->code}")->assertStatus(410);
    ($this->send)(printOf('x'))->assertStatus(410);
    $this->postJson("/api/v1/c/{$this->code}/results", ['device' => 'Till', 'outcome' => 'read'])->assertStatus(410);
    $this->getJson('/api/v1/c/22222222')->assertStatus(404);
    $this->getJson('/api/v1/c/'.str_repeat('A', 30))->assertStatus(404);
    ($this->asOwner)();
    $this->postJson("/api/v1/checks/{$this->check['id']}/results", ['device' => 'Till', 'outcome' => 'read'])->assertCreated();
    $this->deleteJson("/api/v1/checks/{$this->check['id']}")->assertNoContent();
    expect(FieldResult::query()->count())->toBe(0);
});

it('keeps no more than it says: the oldest unsent readings go, and all of them after a day', function () {
    $check = FieldCheck::query()->firstOrFail();
    foreach (range(1, 101) as $i) {
        DB::table('field_results')->insert(['id' => Str::uuid7(), 'field_check_id' => $check->id, 'outcome' => 'read', 'by_hand' => false, 'tries' => $i, 'figures' => '[]', 'created_at' => now()->subMinutes(200 - $i), 'updated_at' => now()]);
    }
    ($this->asTester)();
    ($this->send)(printOf('https://fennmoor.example/hive/7'), ['tries' => '1000'])->assertOk();
    expect(FieldResult::query()->count())->toBe(100)->and(FieldResult::query()->min('tries'))->toBe(3);
    DB::table('field_results')->insert(['id' => Str::uuid7(), 'field_check_id' => $check->id, 'device' => 'Kept', 'outcome' => 'read', 'by_hand' => true, 'tries' => 1, 'figures' => '[]', 'sent_at' => now()->subDays(3), 'created_at' => now()->subDays(3), 'updated_at' => now()]);
    $this->travel(2)->days();
    (new PruneLeftovers)->handle();
    expect(FieldResult::query()->pluck('device')->all())->toBe(['Kept']);
});

it('takes only pictures within the bounds', function () {
    ($this->asTester)();
    ($this->send)(UploadedFile::fake()->createWithContent('x.png', 'no picture'))->assertStatus(422)->assertJsonPath('errors.0.pointer', '#/picture');
    $this->postJson("/api/v1/c/{$this->code}/picture", [])->assertStatus(422);
    ($this->send)(printOf('x'), ['tries' => '0'])->assertStatus(422);
});
