<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Http\Problems\Problems;
use App\Keys\Allowance;
use App\Keys\CallRefused;
use App\Keys\Meter;
use App\Models\Key;
use App\Support\Current;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Counts what a key asks for; people in a session are not counted. */
final readonly class CountCalls
{
    /** Calls of the pace that one admission costs: several doors share a key. */
    private const ADMISSION = 0.1;

    public function __construct(private Meter $meter)
    {
    }

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next, string $what): Response
    {
        $key = Current::user($request)->currentAccessToken();
        if (! $key instanceof Key) {
            return $next($request);
        }
        $allowance = $this->meter->take($key, $what, $what === 'gates' ? self::ADMISSION : 1.0);
        $response = $allowance->refused === null ? $next($request) : self::refusal($allowance);
        $response->headers->add($allowance->headers());

        return $response;
    }

    private static function refusal(Allowance $allowance): Response
    {
        return Problems::response(429, CallRefused::words($allowance), ['Retry-After' => (string) $allowance->retryAfter()], ['limit' => $allowance->refused?->value]);
    }
}
