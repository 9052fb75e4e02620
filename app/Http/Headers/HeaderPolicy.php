<?php

declare(strict_types=1);

namespace App\Http\Headers;

/** Who may frame, read and keep the answers of a group of routes. */
enum HeaderPolicy: string
{
    /** Our own pages and what only they ask for. */
    case Own = 'own';
    /** What is the same for everybody and may be read by every page on the web. */
    case Open = 'open';
    /** Pictures that stand in everybody's pages; how long they hold is their own matter. */
    case Picture = 'picture';

    /** Pages of ours that our own editor shows in a frame. */
    case Preview = 'preview';

    /** Sites that may show the answer in a frame (CSP frame-ancestors). */
    public function frameAncestors(): string
    {
        return match ($this) {
            self::Own, self::Open, self::Picture => "'none'",
            self::Preview => "'self'",
        };
    }

    /** Sites whose scripts may read the answer (Access-Control-Allow-Origin); null for none but our own. */
    public function readers(): ?string
    {
        return match ($this) {
            self::Own, self::Preview => null,
            self::Open, self::Picture => '*',
        };
    }

    /** How long the answer may be kept; null leaves it to the route. */
    public function caching(): ?string
    {
        return match ($this) {
            self::Own, self::Picture, self::Preview => null,
            self::Open => 'public, max-age=300',
        };
    }
}
