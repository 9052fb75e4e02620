<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Http\Controllers\BarsController;
use App\Http\Controllers\GlyphImageController;
use App\Http\Controllers\ProofFileController;
use App\Http\Controllers\SymbolController;
use App\Http\Problems\Problems;
use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use KeenGlyph\Core\Image\PictureFormat;
use Symfony\Component\HttpFoundation\AcceptHeader;
use Symfony\Component\HttpFoundation\Response;

/** What a request wants to get: a format of the route, or a word that there is none such. Errors are always problem details. */
final class AcceptJson
{
    private const JSON = ['application/json', 'application/problem+json'];

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $wanted = (string) $request->headers->get('Accept', '');
        $given = $this->formats($request);
        if ($wanted !== '' && $given !== null && ! self::accepts($wanted, $given)) {
            return Problems::response(406, 'There is no '.mb_scrub(mb_substr($wanted, 0, 100), 'UTF-8').' here. Ask for '.implode(', ', $given).'.');
        }
        // Laravel decides by this header whether an error may be a redirect to a page: here it never may.
        $request->attributes->set('accept', $wanted === '' ? '*/*' : $wanted);
        $request->headers->set('Accept', 'application/json');

        $response = $next($request);
        if ($response instanceof JsonResponse) {
            // Links and letters as they are: people read these answers too.
            $response->setEncodingOptions(JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
        }

        return $response;
    }

    /**
     * The format that a request prefers of those given, the first of them when it does not care.
     *
     * @param  list<string>  $given
     */
    public static function preferred(Request $request, array $given): string
    {
        $wanted = $request->attributes->get('accept', '*/*');
        $best = [0.0, $given[0]];
        foreach ($given as $type) {
            $quality = self::quality(is_string($wanted) ? $wanted : '*/*', $type);
            $best = $quality > $best[0] ? [$quality, $type] : $best;
        }

        return $best[1];
    }

    /** @return ?list<string> null where the address itself names the format */
    private function formats(Request $request): ?array
    {
        $controller = $request->route()?->getControllerClass();
        if ($controller === GlyphImageController::class || $controller === ProofFileController::class || $request->is('api/v1/finishes/*/image.svg', 'api/v1/checks/*/picture', 'api/v1/pages/*/preview', 'api/v1/runs/*/result', 'api/v1/glyphs/*/revisions/*/image.svg', 'api/v1/pages/*/answers.csv', 'api/v1/openapi.yaml')) {
            return null;
        }

        return $controller === SymbolController::class || $controller === BarsController::class
            ? [...self::JSON, ...array_map(static fn (PictureFormat $format): string => $format->mediaType(), PictureFormat::pictures())]
            : self::JSON;
    }

    /** @param  list<string>  $given */
    private static function accepts(string $wanted, array $given): bool
    {
        foreach ($given as $type) {
            if (self::quality($wanted, $type) > 0.0) {
                return true;
            }
        }

        return false;
    }

    /** How much a header wants a type: its most particular range counts (RFC 9110 12.5.1). */
    private static function quality(string $wanted, string $type): float
    {
        $best = [-1, 0.0];
        foreach (AcceptHeader::fromString(mb_substr($wanted, 0, 1000))->all() as $item) {
            $range = strtolower($item->getValue());
            $depth = match (true) {
                $range === $type => 2,
                $range === strtok($type, '/').'/*' => 1,
                $range === '*/*' || $range === '*' => 0,
                default => -1,
            };
            if ($depth > $best[0]) {
                $best = [$depth, $item->getQuality()];
            }
        }

        return $best[1];
    }
}
