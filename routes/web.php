<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;

// Every page is the web application; its own router picks the screen.
Route::view('/{path?}', 'app')->where('path', '^(?!api/|sanctum/).*$')->name('app');
