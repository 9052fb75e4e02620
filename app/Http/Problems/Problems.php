<?php

declare(strict_types=1);

namespace App\Http\Problems;

use App\Composition\RefusedPayload;
use App\Http\Resources\PayloadResource;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\Exceptions\PostTooLargeException;
use Illuminate\Http\JsonResponse;
use Illuminate\Session\TokenMismatchException;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Linear\InvalidBars;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use Laravel\Sanctum\Exceptions\MissingAbilityException;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;
use Throwable;

/** Every error of the API as problem details (RFC 9457). */
final class Problems
{
    private const TITLES = [
        400 => 'The request is malformed',
        401 => 'Not signed in',
        403 => 'Not allowed',
        404 => 'Not found',
        405 => 'Method not allowed',
        409 => 'Conflict',
        412 => 'Changed by someone else',
        413 => 'Too large',
        415 => 'Unsupported media type',
        419 => 'The page has expired',
        422 => 'Some of it cannot be taken',
        429 => 'Too many requests',
        503 => 'Not available now',
    ];

    public static function render(Throwable $e): JsonResponse
    {
        return match (true) {
            $e instanceof ValidationException => self::invalid($e->errors()),
            $e instanceof RefusedPayload => self::refused($e),
            $e instanceof InvalidFinish => self::invalid([$e->field => [$e->getMessage()]]),
            $e instanceof InvalidBars => self::invalid(['text' => [$e->getMessage()]]),
            $e instanceof InvalidSymbol => self::invalid(['text' => [$e->getMessage()]]),
            $e instanceof AuthenticationException => self::response(401, 'Sign in, or send a key as “Authorization: Bearer …”.'),
            $e instanceof MissingAbilityException => self::response(403, 'This key may not do that.'),
            $e instanceof ModelNotFoundException => self::response(404, 'There is nothing here by that name.'),
            $e instanceof TokenMismatchException => self::response(419, 'Load the page again and repeat what you did.'),
            $e instanceof PostTooLargeException => self::response(413, 'The request is larger than 10 MB.'),
            $e instanceof TooManyRequestsHttpException => self::response(429, sprintf('Too many tries in a short time. Wait %d seconds and try again.', self::seconds($e)), $e->getHeaders()),
            $e instanceof HttpExceptionInterface => self::response($e->getStatusCode(), $e->getStatusCode() === 404 ? 'There is nothing here by that name.' : $e->getMessage(), $e->getHeaders()),
            default => self::response(500, 'Something went wrong here. It has been noted; try again.'),
        };
    }

    /** With the payload, so that a form can say everything beside its fields. */
    private static function refused(RefusedPayload $e): JsonResponse
    {
        return self::response(422, $e->getMessage(), [], ['errors' => $e->errors(), 'payload' => PayloadResource::of($e->payload)]);
    }

    /** @param  array<string, array<string>>  $errors messages by field */
    public static function invalid(array $errors): JsonResponse
    {
        $first = array_values($errors)[0][0] ?? '';

        return self::response(422, $first, [], ['errors' => $errors]);
    }

    /**
     * @param  array<string, mixed>  $headers
     * @param  array<string, mixed>  $more
     */
    public static function response(int $status, string $detail, array $headers = [], array $more = []): JsonResponse
    {
        return new JsonResponse(
            ['type' => 'about:blank', 'title' => self::TITLES[$status] ?? 'Something went wrong', 'status' => $status, 'detail' => $detail, ...$more],
            $status,
            [...$headers, 'Content-Type' => 'application/problem+json'],
            JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
        );
    }

    private static function seconds(TooManyRequestsHttpException $e): int
    {
        $wait = $e->getHeaders()['Retry-After'] ?? null;

        return is_numeric($wait) ? (int) $wait : 60;
    }
}
