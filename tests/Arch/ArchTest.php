<?php

declare(strict_types=1);

use App\Http\Requests\ApiRequest;
use App\Http\Requests\DrawnRequest;
use App\Http\Requests\PageRequest;

arch('arrows point one way: the core and the command line know nothing of the application')
    ->expect('KeenGlyph')->not->toUse(['App', 'Illuminate', 'Laravel']);

arch('nothing uses the command line')->expect('KeenGlyph\Cli')->toOnlyBeUsedIn('KeenGlyph\Cli');

arch('models, actions and compositions know nothing of HTTP')
    ->expect(['App\Models', 'App\Actions', 'App\Composition', 'App\Jobs'])
    ->not->toUse(['App\Http', 'Illuminate\Http\Request']);

arch('controllers neither encode, draw nor read, and open no table by name')
    ->expect('App\Http\Controllers')
    ->not->toUse(['KeenGlyph\Core\Symbol', 'KeenGlyph\Core\Render', 'KeenGlyph\Core\Read', 'KeenGlyph\Core\Proof', 'Illuminate\Support\Facades\DB', 'Illuminate\Support\Facades\Schema', 'Illuminate\Database\Query']);

arch('only the core composes: nothing else encodes, lays out or draws by itself')
    ->expect(['App', 'KeenGlyph\Cli'])
    ->not->toUse(['KeenGlyph\Core\Symbol\Encoder', 'KeenGlyph\Core\Render\SceneBuilder', 'KeenGlyph\Core\Render\SvgRenderer', 'KeenGlyph\Core\Render\PngRenderer', 'KeenGlyph\Core\Render\PdfRenderer']);

arch('models of a workspace say so')->expect(['App\Models\Glyph', 'App\Models\Finish', 'App\Models\Gate'])->toUseTrait('App\Models\Concerns\BelongsToWorkspace');

arch('classes are final, but for those that requests are built on')->expect(['App', 'KeenGlyph\Cli'])->classes()->toBeFinal()->ignoring([ApiRequest::class, PageRequest::class, DrawnRequest::class]);

arch('strict types everywhere')->expect(['App', 'KeenGlyph\Cli'])->toUseStrictTypes();

arch('no debugging is left')->expect(['dd', 'dump', 'ray', 'var_dump', 'print_r'])->not->toBeUsed();

it('keeps generated types and limits in step with openapi.yaml', function () {
    $generated = (string) shell_exec('cd '.escapeshellarg(__DIR__.'/../..').' && npx openapi-typescript openapi/openapi.yaml --default-non-nullable false 2>/dev/null');
    expect(file_get_contents(__DIR__.'/../../resources/web/api/schema.d.ts'))->toBe($generated)
        ->and(file_get_contents(__DIR__.'/../../resources/web/api/limits.ts'))->toBe((string) shell_exec('node '.escapeshellarg(__DIR__.'/../../openapi/limits.mjs')));
});
