<?php

declare(strict_types=1);

namespace App\Http\Problems;

use App\Http\Resources\PayloadResource;
use App\Support\DatabaseTrouble;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\Exceptions\PostTooLargeException;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Session\TokenMismatchException;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use Illuminate\Validation\Validator;
use KeenGlyph\Core\Compose\RefusedPayload;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Image\PictureNotMade;
use KeenGlyph\Core\Linear\InvalidBars;
use KeenGlyph\Core\Payload\Problem;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use Laravel\Sanctum\Exceptions\MissingAbilityException;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;
use Throwable;

/** Every error of the API as problem details (RFC 9457). */
final class Problems
{
    /** Seconds after which a server that is busy or without its database is worth asking again. */
    private const RETRY = 2;

    /** Errors that are told at once. */
    private const MAX_ERRORS = 50;

    public static function render(Throwable $e, Request $request): JsonResponse
    {
        $database = DatabaseTrouble::within($e);
        // The framework wraps these three before anybody else sees them.
        $cause = $e->getPrevious();
        if ($cause instanceof MissingAbilityException || $cause instanceof ModelNotFoundException || $cause instanceof TokenMismatchException) {
            $e = $cause;
        }

        return match (true) {
            $e instanceof ValidationException => self::listed(self::ofValidation($e, $request)),
            $e instanceof RefusedPayload => self::refused($e, $request),
            $e instanceof InvalidFinish => self::listed([self::entry(self::ofFinish($e->field, $request), 'finish', $e->getMessage(), $request)]),
            $e instanceof InvalidBars => self::listed([self::entry('text', 'bars', $e->getMessage(), $request)]),
            $e instanceof InvalidSymbol => self::listed([self::entry('text', 'symbol', $e->getMessage(), $request)]),
            $e instanceof PictureNotMade => self::listed([self::entry('format', 'picture_not_made', $e->getMessage(), $request)]),
            $e instanceof AuthenticationException => self::response(401, $request->bearerToken() === null ? 'Sign in, or send a key as “Authorization: Bearer …”.' : 'There is no such key: it has expired, was revoked, or was copied in part.', [
                'WWW-Authenticate' => 'Bearer realm="Keen Glyph"'.($request->bearerToken() === null ? '' : ', error="invalid_token"'),
            ]),
            $e instanceof MissingAbilityException => self::response(403, 'This key does not have the ability “'.implode('” or “', $e->abilities()).'”, which this needs.', ['WWW-Authenticate' => 'Bearer realm="Keen Glyph", error="insufficient_scope", scope="'.implode(' ', $e->abilities()).'"']),
            $e instanceof ModelNotFoundException => self::response(404, 'There is nothing here by that name.'),
            $e instanceof TokenMismatchException => self::response(419, 'Load the page again and repeat what you did.'),
            $e instanceof PostTooLargeException => self::response(413, 'The request is larger than 10 MB.'),
            $e instanceof TooManyRequestsHttpException => self::tooMany($e),
            $database !== null => self::response($database, $database === 507 ? 'The disk of the database is full.' : 'The database is not answering. Try again in a moment; nothing was done.', ['Retry-After' => (string) self::RETRY]),
            $e instanceof HttpExceptionInterface => self::response($e->getStatusCode(), $e->getStatusCode() === 404 ? 'There is nothing here by that name.' : $e->getMessage(), $e->getHeaders()),
            default => self::response(500, 'Something went wrong here. It has been noted; try again.'),
        };
    }

    /** With the payload, so that a form can say everything beside its fields. */
    private static function refused(RefusedPayload $e, Request $request): JsonResponse
    {
        $entries = array_map(static fn (Problem $problem): array => self::entry($e->isFromFields ? "fields.$problem->field" : 'text', $problem->code, $problem->message, $request), $e->payload->errors());

        return self::response(422, $e->getMessage(), [], ['errors' => $entries, 'payload' => PayloadResource::of($e->payload)]);
    }

    /** @return list<array<string, string>> */
    private static function ofValidation(ValidationException $e, Request $request): array
    {
        $failed = $e->validator instanceof Validator ? $e->validator->failed() : [];
        $named = (array) $request->attributes->get('codes');
        $entries = [];
        foreach ($e->errors() as $path => $messages) {
            $rules = array_keys($failed[$path] ?? []);
            foreach ($messages as $i => $message) {
                $rule = isset($rules[$i]) ? Str::snake(class_basename((string) $rules[$i])) : 'invalid';
                $code = $named[str_replace('\.', '.', $path)] ?? $rule;
                $entries[] = self::entry($path, is_string($code) ? $code : $rule, $message, $request);
            }
        }

        return $entries;
    }

    /** @return array<string, string> */
    private static function entry(string $path, string $code, string $detail, Request $request): array
    {
        $body = $request->isJson() ? $request->json()->all() : $request->request->all();
        $name = explode('.', $path)[0];
        // What came in the query has no place in the body.
        $place = $request->isMethodSafe() || ($request->query->has($name) && ! array_key_exists($name, $body))
            ? ['parameter' => $path]
            : ['pointer' => Pointer::of($path, $body)];

        return [...$place, 'code' => $code, 'detail' => $detail];
    }

    /** Options of a finish stand in it or beside it; sizes only beside it. */
    private static function ofFinish(string $field, Request $request): string
    {
        $isBeside = $request->has(explode('.', $field)[0]) || ! is_array($request->input('finish'));

        return $isBeside ? $field : "finish.$field";
    }

    /** @param  array<string, array<string>>  $errors messages by path within the body */
    public static function invalid(array $errors, Request $request, string $code = 'invalid'): JsonResponse
    {
        $entries = [];
        foreach ($errors as $path => $messages) {
            foreach ($messages as $message) {
                $entries[] = self::entry($path, $code, $message, $request);
            }
        }

        return self::listed($entries);
    }

    /** @param  list<array<string, string>>  $entries */
    private static function listed(array $entries): JsonResponse
    {
        return self::response(422, $entries[0]['detail'] ?? '', [], ['errors' => array_slice($entries, 0, self::MAX_ERRORS)]);
    }

    private static function tooMany(TooManyRequestsHttpException $e): JsonResponse
    {
        $wait = $e->getHeaders()['Retry-After'] ?? null;
        $seconds = is_numeric($wait) ? max(1, (int) $wait) : 60;

        return self::response(429, "Too many tries in a short time. Wait $seconds seconds and try again.", [...$e->getHeaders(), 'Retry-After' => (string) $seconds]);
    }

    /**
     * @param  array<string, mixed>  $headers
     * @param  array<string, mixed>  $more
     */
    public static function response(int $status, string $detail, array $headers = [], array $more = []): JsonResponse
    {
        $type = ProblemType::ofStatus($status);
        if ($status === 503) {
            $headers += ['Retry-After' => (string) self::RETRY];
        }

        return new JsonResponse(
            ['type' => $type->uri(), 'title' => $type->title(), 'status' => $status, 'detail' => $detail === '' ? $type->meaning() : $detail, ...$more],
            $status,
            [...$headers, 'Content-Type' => 'application/problem+json'],
            JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE,
        );
    }
}
