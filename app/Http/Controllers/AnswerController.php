<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Waypoints\AnswerVisitor;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use KeenGlyph\Core\Image\PictureFormat;

/** A short address: whoever scans it is answered, without session or key. */
final class AnswerController
{
    public function __invoke(Request $request, string $code, AnswerVisitor $answer): Response
    {
        $reply = $answer->answer($code, $request->server->all(), $request->isMethod('POST') ? $request->request->all() : []);

        return new Response($request->isMethod('HEAD') ? '' : $reply->body, $reply->status, $reply->headers);
    }

    /** The address with a picture's ending is its symbol. */
    public function symbol(string $code, string $format, AnswerVisitor $answer): Response
    {
        $composition = $answer->symbol($code);
        if ($composition === null) {
            return new Response('There is no such waypoint.', 404, ['Content-Type' => 'text/plain; charset=utf-8']);
        }
        $response = PictureResponse::of($composition, PictureFormat::from($format));
        $response->headers->set('Cache-Control', 'public, max-age=300');

        return $response;
    }
}
