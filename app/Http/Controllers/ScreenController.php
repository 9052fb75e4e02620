<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use Illuminate\Http\Response;

/** The web application's only page. Its own router picks the screen; an address that has none is answered as such. */
final class ScreenController
{
    /** The screens, as resources/web/router.ts names them. */
    private const SCREENS = '#^(?:|sign-in|(?:compose|hand-off|proof|reference|waypoints|pages|runs)(?:/[^/]+)?|read|grade|workspace|finishes|glyphs|keys|hooks|resolver)$#D';

    public function __invoke(string $path = ''): Response
    {
        return new Response(view('app'), preg_match(self::SCREENS, trim($path, '/')) === 1 ? 200 : 404);
    }
}
