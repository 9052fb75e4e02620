<?php

declare(strict_types=1);

use App\Http\Controllers\AboutController;
use App\Http\Controllers\GlyphController;
use App\Http\Controllers\GlyphImageController;
use App\Http\Controllers\ReadController;
use App\Http\Controllers\SessionController;
use App\Http\Controllers\SymbolController;
use Illuminate\Support\Facades\Route;

Route::get('about', AboutController::class);

Route::post('session', [SessionController::class, 'store'])->middleware('throttle:sign-in');

Route::middleware('auth:sanctum')->group(function (): void {
    Route::get('session', [SessionController::class, 'show']);
    Route::delete('session', [SessionController::class, 'destroy']);

    Route::middleware(['ability:symbols', 'throttle:symbols'])->group(function (): void {
        Route::post('symbols', SymbolController::class);
        Route::post('read', ReadController::class);
    });

    Route::middleware(['ability:glyphs:read', 'throttle:glyphs'])->group(function (): void {
        Route::get('glyphs', [GlyphController::class, 'index']);
        Route::get('glyphs/{glyph}', [GlyphController::class, 'show']);
        Route::get('glyphs/{glyph}/image.{format}', GlyphImageController::class)->whereIn('format', ['svg', 'png']);
    });

    Route::middleware(['ability:glyphs:write', 'throttle:glyphs'])->group(function (): void {
        Route::post('glyphs', [GlyphController::class, 'store'])->middleware('idempotent');
        Route::patch('glyphs/{glyph}', [GlyphController::class, 'update']);
        Route::delete('glyphs/{glyph}', [GlyphController::class, 'destroy']);
        Route::post('glyphs/{glyph}/restore', [GlyphController::class, 'restore'])->withTrashed();
    });
});
