<?php

declare(strict_types=1);

use App\Http\Controllers\AnswerController;
use App\Http\Controllers\ContractController;
use App\Http\Controllers\FetchFileController;
use App\Http\Controllers\HealthController;
use App\Http\Controllers\PictureController;
use App\Http\Controllers\ProblemController;
use App\Http\Controllers\ResolveController;
use App\Http\Controllers\ScreenController;
use App\Http\Controllers\TesterController;
use App\Http\Controllers\VisitController;
use App\Http\Middleware\AcceptJson;
use App\Http\Middleware\ReadableInput;
use App\Resolver\Identifier;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Route;

// Without session, key or limit: what anybody may see. HeaderPolicy says who may frame, read and keep each group.
Route::get('api/v1/health', HealthController::class);

Route::middleware('headers:open')->group(function (): void {
    Route::get('api/v1/openapi.yaml', ContractController::class);
    Route::get('problems', [ProblemController::class, 'index']);
    Route::get('problems/{type}', [ProblemController::class, 'show']);
});

// A check's page and what it asks for: whoever has the address may answer, and nothing more.
Route::get('c/{code}', static fn (): Response => new Response(view('check'), 200, ['Referrer-Policy' => 'no-referrer', 'Cache-Control' => 'no-store']));
Route::prefix('api/v1/c/{code}')->middleware([AcceptJson::class, ReadableInput::class, 'throttle:testers'])->group(function (): void {
    Route::get('/', [TesterController::class, 'show']);
    Route::post('picture', [TesterController::class, 'picture']);
    Route::post('results', [TesterController::class, 'log']);
    Route::put('results/{result}', [TesterController::class, 'send']);
});

// Short addresses. Their symbols carry them in capitals, which take less room there.
foreach (['q', 'Q'] as $door) {
    Route::get("$door/{code}.{format}", [AnswerController::class, 'symbol'])->where(['code' => '[A-Za-z0-9-]{3,24}', 'format' => 'svg|png']);
    Route::match(['GET', 'POST'], "$door/{code}", AnswerController::class)->where('code', '[^/]{1,200}');
}

// Pages to land on, what a phone saves of them, and their files.
Route::middleware('throttle:testers')->group(static function (): void {
    Route::get('p/{code}', [VisitController::class, 'show'])->where('code', '[^/]{1,200}');
    Route::post('p/{code}', [VisitController::class, 'answer'])->where('code', '[^/]{1,200}');
    Route::get('p/{code}/{part}.{ending}', [VisitController::class, 'save'])->where(['part' => '[a-z][a-z0-9]{0,15}', 'ending' => 'vcf|ics|file']);
});
Route::get('f/{file}', FetchFileController::class)->where('file', '[^/]{1,60}');

// GS1 Digital Links on this host.
Route::get('{ai}/{rest}', ResolveController::class)->where(['ai' => Identifier::KEYS, 'rest' => '.+']);

// Pictures for pages and mails of others.
Route::get('s/{version}/{name}.{format}', PictureController::class)
    ->where(['version' => '\d{1,6}', 'name' => '[A-Za-z0-9-]{1,60}', 'format' => 'svg|png|webp|jpg|pdf'])->middleware('headers:picture');

// Every page is the web application; its own router picks the screen.
Route::get('{path?}', ScreenController::class)->where('path', '^(?!api/|sanctum/|s/|c/|q/|Q/|p/|f/).*$')->name('app');
