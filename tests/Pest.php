<?php

declare(strict_types=1);

use App\Actions\ManageKey;
use App\Models\Ability;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Foundation\Testing\RefreshDatabase;
use Symfony\Component\Process\Process;
use Tests\TestCase;

pest()->extend(TestCase::class)->use(RefreshDatabase::class)->in('Feature');

/** A link to draw. */
const LINK = 'https://fennmoor.example/hive/7';

/** The workspace that a user is in. */
function workspaceOf(User $user): Workspace
{
    return $user->memberships()->with('workspace')->oldest()->firstOrFail()->workspace;
}

/** A key of a new user, as headers. @param  list<string>  $abilities */
function keyOf(User $user, ?array $abilities = null, ?Workspace $workspace = null): array
{
    $key = app(ManageKey::class)->create($user, $workspace ?? workspaceOf($user), ['name' => 'test', 'abilities' => $abilities ?? Ability::names(), 'per_minute' => 1_000_000])[1];
    app('auth')->forgetGuards();

    return ['Authorization' => "Bearer $key"];
}

/** The command line as somebody runs it. @return array{int, string, string} exit status, output and errors */
function glyph(string ...$words): array
{
    $process = new Process([__DIR__.'/../bin/glyph', ...$words], sys_get_temp_dir(), ['PATH' => getenv('PATH')]);
    $process->run();

    return [(int) $process->getExitCode(), $process->getOutput(), $process->getErrorOutput()];
}

/** A glyph as it would be sent. @param  array<string, mixed>  $more @return array<string, mixed> */
function jar(array $more = []): array
{
    return ['name' => 'Heather honey jar', 'kind' => 'link', 'text' => 'https://fennmoor.example/jar/heather-340', 'level' => 'Q', 'module_px' => 10, 'dark' => '#2B1A0E', 'light' => '#FFFAEC', ...$more];
}

/**
 * What is wrong with a request: details by place in the body, with points between the names, or by query parameter.
 *
 * @return array<string, list<string>>
 */
function faults(Illuminate\Testing\TestResponse $answer): array
{
    $faults = [];
    foreach ($answer->assertUnprocessable()->json('errors') as $entry) {
        $path = isset($entry['pointer']) ? implode('.', array_map(fn ($name) => str_replace(['~1', '~0'], ['/', '~'], rawurldecode($name)), array_slice(explode('/', $entry['pointer']), 1))) : $entry['parameter'];
        $faults[$path][] = $entry['detail'];
    }

    return $faults;
}

/** Bodies that each route takes, to which one thing after the other is done. */
function sound(string $operation): array
{
    return match ($operation) {
        'makeSymbol' => ['text' => 'hive'],
        'makeBars' => ['symbology' => 'ean13', 'text' => '952012345678'],
        'buildPayload' => ['kind' => 'wifi', 'fields' => ['ssid' => 'Honey House', 'password' => 'clover&lime7']],
        'parsePayload', 'lookUpGlyphs', 'convertGs1' => ['text' => '(01)09520123456788'],
        'readGs1Element' => ['ai' => '310n', 'value' => '5 kg'],
        'createGlyph' => ['name' => 'Hive', 'text' => 'hive'],
        'createFinish' => ['name' => 'Jar', 'finish' => ['shape' => 'disc']],
        'createGate' => ['name' => 'Gate', 'csv' => 'A1'],
        'createResolverLink' => ['path' => '/01/09520123456788', 'type' => 'pip', 'href' => 'https://fennmoor.example/', 'title' => 'Jar'],
        'createWaypoint' => ['name' => 'Way', 'route' => ['else' => ['link' => 'https://fennmoor.example/']]],
        'createPage' => ['name' => 'Page', 'kind' => 'text'],
        'adjustSheet' => ['sheet' => 'a4-3x7-63.5x38.1', 'measured' => [10.4, 9.8, 199.7, 286.9]],
        'drawLabel' => ['recipe' => ['text' => 'hive {{n}}', 'size_mm' => 20], 'row' => ['n' => '7']],
        'startRun', 'checkRun' => ['recipe' => ['text' => 'hive {{n}}'], 'csv' => "n\n1\n"],
        'createAlert' => ['sort' => 'first'],
        'arrangeGlyphs' => ['glyphs' => ['01900000-0000-7000-8000-000000000001']],
        'renameShelf' => ['from' => 'Jars', 'to' => 'Wax'],
        'keepPageStyle' => ['name' => 'Style', 'style' => ['ink' => '#000000']],
        'signIn' => ['email' => 'nobody@fennmoor.example', 'password' => 'x'],
        default => [],
    };
}
