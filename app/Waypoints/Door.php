<?php

declare(strict_types=1);

namespace App\Waypoints;

use KeenGlyph\Core\Route\Answerer;
use KeenGlyph\Core\Route\Reply;
use KeenGlyph\Core\Route\ShortCode;

/**
 * Answers at a short address without the framework: what is published is read from this machine's copy, and the scan is a
 * line in a file. Whatever needs more is null, and the application answers.
 */
final class Door
{
    /**
     * @param  array<array-key, mixed>  $server  as PHP has it
     * @param  string  $folder  where this machine keeps its copies
     */
    public static function answer(array $server, string $folder, string $countryHeader): ?Reply
    {
        $method = $server['REQUEST_METHOD'] ?? '';
        $path = is_string($server['REQUEST_URI'] ?? null) ? strtok($server['REQUEST_URI'], '?') : '';
        $code = ShortCode::given(substr((string) $path, 3));
        if (($method !== 'GET' && $method !== 'HEAD') || $code === null) {
            return null;
        }
        $waypoint = (new RouteFiles($folder))->get($code);
        $salt = $waypoint === null || ! $waypoint->isPlain() ? null : (new DaySalt($folder))->kept(gmdate('Y-m-d'));
        if ($waypoint === null || $salt === null || ! (new OwnHosts($folder))->allows($server, $waypoint->workspace)) {
            return null;
        }
        $arrival = Arrival::of($server, $salt, $countryHeader);
        $reply = Answerer::answer($waypoint, $arrival->visitor($waypoint->id));
        if ($reply->isArrival) {
            (new TrailBuffer($folder))->add($arrival->scan($waypoint, $reply));
        }

        return $reply;
    }
}
