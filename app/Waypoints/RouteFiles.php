<?php

declare(strict_types=1);

namespace App\Waypoints;

use KeenGlyph\Core\Route\InvalidRoute;
use KeenGlyph\Core\Route\OpenWaypoint;

/**
 * This machine's own copies of open waypoints, a file each, so that most answers ask no database. A newer version takes an
 * older one's place, never the other way round; a copy that is old is asked for anew.
 */
final readonly class RouteFiles
{
    /** Seconds after which a copy is not trusted, should word of a change not have come. */
    private const SECONDS = 300;

    public function __construct(private string $folder)
    {
    }

    public function get(string $code): ?OpenWaypoint
    {
        $file = $this->file($code);
        $stat = @stat($file);
        if ($stat === false || $stat['mtime'] < time() - self::SECONDS) {
            return null;
        }
        $kept = json_decode((string) @file_get_contents($file), true);
        try {
            return is_array($kept) ? OpenWaypoint::again($kept) : null;
        } catch (InvalidRoute) {
            return null;
        }
    }

    /** A full disk leaves no copy: then the database is asked. */
    public function put(OpenWaypoint $waypoint): void
    {
        $file = $this->file($waypoint->code);
        @mkdir(dirname($file), 0700, true);
        $lock = @fopen("$file.lock", 'c');
        if ($lock === false || ! flock($lock, LOCK_EX)) {
            return;
        }
        $kept = json_decode((string) @file_get_contents($file), true);
        if (! is_array($kept) || ($kept['id'] ?? '') !== $waypoint->id || ($kept['version'] ?? 0) <= $waypoint->version) {
            $part = "$file.part";
            $text = json_encode($waypoint->toArray(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
            @file_put_contents($part, $text) === strlen($text) ? rename($part, $file) : @unlink($part);
        }
        fclose($lock);
    }

    public function forget(string $code): void
    {
        @unlink($this->file($code));
    }

    private function file(string $code): string
    {
        return "$this->folder/routes/".substr($code, 0, 2)."/$code.json";
    }
}
