<?php

declare(strict_types=1);

use App\Http\Controllers\AboutController;
use App\Http\Controllers\AddressController;
use App\Http\Controllers\BarsController;
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
use App\Http\Controllers\MarkController;
use App\Http\Controllers\PageTokenController;
use App\Http\Controllers\PayloadController;
use App\Http\Controllers\ProofController;
use App\Http\Controllers\ReadController;
use App\Http\Controllers\SessionController;
use App\Http\Controllers\SymbolController;
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
