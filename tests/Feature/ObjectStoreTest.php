<?php

declare(strict_types=1);

use App\Models\Run;
use App\Models\User;
use App\Runs\DrawChunk;
use App\Runs\FinishRun;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Http;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\Storage;
use League\Flysystem\UnableToWriteFile;
use Tests\Support\ObjectStore;

beforeEach(function () {
    $this->store = ObjectStore::start();
    foreach (['runs', 'files', 'pictures'] as $disk) {
        config(["filesystems.disks.$disk" => $this->store->disk($disk)]);
        Storage::forgetDisk($disk);
    }
    $this->user = User::factory()->create();
    $this->withHeaders([...keyOf($this->user), 'Accept' => 'application/json']);
});

afterEach(function () {
    $this->store->stop();
    foreach (['runs', 'files', 'pictures'] as $disk) {
        Storage::forgetDisk($disk);
    }
});

it('keeps what a run makes in a store that several machines share, and hands it out by a signed address', function (array $more, string $magic) {
    Queue::fake();
    $run = $this->postJson('/api/v1/runs', ['recipe' => ['text' => 'https://fennmoor.example/p/{{sku}}', 'name' => '{{sku}}', 'format' => 'png', 'size_mm' => 20, 'dpi' => 203], 'csv' => "sku\n0123\n0456\n", ...$more])->assertStatus(202)->json('id');
    app()->call([new DrawChunk($run), 'handle']);
    app()->call([new FinishRun($run), 'handle']);
    $this->getJson("/api/v1/runs/$run")->assertJsonPath('state', 'done')->assertJsonPath('made', 2)->assertJsonPath('trouble', null);
    $address = (string) $this->get("/api/v1/runs/$run/result")->assertRedirect()->headers->get('Location');
    expect($address)->toStartWith("http://127.0.0.1:{$this->store->port}/fennmoor/runs/")->toContain('X-Amz-Signature=');
    $file = Http::get($address);
    expect($file->successful())->toBeTrue()->and($file->body())->toStartWith($magic)->and(Http::withHeaders(['Range' => 'bytes=0-3'])->get($address)->status())->toBe(206);
    $this->deleteJson("/api/v1/runs/$run")->assertNoContent();
    expect(Storage::disk('runs')->allFiles())->toBe([])->and(Run::query()->count())->toBe(0);
})->with(['a ZIP' => [[], 'PK'], 'sheets of labels' => [['sheet' => 'a4-3x7-63.5x38.1'], '%PDF']]);

it('keeps files of pages there, and pictures of addresses', function () {
    $png = (string) file_get_contents(dirname(__DIR__, 2).'/docs/screenshots/pages-light.png');
    $file = $this->post('/api/v1/files', ['file' => UploadedFile::fake()->createWithContent('meadow.png', $png)])->assertCreated()->json();
    $address = (string) $this->get(parse_url($file['address'], PHP_URL_PATH))->assertRedirect()->headers->get('Location');
    expect(substr(Http::get($address)->body(), 0, 2) === "\xFF\xD8")->toBeTrue();
    $glyph = $this->postJson('/api/v1/glyphs', jar())->assertCreated()->json('id');
    $public = $this->putJson("/api/v1/glyphs/$glyph/address")->assertSuccessful()->json('address.url') ?? '';
    $first = $this->get(parse_url($public, PHP_URL_PATH))->assertOk();
    expect($first->getContent())->toStartWith('<svg')->and($this->get(parse_url($public, PHP_URL_PATH))->getContent())->toBe($first->getContent())
        ->and(Storage::disk('pictures')->allFiles())->not->toBe([]);
});

it('says in words that the store is away, and goes on when it is back', function () {
    Queue::fake();
    $run = $this->postJson('/api/v1/runs', ['recipe' => ['text' => 'HIVE {{n}}', 'size_mm' => 20], 'csv' => "n\n1\n2\n"])->assertStatus(202)->json('id');
    config(['filesystems.disks.runs' => [...$this->store->disk('runs'), 'endpoint' => 'http://127.0.0.1:9', 'retries' => 0]]);
    Storage::forgetDisk('runs');
    expect(fn () => app()->call([new DrawChunk($run), 'handle']))->toThrow(UnableToWriteFile::class);
    $this->getJson("/api/v1/runs/$run")->assertJsonPath('made', 0)->assertJsonPath('waiting', 2);
    config(['filesystems.disks.runs' => $this->store->disk('runs')]);
    Storage::forgetDisk('runs');
    app()->call([new DrawChunk($run), 'handle']);
    app()->call([new FinishRun($run), 'handle']);
    $this->getJson("/api/v1/runs/$run")->assertJsonPath('state', 'done')->assertJsonPath('made', 2);
});
