<?php

declare(strict_types=1);

use App\Http\Controllers\AboutController;
use App\Http\Controllers\AddressController;
use App\Http\Controllers\AlertController;
use App\Http\Controllers\BarsController;
use App\Http\Controllers\FieldCheckController;
use App\Http\Controllers\FileController;
use App\Http\Controllers\FinishController;
use App\Http\Controllers\FinishFileController;
use App\Http\Controllers\GateController;
use App\Http\Controllers\GlyphAddressController;
use App\Http\Controllers\GlyphController;
use App\Http\Controllers\GlyphImageController;
use App\Http\Controllers\GradeController;
use App\Http\Controllers\Gs1Controller;
use App\Http\Controllers\HookController;
use App\Http\Controllers\KeyController;
use App\Http\Controllers\KindController;
use App\Http\Controllers\LibraryController;
use App\Http\Controllers\MarkController;
use App\Http\Controllers\PageController;
use App\Http\Controllers\PageStyleController;
use App\Http\Controllers\PageTokenController;
use App\Http\Controllers\PayloadController;
use App\Http\Controllers\ProofController;
use App\Http\Controllers\ProofFileController;
use App\Http\Controllers\ReadController;
use App\Http\Controllers\RelatedController;
use App\Http\Controllers\ResolverController;
use App\Http\Controllers\RunController;
use App\Http\Controllers\SessionController;
use App\Http\Controllers\SymbolController;
use App\Http\Controllers\WaypointController;
use App\Http\Controllers\WholeCheckController;
use App\Http\Controllers\WorkspaceController;
use Illuminate\Support\Facades\Route;
use KeenGlyph\Core\Image\PictureFormat;

Route::get('about', AboutController::class);

Route::post('session', [SessionController::class, 'store'])->middleware('throttle:sign-in');

Route::middleware('auth:sanctum')->group(function (): void {
    Route::get('session', [SessionController::class, 'show']);
    Route::patch('session', [SessionController::class, 'update']);
    Route::delete('session', [SessionController::class, 'destroy']);

    Route::middleware(['throttle:symbols', 'ability:read,pages', 'counted:read'])->group(function (): void {
        Route::post('read', ReadController::class);
        Route::post('read/check', [ReadController::class, 'check']);
    });

    // Not for keys that stand in pages: a grade takes longer than a reading.
    Route::post('grades', GradeController::class)->middleware(['throttle:symbols', 'ability:read', 'counted:read']);

    Route::middleware(['throttle:symbols', 'ability:draw,read', 'counted:draw'])->group(function (): void {
        Route::post('payloads/build', [PayloadController::class, 'build']);
        Route::post('payloads/parse', [PayloadController::class, 'parse']);
        Route::post('gs1', [Gs1Controller::class, 'convert']);
        Route::post('gs1/element', [Gs1Controller::class, 'read']);
        Route::get('gs1/identifiers', [Gs1Controller::class, 'identifiers']);
        Route::get('kinds', [KindController::class, 'index']);
        Route::get('kinds/{kind}', [KindController::class, 'show']);
    });

    Route::middleware(['throttle:symbols', 'ability:draw', 'counted:draw'])->group(function (): void {
        Route::post('symbols', SymbolController::class);
        Route::post('addresses', AddressController::class);
        Route::post('bars', BarsController::class);
        Route::post('marks', MarkController::class);
        Route::get('proofs/options', [ProofController::class, 'options']);
        Route::get('finishes/options', [FinishFileController::class, 'options']);
        Route::get('finishes/schema', [FinishFileController::class, 'schema']);
    });

    Route::middleware(['throttle:glyphs', 'ability:glyphs:read', 'counted:glyphs'])->group(function (): void {
        Route::get('workspace', [WorkspaceController::class, 'show']);
        Route::get('glyphs', [GlyphController::class, 'index']);
        Route::get('glyphs/tags', [LibraryController::class, 'tags']);
        Route::get('glyphs/{glyph}/revisions', [LibraryController::class, 'revisions'])->can('view', 'glyph');
        Route::get('glyphs/{glyph}/revisions/{revision}/image.svg', [LibraryController::class, 'picture'])->where('revision', '[1-9]\d{0,8}')->can('view', 'glyph');
        Route::get('glyphs/{glyph}', [GlyphController::class, 'show'])->can('view', 'glyph');
        Route::get('glyphs/{glyph}/image.{format}', GlyphImageController::class)->whereIn('format', array_column(PictureFormat::cases(), 'value'))->can('view', 'glyph');
        Route::post('glyphs/lookup', [GlyphController::class, 'lookup']);
        Route::get('shelves', [GlyphController::class, 'shelves']);
        Route::get('gates', [GateController::class, 'index']);
        Route::get('gates/{gate}', [GateController::class, 'show'])->can('view', 'gate');
        Route::get('gates/{gate}/entries', [GateController::class, 'entries'])->can('view', 'gate');
        Route::get('gates/{gate}/admissions', [GateController::class, 'admissions'])->can('view', 'gate');
        Route::get('proofs', [ProofController::class, 'index']);
        Route::get('proofs/{proof}', [ProofController::class, 'show'])->can('view', 'proof');
        Route::get('proofs/{proof}/sample', [ProofController::class, 'sample'])->can('view', 'proof');
        Route::get('proofs/{proof}/image.svg', [ProofFileController::class, 'image'])->can('view', 'proof');
        Route::get('proofs/{proof}/sheet.{format}', [ProofFileController::class, 'sheet'])->whereIn('format', ['html', 'pdf'])->can('view', 'proof');
        Route::get('proofs/{proof}/events', [ProofFileController::class, 'events'])->can('view', 'proof');
        Route::get('resolver', [ResolverController::class, 'index']);
        Route::get('waypoints', [WaypointController::class, 'index']);
        Route::get('waypoints/schema', [WaypointController::class, 'schema']);
        Route::get('waypoints/{waypoint}', [WaypointController::class, 'show'])->can('view', 'waypoint');
        Route::get('waypoints/{waypoint}/trail', [WaypointController::class, 'trail'])->can('view', 'waypoint');
        Route::post('waypoints/{waypoint}/try', [WaypointController::class, 'try'])->can('view', 'waypoint');
        Route::get('pages', [PageController::class, 'index']);
        Route::get('pages/options', [PageController::class, 'options']);
        Route::get('pages/{page}', [PageController::class, 'show'])->can('view', 'page');
        Route::get('pages/{page}/preview', [PageController::class, 'preview'])->middleware('headers:preview')->can('view', 'page');
        Route::get('pages/{page}/answers', [PageController::class, 'answers'])->can('view', 'page');
        Route::get('pages/{page}/answers.csv', [PageController::class, 'table'])->can('view', 'page');
        Route::get('alerts', [AlertController::class, 'index']);
        Route::get('runs', [RunController::class, 'index']);
        Route::get('runs/sheets', [RunController::class, 'sheets']);
        Route::post('runs/check', [RunController::class, 'check']);
        Route::post('table-checks', [WholeCheckController::class, 'store']);
        Route::get('table-checks/{whole}', [WholeCheckController::class, 'show'])->can('view', 'whole');
        Route::delete('table-checks/{whole}', [WholeCheckController::class, 'destroy'])->can('view', 'whole');
        Route::post('runs/label', [RunController::class, 'label']);
        Route::post('runs/sheet', [RunController::class, 'sheet']);
        Route::get('runs/{run}', [RunController::class, 'show'])->can('view', 'run');
        Route::get('runs/{run}/items', [RunController::class, 'items'])->can('view', 'run');
        Route::get('runs/{run}/result', [RunController::class, 'result'])->can('view', 'run');
        Route::get('related', RelatedController::class);
        Route::get('page-styles', [PageStyleController::class, 'index']);
        Route::get('files', [FileController::class, 'index']);
        Route::get('checks', [FieldCheckController::class, 'index']);
        Route::get('checks/{check}', [FieldCheckController::class, 'show'])->can('view', 'check');
        Route::get('checks/{check}/results/{result}/picture', [FieldCheckController::class, 'picture'])->can('view', 'check');
        Route::get('finishes', [FinishController::class, 'index']);
        Route::get('finishes/{finish}', [FinishController::class, 'show'])->can('view', 'finish');
        Route::get('finishes/{finish}/image.svg', [FinishFileController::class, 'image'])->can('view', 'finish');
        Route::get('finishes/{finish}/file', [FinishFileController::class, 'file'])->can('view', 'finish');
    });

    Route::post('gates/{gate}/admit', [GateController::class, 'admit'])->middleware(['throttle:gates', 'ability:gates,pages', 'counted:gates', 'idempotent'])->can('admit', 'gate');

    Route::post('gates/{gate}/admissions/{admission}/undo', [GateController::class, 'undo'])->middleware(['throttle:gates', 'ability:gates', 'counted:gates'])->can('admit', 'gate');

    Route::post('page-tokens', PageTokenController::class)->middleware(['throttle:symbols', 'ability:draw,read,gates', 'counted:draw']);

    Route::middleware(['throttle:glyphs', 'ability:keys', 'counted:keys'])->group(function (): void {
        Route::get('keys', [KeyController::class, 'index']);
        Route::get('keys/usage', [KeyController::class, 'usage']);
        Route::post('keys', [KeyController::class, 'store']);
        Route::get('keys/{key}', [KeyController::class, 'show'])->can('view', 'key');
        Route::patch('keys/{key}', [KeyController::class, 'update'])->can('update', 'key');
        Route::post('keys/{key}/rotate', [KeyController::class, 'rotate'])->can('update', 'key');
        Route::post('keys/{key}/overlap', [KeyController::class, 'overlap'])->can('update', 'key');
        Route::delete('keys/{key}', [KeyController::class, 'destroy'])->can('update', 'key');
        Route::get('hooks', [HookController::class, 'index']);
        Route::post('hooks', [HookController::class, 'store']);
        Route::get('hooks/{hook}', [HookController::class, 'show'])->can('manage', 'hook');
        Route::patch('hooks/{hook}', [HookController::class, 'update'])->can('manage', 'hook');
        Route::delete('hooks/{hook}', [HookController::class, 'destroy'])->can('manage', 'hook');
        Route::post('hooks/{hook}/rotate', [HookController::class, 'rotate'])->can('manage', 'hook');
        Route::post('hooks/{hook}/test', [HookController::class, 'test'])->can('manage', 'hook');
        Route::get('hooks/{hook}/deliveries', [HookController::class, 'deliveries'])->can('manage', 'hook');
        Route::post('hooks/{hook}/deliveries/{delivery}/replay', [HookController::class, 'replay'])->can('manage', 'hook');
    });

    Route::middleware(['throttle:glyphs', 'ability:glyphs:write', 'counted:glyphs'])->group(function (): void {
        Route::patch('workspace', [WorkspaceController::class, 'update']);
        Route::post('glyphs', [GlyphController::class, 'store'])->middleware('idempotent');
        Route::post('finishes', [FinishController::class, 'store'])->middleware('idempotent');
        Route::patch('finishes/{finish}', [FinishController::class, 'update'])->can('update', 'finish');
        Route::delete('finishes/{finish}', [FinishController::class, 'destroy'])->can('delete', 'finish');
        Route::post('finishes/{finish}/restore', [FinishController::class, 'restore'])->withTrashed()->can('restore', 'finish');
        Route::post('finishes/{finish}/apply', [FinishController::class, 'apply'])->can('view', 'finish');
        Route::post('proofs', [ProofController::class, 'store'])->middleware('idempotent');
        Route::post('proofs/{proof}/cancel', [ProofController::class, 'cancel'])->can('update', 'proof');
        Route::delete('proofs/{proof}', [ProofController::class, 'destroy'])->can('delete', 'proof');
        Route::post('resolver', [ResolverController::class, 'store'])->middleware('idempotent');
        Route::patch('resolver/{link}', [ResolverController::class, 'update'])->can('update', 'link');
        Route::delete('resolver/{link}', [ResolverController::class, 'destroy'])->can('delete', 'link');
        Route::post('waypoints', [WaypointController::class, 'store'])->middleware('idempotent');
        Route::patch('waypoints/{waypoint}', [WaypointController::class, 'update'])->can('update', 'waypoint');
        Route::post('waypoints/{waypoint}/publish', [WaypointController::class, 'publish'])->can('update', 'waypoint');
        Route::post('waypoints/{waypoint}/revisions/{revision}/restore', [WaypointController::class, 'rollBack'])->where('revision', '[1-9]\d{0,8}')->can('update', 'waypoint');
        Route::post('waypoints/{waypoint}/state', [WaypointController::class, 'state'])->can('update', 'waypoint');
        Route::delete('waypoints/{waypoint}', [WaypointController::class, 'destroy'])->can('delete', 'waypoint');
        Route::post('waypoints/{waypoint}/restore', [WaypointController::class, 'restore'])->withTrashed()->can('restore', 'waypoint');
        Route::post('pages', [PageController::class, 'store'])->middleware('idempotent');
        Route::patch('pages/{page}', [PageController::class, 'update'])->can('update', 'page');
        Route::post('pages/{page}/ask', [PageController::class, 'ask'])->can('update', 'page');
        Route::post('pages/{page}/publish', [PageController::class, 'publish'])->can('update', 'page');
        Route::post('pages/{page}/revisions/{revision}/take-up', [PageController::class, 'takeUp'])->where('revision', '[1-9]\d{0,8}')->can('update', 'page');
        Route::delete('pages/{page}', [PageController::class, 'destroy'])->can('delete', 'page');
        Route::post('pages/{page}/restore', [PageController::class, 'restore'])->withTrashed()->can('restore', 'page');
        Route::delete('pages/{page}/answers', [PageController::class, 'forget'])->can('update', 'page');
        Route::post('waypoints/{waypoint}/ask', [WaypointController::class, 'ask'])->can('update', 'waypoint');
        Route::post('runs', [RunController::class, 'store'])->middleware('idempotent');
        Route::post('runs/{run}/pause', [RunController::class, 'pause'])->can('update', 'run');
        Route::post('runs/{run}/resume', [RunController::class, 'resume'])->can('update', 'run');
        Route::post('runs/{run}/cancel', [RunController::class, 'cancel'])->can('update', 'run');
        Route::delete('runs/{run}', [RunController::class, 'destroy'])->can('delete', 'run');
        Route::post('alerts', [AlertController::class, 'store']);
        Route::delete('alerts/{alert}', [AlertController::class, 'destroy'])->can('delete', 'alert');
        Route::delete('waypoints/{waypoint}/trail', [WaypointController::class, 'forgetTrail'])->can('update', 'waypoint');
        Route::post('page-styles', [PageStyleController::class, 'store']);
        Route::delete('page-styles/{style}', [PageStyleController::class, 'destroy'])->can('delete', 'style');
        Route::post('files', [FileController::class, 'store']);
        Route::delete('files/{file}', [FileController::class, 'destroy'])->can('delete', 'file');
        Route::post('checks', [FieldCheckController::class, 'store'])->middleware('idempotent');
        Route::post('checks/{check}/close', [FieldCheckController::class, 'close'])->can('update', 'check');
        Route::post('checks/{check}/results', [FieldCheckController::class, 'log'])->can('update', 'check');
        Route::delete('checks/{check}/results/{result}', [FieldCheckController::class, 'forget'])->can('update', 'check');
        Route::delete('checks/{check}', [FieldCheckController::class, 'destroy'])->can('delete', 'check');
        Route::post('glyphs/arrange', [LibraryController::class, 'arrange']);
        Route::post('shelves/rename', [LibraryController::class, 'renameShelf']);
        Route::post('glyphs/{glyph}/revisions/{revision}/restore', [LibraryController::class, 'restore'])->where('revision', '[1-9]\d{0,8}')->can('update', 'glyph');
        Route::post('glyphs/shelve', [GlyphController::class, 'shelve']);
        Route::post('gates', [GateController::class, 'store'])->middleware('idempotent');
        Route::delete('gates/{gate}', [GateController::class, 'destroy'])->can('delete', 'gate');
        Route::post('gates/{gate}/restore', [GateController::class, 'restore'])->withTrashed()->can('restore', 'gate');
        Route::patch('glyphs/{glyph}', [GlyphController::class, 'update'])->can('update', 'glyph');
        Route::put('glyphs/{glyph}/address', [GlyphAddressController::class, 'store'])->can('update', 'glyph');
        Route::delete('glyphs/{glyph}/address', [GlyphAddressController::class, 'destroy'])->can('update', 'glyph');
        Route::delete('glyphs/{glyph}', [GlyphController::class, 'destroy'])->can('delete', 'glyph');
        Route::post('glyphs/{glyph}/restore', [GlyphController::class, 'restore'])->withTrashed()->can('restore', 'glyph');
    });
});
