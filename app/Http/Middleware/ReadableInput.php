<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Http\Problems\Problems;
use Closure;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\Response;

/**
 * A body of a kind and size that the route takes, and in it text that is text: what could not be stored or compared
 * as it was sent is named here, before anything looks at it.
 */
final class ReadableInput
{
    /** Bytes of JSON that are decoded, where nothing larger is needed. */
    private const BYTES = 1_000_000;

    /** Routes that take more: lists, and finishes with a picture in them. */
    private const LARGER = ['gates' => 4_500_000, 'read/check' => 4_500_000, 'symbols' => 2_500_000, 'glyphs*' => 2_500_000, 'finishes*' => 2_500_000];

    /** A text that is only looked at may hold U+0000: that is what is to be found out. */
    private const RAW = ['text', 'read', 'expected'];

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        return self::sort($request) ?? self::json($request) ?? self::values($request) ?? $next($request);
    }

    private static function sort(Request $request): ?Response
    {
        $type = strtolower(trim(explode(';', (string) $request->headers->get('Content-Type'))[0]));
        $isTaken = $request->isJson() || in_array($type, ['', 'multipart/form-data', 'application/x-www-form-urlencoded'], true) || ($request->is('api/v1/read') && str_starts_with($type, 'image/'));

        return $isTaken || $request->isMethodSafe() || $request->getContent() === ''
            ? null
            : Problems::response(415, "“{$type}” is not taken here. Send application/json.", ['Accept-Post' => 'application/json, multipart/form-data']);
    }

    private static function json(Request $request): ?Response
    {
        if (! $request->isJson()) {
            return null;
        }
        $most = self::most($request);
        if ((int) $request->headers->get('Content-Length', '0') > $most || strlen($request->getContent()) > $most) {
            return Problems::response(413, sprintf('The JSON is larger than %.1f MB, the most that is taken here.', $most / 1e6));
        }
        if ($request->getContent() === '') {
            return null;
        }
        $value = json_decode($request->getContent(), true, 64);
        if (json_last_error() !== JSON_ERROR_NONE) {
            return Problems::response(400, 'The body is not valid JSON in UTF-8: '.json_last_error_msg().'.');
        }

        return is_array($value) && ($value === [] || ! array_is_list($value)) ? null : Problems::response(400, 'The body is a JSON object: names with values, in braces.');
    }

    private static function most(Request $request): int
    {
        foreach (self::LARGER as $path => $bytes) {
            if ($request->is("api/v1/$path")) {
                return $bytes;
            }
        }

        return self::BYTES;
    }

    private static function values(Request $request): ?Response
    {
        $faults = self::faults($request->isJson() ? $request->json()->all() : $request->request->all(), '');
        $faults += self::faults($request->query->all(), '');

        return $faults === [] ? null : Problems::invalid($faults, $request, 'not_text');
    }

    /**
     * @param  array<array-key, mixed>  $values
     * @return array<string, list<string>>
     */
    private static function faults(array $values, string $path): array
    {
        $faults = [];
        foreach ($values as $name => $value) {
            $named = str_replace('.', '\.', mb_scrub((string) $name, 'UTF-8'));
            $at = $path === '' ? $named : "$path.$named";
            $message = match (true) {
                ! mb_check_encoding((string) $name, 'UTF-8') || (is_string($value) && ! mb_check_encoding($value, 'UTF-8')) => 'This is not valid UTF-8.',
                str_contains((string) $name, "\0") => 'A name cannot hold the character U+0000.',
                is_string($value) && str_contains($value, "\0") && ! in_array(Str::before($at, '.'), self::RAW, true) => 'This holds the character U+0000, at which many programs end a text: the rest would be lost. Remove it.',
                is_float($value) && ! is_finite($value) => 'This number is too large.',
                default => null,
            };
            if ($message !== null) {
                $faults[$at] = [$message];
            } elseif (is_array($value)) {
                $faults += self::faults($value, $at);
            }
            if (count($faults) > 20) {
                break;
            }
        }

        return $faults;
    }
}
