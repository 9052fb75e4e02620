<?php

declare(strict_types=1);

use App\Models\Role;
use App\Models\User;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use Tests\Support\Contract;

/**
 * Every route of the API with a workspace behind it, so that a new one is tested without anybody having to think of it.
 *
 * @return array<string, array{string, string}> method and path by both
 */
function workspaceRoutes(): array
{
    $routes = [];
    foreach (Route::getRoutes()->getRoutes() as $route) {
        $needsWorkspace = array_filter($route->gatherMiddleware(), fn ($name) => is_string($name) && str_starts_with($name, 'ability:')) !== [];
        foreach ($needsWorkspace ? array_diff($route->methods(), ['HEAD']) : [] as $method) {
            $routes["$method {$route->uri()}"] = [$method, '/'.$route->uri()];
        }
    }

    return $routes;
}

/** A glyph, a finish and a gate with somebody inside, made by whoever asks. @return array<string, string> identifiers by what they name */
function saved(object $test): array
{
    $gate = $test->postJson('/api/v1/gates', ['name' => 'Quillon door', 'csv' => "QUILLON-1,Maud\nQUILLON-2,Tom"])->assertCreated()->json('id');

    $glyph = $test->postJson('/api/v1/glyphs', jar(['name' => 'Quillon jar', 'text' => 'https://fennmoor.example/Quillon', 'shelf' => 'Quillon shelf']))->assertCreated()->json('id');
    $check = $test->postJson('/api/v1/checks', ['glyph' => $glyph, 'asks' => 'Read the Quillon jar'])->assertCreated()->json('id');
    $waypoint = $test->postJson('/api/v1/waypoints', ['name' => 'Quillon way', 'route' => ['else' => ['link' => 'https://fennmoor.example/Quillon']], 'publish' => true])->assertCreated()->json('id');
    $hook = $test->postJson('/api/v1/hooks', ['name' => 'Quillon stock', 'url' => 'https://93.184.216.34/quillon', 'events' => ['glyph.deleted']])->assertCreated()->json('hook.id');

    return [
        'hook' => $hook,
        'delivery' => $test->postJson("/api/v1/hooks/$hook/test")->assertStatus(202)->json('delivery'),
        'key' => (string) $test->postJson('/api/v1/keys', ['name' => 'Quillon printer', 'abilities' => ['draw']])->assertCreated()->json('key.id'),
        'glyph' => $glyph,
        'check' => $check,
        'waypoint' => $waypoint,
        'revision' => '1',
        'page' => $test->postJson('/api/v1/pages', ['name' => 'Quillon page', 'kind' => 'text'])->assertCreated()->json('id'),
        'alert' => $test->postJson('/api/v1/alerts', ['sort' => 'first', 'waypoint' => $waypoint])->assertCreated()->json('id'),
        'run' => $test->postJson('/api/v1/runs', ['recipe' => ['text' => 'Quillon {{n}}'], 'csv' => "n\n1\n"])->assertStatus(202)->json('id'),
        'whole' => $test->postJson('/api/v1/table-checks', ['recipe' => ['text' => 'Quillon {{n}}'], 'csv' => "n\n1\n"])->assertStatus(202)->json('id'),
        'style' => $test->postJson('/api/v1/page-styles', ['name' => 'Quillon look', 'style' => ['ink' => '#101010']])->assertCreated()->json('id'),
        'file' => $test->post('/api/v1/files', ['file' => UploadedFile::fake()->image('quillon.png', 8, 8)])->assertCreated()->json('id'),
        'link' => $test->postJson('/api/v1/resolver', ['path' => '/01/09520123456788', 'type' => 'pip', 'href' => 'https://fennmoor.example/Quillon', 'title' => 'Quillon jar'])->assertCreated()->json('id'),
        'result' => $test->postJson("/api/v1/checks/$check/results", ['device' => 'Quillon phone', 'outcome' => 'read'])->assertCreated()->json('id'),
        'proof' => $test->postJson('/api/v1/proofs', ['text' => 'https://fennmoor.example/Quillon', 'name' => 'Quillon proof', 'devices' => ['kiosk'], 'conditions' => ['tilt']])->assertStatus(202)->json('id'),
        'finish' => $test->postJson('/api/v1/finishes', ['name' => 'Quillon style', 'finish' => ['shape' => 'disc']])->assertCreated()->json('id'),
        'gate' => $gate,
        'admission' => $test->postJson("/api/v1/gates/$gate/admit", ['code' => 'QUILLON-1'])->assertOk()->json('admission.id'),
    ];
}

/** A body with what each route needs, so that it comes as far as looking for what it names. @param  array<string, string>  $ids */
function sampleBody(string $method, string $path, array $ids): array
{
    $operation = Contract::document()['paths'][str_replace(['.{format}'], '.{format}', $path)][strtolower($method)] ?? [];
    $body = sound($operation['operationId'] ?? '');
    foreach (array_keys(Contract::properties($operation['requestBody']['content']['application/json']['schema'] ?? [])) as $name) {
        $body += match ($name) {
            'finish_id' => ['finish_id' => $ids['finish']],
            'glyph' => ['glyph' => $ids['glyph']],
            'glyphs' => ['glyphs' => [$ids['glyph']]],
            'name' => ['name' => 'Changed by somebody else'],
            'code' => str_contains($path, 'gates') ? ['code' => 'QUILLON-2'] : [],
            default => [],
        };
    }

    return $body;
}

/** What an answer tells, without what differs from one request to the next. */
function told(TestResponse $answer): array
{
    return [$answer->status(), preg_replace(['/"(?:ms|took|used|calls|in_hand)":[\d.]+/', '/[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/', '/(?<=["\/])[2-9CDFGHJKMNPQRTVWXYZ]{6}"/', '/\d{4}-\d\d-\d\dT[\d:.]+Z/'], '', (string) $answer->getContent())];
}

beforeEach(function () {
    Queue::fake();
    $this->owner = User::factory()->create();
    $this->stranger = User::factory()->create();
    $this->withHeaders(keyOf($this->owner));
    $this->ids = saved($this);
    $this->withHeaders(keyOf($this->stranger));
});

it('tells nothing of another workspace: its objects are as absent as those that never were', function () {
    foreach (workspaceRoutes() as [$method, $path]) {
        $answers = [];
        foreach ([$this->ids, array_map(fn (string $id) => ctype_digit($id) ? '987654321' : Str::uuid7()->toString(), $this->ids)] as $ids) {
            $uri = preg_replace_callback('/\{(\w+)\}/', fn (array $m) => $ids[$m[1]] ?? ['format' => 'svg', 'kind' => 'wifi'][$m[1]], $path);
            // Taken back, so that both requests find the same.
            DB::beginTransaction();
            $answers[] = told($this->json($method, $uri, $method === 'GET' ? [] : sampleBody($method, $path, $ids)));
            DB::rollBack();
        }
        expect($answers[0])->toBe($answers[1], "$method $path tells a stranger's object from one that does not exist")
            ->and($answers[0][1])->not->toContain('QUILLON')->not->toContain('Quillon');
        if (preg_match('/\{(?:glyph|finish|gate|key|hook|proof|check|waypoint|link|page|style|file|alert|run|whole)\}/', $path) === 1) {
            expect($answers[0][0])->toBe(404, "$method $path");
        }
    }
});

it('counts nothing of another workspace', function () {
    [$owner, $stranger] = [keyOf($this->owner), keyOf($this->stranger)];
    $as = fn (array $key) => [app('auth')->forgetGuards(), $this->withHeaders($key)];
    $as($stranger);
    foreach (workspaceRoutes() as [$method, $path]) {
        if ($method !== 'GET' || str_contains($path, '{')) {
            continue;
        }
        $before = told($this->getJson($path));
        $as($owner);
        $this->postJson('/api/v1/glyphs', jar(['shelf' => 'Another shelf']))->assertCreated();
        $this->postJson('/api/v1/gates', ['name' => 'Another door', 'csv' => 'A1'])->assertCreated();
        $this->postJson('/api/v1/proofs', ['text' => 'https://fennmoor.example/another', 'devices' => ['kiosk'], 'conditions' => ['tilt']])->assertStatus(202);
        $this->postJson('/api/v1/keys', ['name' => 'Another printer', 'abilities' => ['draw']])->assertCreated();
        $as($stranger);
        expect(told($this->getJson($path)))->toBe($before, "$method $path");
    }
});

it('changes nothing of another workspace', function () {
    $this->withHeaders(keyOf($this->owner));
    $look = fn (): array => array_map(fn (string $uri) => $this->getJson($uri)->assertOk()->getContent(), [
        "/api/v1/glyphs/{$this->ids['glyph']}", "/api/v1/finishes/{$this->ids['finish']}", "/api/v1/gates/{$this->ids['gate']}", "/api/v1/gates/{$this->ids['gate']}/admissions", '/api/v1/workspace', '/api/v1/shelves', "/api/v1/keys/{$this->ids['key']}", "/api/v1/hooks/{$this->ids['hook']}", "/api/v1/hooks/{$this->ids['hook']}/deliveries", "/api/v1/proofs/{$this->ids['proof']}", "/api/v1/checks/{$this->ids['check']}", "/api/v1/waypoints/{$this->ids['waypoint']}", "/api/v1/waypoints/{$this->ids['waypoint']}/trail",
    ]);
    $before = $look();
    $this->withHeaders(keyOf($this->stranger));
    foreach (workspaceRoutes() as [$method, $path]) {
        if ($method !== 'GET') {
            $uri = preg_replace_callback('/\{(\w+)\}/', fn (array $m) => $this->ids[$m[1]] ?? 'x', $path);
            $this->json($method, $uri, sampleBody($method, $path, $this->ids));
        }
    }
    $this->withHeaders(keyOf($this->owner));
    expect($look())->toBe($before);
});

it('lets a reader read everything and write nothing', function () {
    $reader = User::factory()->create();
    $reader->join(workspaceOf($this->owner), Role::Reader);
    $this->withHeaders(keyOf($reader, null, workspaceOf($this->owner)));
    foreach (Route::getRoutes()->getRoutes() as $route) {
        foreach ($route->gatherMiddleware() as $middleware) {
            if (! is_string($middleware) || ! str_starts_with($middleware, 'ability:')) {
                continue;
            }
            $method = $route->methods()[0];
            $path = '/'.$route->uri();
            $uri = preg_replace_callback('/\{(\w+)\}/', fn (array $m) => $this->ids[$m[1]] ?? ['format' => 'svg', 'kind' => 'wifi'][$m[1]], $path);
            $status = $this->json($method, $uri, $method === 'GET' ? [] : sampleBody($method, $path, $this->ids))->getStatusCode();
            in_array($middleware, ['ability:glyphs:write', 'ability:gates', 'ability:gates,pages', 'ability:keys'], true) ? expect($status)->toBe(403, "$method $path") : expect($status)->not->toBe(403, "$method $path");
        }
    }
});
