<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Addresses\AddressedPicture;
use App\Addresses\FindPicture;
use App\Addresses\PictureDrawer;
use App\Addresses\PictureHeaders;
use App\Addresses\PictureStore;
use App\Addresses\RefusedAddress;
use App\Http\Problems\Problems;
use App\Keys\Origin;
use App\Support\DatabaseTrouble;
use Illuminate\Database\LostConnectionException;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Config;
use KeenGlyph\Core\Address\InvalidAddress;
use KeenGlyph\Core\Address\PictureAddress;
use KeenGlyph\Core\Address\PictureQuery;
use KeenGlyph\Core\Compose\RefusalPicture;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\PictureFormat;
use PDOException;
use Symfony\Component\HttpFoundation\HeaderUtils;

/** Pictures by their address, for pages and mails. What is refused is a picture as well, that says why. */
final readonly class PictureController
{
    /** Seconds that the web server keeps a saved code as it is now. */
    private const SAVED = 60;

    public function __construct(private FindPicture $find, private PictureStore $store)
    {
    }

    public function __invoke(Request $request, string $version, string $name, string $format): JsonResponse|Response
    {
        $format = PictureFormat::from($format);
        try {
            $query = PictureQuery::parse($request->server->getString('QUERY_STRING'));
        } catch (InvalidAddress $e) {
            return self::refusal($request, RefusedAddress::malformed($e->getMessage()), $format, null);
        }
        try {
            return $this->answer($request, $this->found($request, $version, $name, $format, $query), $format, $query);
        } catch (RefusedAddress $e) {
            return self::refusal($request, $e, $format, $query);
        } catch (InvalidAddress $e) {
            return self::refusal($request, RefusedAddress::malformed($e->getMessage()), $format, $query);
        } catch (PDOException|LostConnectionException $e) {
            $status = DatabaseTrouble::within($e) ?? throw $e;

            return self::refusal($request, new RefusedAddress($status, 'Not now', 'The database is not answering. Ask again in a moment.', ['Retry-After' => '2']), $format, $query);
        }
    }

    private function found(Request $request, string $version, string $name, PictureFormat $format, PictureQuery $query): AddressedPicture
    {
        if ((int) $version !== PictureAddress::VERSION) {
            throw RefusedAddress::absent();
        }
        if ($name === PictureAddress::COMPOSED) {
            return $this->find->composed($query, $format, "{$name}.{$format->value}", Origin::of($request));
        }
        if (preg_match('/^([A-Za-z0-9]{16,32})(?:-r(\d{1,9}))?$/D', $name, $match) !== 1) {
            throw RefusedAddress::absent();
        }

        return $this->find->saved($match[1], isset($match[2]) ? (int) $match[2] : null, $query, $format);
    }

    private function answer(Request $request, AddressedPicture $picture, PictureFormat $format, PictureQuery $query): Response
    {
        $seconds = $picture->isForAll ? min(Config::integer('keen.edge.seconds'), $picture->holds ?? PHP_INT_MAX) : 0;
        // A saved code is asked for anew each time. This machine's web server is told when it changes, others look again soon.
        $seconds = $picture->holds === 0 ? self::SAVED : $seconds;
        $response = new Response('', 200, [
            ...PictureHeaders::of($picture->digest, $format, $picture->cacheControl(), $picture->holds, $seconds, now()->getTimestamp()),
            ...($picture->isForAll ? [] : ['Vary' => 'Origin, Referer']),
            ...(in_array($query->get('download'), [null, '', '0'], true) ? [] : ['Content-Disposition' => HeaderUtils::makeDisposition('attachment', $picture->name)]),
        ]);
        // The web server's copies are made of whole answers: it compares tags itself.
        if ($seconds === 0 && $response->isNotModified($request)) {
            return $response;
        }
        if ($seconds > 0) {
            $this->store->tag($picture->tag, $request->server->getString('REQUEST_URI'));
        }

        $bytes = $this->store->get($picture->digest, $format->value, $picture->draw);
        // With a length, the web server can answer for a part of it.
        $response->headers->set('Content-Length', (string) strlen($bytes));

        return $response->setContent($bytes);
    }

    /** Words in the format and the size that were asked for, or a problem for programs that ask for one. */
    private static function refusal(Request $request, RefusedAddress $why, PictureFormat $format, ?PictureQuery $query): JsonResponse|Response
    {
        $headers = [...$why->headers, 'Cache-Control' => 'no-store', 'X-Accel-Expires' => '0', 'Vary' => 'Accept'];
        if (str_contains((string) $request->headers->get('Accept'), 'application/problem+json')) {
            return Problems::response($why->status, $why->getMessage(), $headers);
        }

        return new Response(RefusalPicture::draw($why->title, $why->getMessage(), $format, self::size($query)), $why->status, [...$headers, 'Content-Type' => $format->mediaType()]);
    }

    private static function size(?PictureQuery $query): ?Size
    {
        $number = static fn (string $name): ?float => is_numeric($query?->get($name)) ? (float) $query->get($name) : null;
        try {
            return match (true) {
                $number('size_px') !== null => Size::ofSide((int) min(PictureDrawer::USUAL_SIDE, max(1, $number('size_px')))),
                $number('size_mm') !== null => Size::ofMillimetres(min(200.0, max(5.0, $number('size_mm'))), min(300.0, max(72.0, $number('dpi') ?? Size::SCREEN_DPI))),
                $number('module_px') !== null => Size::ofModule((int) min(40, max(1, $number('module_px')))),
                default => null,
            };
        } catch (InvalidFinish) {
            return null;
        }
    }
}
