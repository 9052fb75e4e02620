<?php

declare(strict_types=1);

use App\Http\Middleware\AcceptJson;
use App\Http\Middleware\Conditional;
use App\Http\Middleware\CountCalls;
use App\Http\Middleware\Idempotent;
use App\Http\Middleware\ReadableInput;
use App\Http\Middleware\RequireAbility;
use App\Http\Middleware\SecurityHeaders;
use App\Http\Middleware\UseHeaders;
use App\Http\Problems\Problems;
use App\Support\SafeReport;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Foundation\Http\Middleware\ConvertEmptyStringsToNull;
use Illuminate\Foundation\Http\Middleware\TrimStrings;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Route;
use KeenGlyph\Core\Compose\RefusedPayload;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Image\PictureNotMade;
use KeenGlyph\Core\Linear\InvalidBars;
use KeenGlyph\Core\Symbol\InvalidSymbol;

$app = Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        api: __DIR__.'/../routes/api.php',
        commands: __DIR__.'/../routes/console.php',
        apiPrefix: 'api/v1',
        then: static function (): void {
            Route::middleware([])->group(__DIR__.'/../routes/public.php');
        },
    )
    // Listeners are named where they are bound: nobody looks through folders at every request.
    ->withEvents(discover: false)
    ->withMiddleware(function (Middleware $middleware): void {
        // A text is encoded as it was sent: a space at its end is a byte of the symbol.
        $middleware->remove([TrimStrings::class, ConvertEmptyStringsToNull::class]);
        $middleware->statefulApi();
        $middleware->prependToGroup('api', [AcceptJson::class, Conditional::class, ReadableInput::class]);
        $middleware->append(SecurityHeaders::class);
        $middleware->alias(['ability' => RequireAbility::class, 'counted' => CountCalls::class, 'headers' => UseHeaders::class, 'idempotent' => Idempotent::class]);
        $middleware->redirectGuestsTo('/sign-in');
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->render(fn (Throwable $e, Request $request) => str_starts_with($request->getPathInfo(), '/api/') || str_starts_with($request->getPathInfo(), '/sanctum/') ? Problems::render($e, $request) : null);
        $exceptions->dontReportDuplicates();
        $exceptions->report(static fn (Throwable $e) => SafeReport::of($e))->stop();
        // What somebody entered is answered, not noted.
        $exceptions->dontReport([RefusedPayload::class, InvalidSymbol::class, InvalidFinish::class, InvalidBars::class, PictureNotMade::class]);
    })
    ->create();

// Everything that is written while running lives in one folder, so that several instances can share one checkout.
$storage = getenv('KEEN_GLYPH_STORAGE');

return $storage === false || $storage === '' ? $app->useStoragePath(dirname(__DIR__).'/var/storage') : $app->useStoragePath($storage);
