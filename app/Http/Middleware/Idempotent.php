<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Http\Problems\Problems;
use App\Support\Current;
use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpFoundation\Response;

/** A creating request with an Idempotency-Key is carried out once; a repetition gets the first answer again. */
final class Idempotent
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $key = (string) $request->headers->get('Idempotency-Key', '');
        if ($key === '') {
            return $next($request);
        }
        if (preg_match('/^[\x21-\x7E]{1,128}$/D', $key) !== 1) {
            return Problems::response(400, 'An Idempotency-Key is 1 to 128 visible ASCII characters.');
        }
        $row = ['workspace_id' => Current::membership($request)->workspace_id, 'key' => $key];
        $hash = hash('sha256', $request->method().$request->path()."\n".$request->getContent());

        // A second request with the same key waits at the insertion until the first has committed.
        return DB::transaction(function () use ($request, $next, $row, $hash): Response {
            $isFirst = DB::table('idempotency_keys')->insertOrIgnore([...$row, 'request_hash' => $hash, 'created_at' => now()]) === 1;
            if (! $isFirst) {
                return self::repeated($row, $hash);
            }
            $response = $next($request);
            if ($response->isSuccessful() && $response instanceof JsonResponse) {
                $headers = array_filter(['Location' => $response->headers->get('Location'), 'ETag' => $response->headers->get('ETag')]);
                DB::table('idempotency_keys')->where($row)->update(['status' => $response->getStatusCode(), 'response' => $response->getContent(), 'headers' => json_encode($headers)]);
            } else {
                DB::table('idempotency_keys')->where($row)->delete();
            }

            return $response;
        });
    }

    /** @param  array{workspace_id: string, key: string}  $row */
    private static function repeated(array $row, string $hash): Response
    {
        $kept = DB::table('idempotency_keys')->where($row)->first();
        if ($kept === null || $kept->status === null) {
            return Problems::response(409, 'The first request with this Idempotency-Key is still being carried out.');
        }
        if ($kept->request_hash !== $hash) {
            return Problems::response(409, 'This Idempotency-Key was used for a different request.');
        }

        /** @var array<string, string> $headers */
        $headers = json_decode((string) ($kept->headers ?? '{}'), true);

        return new JsonResponse($kept->response, $kept->status, [...$headers, 'Idempotent-Replayed' => 'true'], 0, true);
    }
}
