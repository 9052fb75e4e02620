<?php

declare(strict_types=1);

use App\Http\Controllers\ContractController;
use App\Http\Controllers\HealthController;
use App\Http\Controllers\PageController;
use App\Http\Controllers\PictureController;
use App\Http\Controllers\ProblemController;
use Illuminate\Support\Facades\Route;

// Without session, key or limit: what anybody may see. HeaderPolicy says who may frame, read and keep each group.
Route::get('api/v1/health', HealthController::class);

Route::middleware('headers:open')->group(function (): void {
    Route::get('api/v1/openapi.yaml', ContractController::class);
    Route::get('problems', [ProblemController::class, 'index']);
    Route::get('problems/{type}', [ProblemController::class, 'show']);
});

// Pictures for pages and mails of others.
Route::get('s/{version}/{name}.{format}', PictureController::class)
    ->where(['version' => '\d{1,6}', 'name' => '[A-Za-z0-9-]{1,60}', 'format' => 'svg|png|webp|jpg|pdf'])->middleware('headers:picture');

// Every page is the web application; its own router picks the screen.
Route::get('{path?}', PageController::class)->where('path', '^(?!api/|sanctum/|s/).*$')->name('app');
