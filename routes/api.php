<?php

declare(strict_types=1);

use App\Http\Controllers\AboutController;
use App\Http\Controllers\BarsController;
use App\Http\Controllers\GlyphController;
use App\Http\Controllers\GlyphImageController;
use App\Http\Controllers\Gs1Controller;
use App\Http\Controllers\KindController;
use App\Http\Controllers\PayloadController;
use App\Http\Controllers\ReadController;
use App\Http\Controllers\SessionController;
use App\Http\Controllers\SymbolController;
use App\Http\Controllers\WorkspaceController;
use Illuminate\Support\Facades\Route;

Route::get('about', AboutController::class);

Route::post('session', [SessionController::class, 'store'])->middleware('throttle:sign-in');

Route::middleware('auth:sanctum')->group(function (): void {
    Route::get('session', [SessionController::class, 'show']);
    Route::delete('session', [SessionController::class, 'destroy']);

    Route::middleware(['ability:symbols', 'throttle:symbols'])->group(function (): void {
        Route::post('symbols', SymbolController::class);
        Route::post('read', ReadController::class);
        Route::post('bars', BarsController::class);
        Route::post('payloads/build', [PayloadController::class, 'build']);
        Route::post('payloads/parse', [PayloadController::class, 'parse']);
        Route::post('gs1', [Gs1Controller::class, 'convert']);
        Route::post('gs1/element', [Gs1Controller::class, 'read']);
        Route::get('gs1/identifiers', [Gs1Controller::class, 'identifiers']);
        Route::get('kinds', [KindController::class, 'index']);
        Route::get('kinds/{kind}', [KindController::class, 'show']);
    });

    Route::middleware(['ability:glyphs:read', 'throttle:glyphs'])->group(function (): void {
        Route::get('workspace', [WorkspaceController::class, 'show']);
        Route::get('glyphs', [GlyphController::class, 'index']);
        Route::get('glyphs/{glyph}', [GlyphController::class, 'show']);
        Route::get('glyphs/{glyph}/image.{format}', GlyphImageController::class)->whereIn('format', ['svg', 'png']);
    });

    Route::middleware(['ability:glyphs:write', 'throttle:glyphs'])->group(function (): void {
        Route::patch('workspace', [WorkspaceController::class, 'update']);
        Route::post('glyphs', [GlyphController::class, 'store'])->middleware('idempotent');
        Route::patch('glyphs/{glyph}', [GlyphController::class, 'update']);
        Route::delete('glyphs/{glyph}', [GlyphController::class, 'destroy']);
        Route::post('glyphs/{glyph}/restore', [GlyphController::class, 'restore'])->withTrashed();
    });
});
