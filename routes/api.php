<?php

declare(strict_types=1);

use App\Http\Controllers\AboutController;
use App\Http\Controllers\BarsController;
use App\Http\Controllers\FinishController;
use App\Http\Controllers\FinishFileController;
use App\Http\Controllers\GateController;
use App\Http\Controllers\GlyphController;
use App\Http\Controllers\GlyphImageController;
use App\Http\Controllers\Gs1Controller;
use App\Http\Controllers\KindController;
use App\Http\Controllers\MarkController;
use App\Http\Controllers\PayloadController;
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
    Route::delete('session', [SessionController::class, 'destroy']);

    Route::middleware(['ability:symbols', 'throttle:symbols'])->group(function (): void {
        Route::post('symbols', SymbolController::class);
        Route::post('read', ReadController::class);
        Route::post('read/check', [ReadController::class, 'check']);
        Route::post('bars', BarsController::class);
        Route::post('payloads/build', [PayloadController::class, 'build']);
        Route::post('payloads/parse', [PayloadController::class, 'parse']);
        Route::post('gs1', [Gs1Controller::class, 'convert']);
        Route::post('gs1/element', [Gs1Controller::class, 'read']);
        Route::get('gs1/identifiers', [Gs1Controller::class, 'identifiers']);
        Route::post('marks', MarkController::class);
        Route::get('finishes/options', [FinishFileController::class, 'options']);
        Route::get('finishes/schema', [FinishFileController::class, 'schema']);
        Route::get('kinds', [KindController::class, 'index']);
        Route::get('kinds/{kind}', [KindController::class, 'show']);
    });

    Route::middleware(['ability:glyphs:read', 'throttle:glyphs'])->group(function (): void {
        Route::get('workspace', [WorkspaceController::class, 'show']);
        Route::get('glyphs', [GlyphController::class, 'index']);
        Route::get('glyphs/{glyph}', [GlyphController::class, 'show']);
        Route::get('glyphs/{glyph}/image.{format}', GlyphImageController::class)->whereIn('format', array_column(PictureFormat::cases(), 'value'));
        Route::post('glyphs/lookup', [GlyphController::class, 'lookup']);
        Route::get('shelves', [GlyphController::class, 'shelves']);
        Route::get('gates', [GateController::class, 'index']);
        Route::get('gates/{gate}', [GateController::class, 'show']);
        Route::get('gates/{gate}/entries', [GateController::class, 'entries']);
        Route::get('gates/{gate}/admissions', [GateController::class, 'admissions']);
        Route::get('finishes', [FinishController::class, 'index']);
        Route::get('finishes/{finish}', [FinishController::class, 'show']);
        Route::get('finishes/{finish}/image.svg', [FinishFileController::class, 'image']);
        Route::get('finishes/{finish}/file', [FinishFileController::class, 'file']);
    });

    Route::post('gates/{gate}/admit', [GateController::class, 'admit'])->middleware(['ability:glyphs:write', 'throttle:gates', 'idempotent']);

    Route::middleware(['ability:glyphs:write', 'throttle:glyphs'])->group(function (): void {
        Route::patch('workspace', [WorkspaceController::class, 'update']);
        Route::post('glyphs', [GlyphController::class, 'store'])->middleware('idempotent');
        Route::post('finishes', [FinishController::class, 'store'])->middleware('idempotent');
        Route::patch('finishes/{finish}', [FinishController::class, 'update']);
        Route::delete('finishes/{finish}', [FinishController::class, 'destroy']);
        Route::post('finishes/{finish}/restore', [FinishController::class, 'restore'])->withTrashed();
        Route::post('finishes/{finish}/apply', [FinishController::class, 'apply']);
        Route::post('glyphs/shelve', [GlyphController::class, 'shelve']);
        Route::post('gates', [GateController::class, 'store'])->middleware('idempotent');
        Route::delete('gates/{gate}', [GateController::class, 'destroy']);
        Route::post('gates/{gate}/restore', [GateController::class, 'restore'])->withTrashed();
        Route::post('gates/{gate}/admissions/{admission}/undo', [GateController::class, 'undo']);
        Route::patch('glyphs/{glyph}', [GlyphController::class, 'update']);
        Route::delete('glyphs/{glyph}', [GlyphController::class, 'destroy']);
        Route::post('glyphs/{glyph}/restore', [GlyphController::class, 'restore'])->withTrashed();
    });
});
