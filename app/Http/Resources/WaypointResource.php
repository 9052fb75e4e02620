<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Waypoint;
use App\Waypoints\RouteChecks;
use Illuminate\Support\Facades\DB;
use KeenGlyph\Core\Route\Route;
use stdClass;

/** A waypoint as the API states it. */
final class WaypointResource
{
    /** @return array<string, mixed> */
    public static function of(Waypoint $waypoint): array
    {
        $draft = Route::of($waypoint->draft);
        $revisions = DB::table('waypoint_revisions')->leftJoin('users', 'users.id', '=', 'waypoint_revisions.user_id')->where('waypoint_id', $waypoint->id)->orderByDesc('number')->limit(50)->get(['number', 'users.name', 'published_at']);

        return [
            ...self::summary($waypoint), 'route' => self::route($draft), 'published' => $waypoint->published === null ? null : self::route(Route::of($waypoint->published)), 'faults' => RouteChecks::of($waypoint->workspace, $draft, $waypoint->code),
            'revisions' => $revisions->map(static fn (object $one): array => ['number' => (int) ((array) $one)['number'], 'by' => ((array) $one)['name'], 'at' => gmdate('Y-m-d\TH:i:s\Z', (int) strtotime((string) ((array) $one)['published_at']))])->all(),
        ];
    }

    /** @return array<string, mixed> */
    public static function summary(Waypoint $waypoint): array
    {
        return [
            'id' => $waypoint->id, 'code' => $waypoint->code, 'name' => $waypoint->name, 'address' => self::address($waypoint), 'text' => strtoupper(self::address($waypoint)),
            'state' => $waypoint->published === null ? 'draft' : ($waypoint->pause === null ? 'live' : 'paused'), 'message' => $waypoint->pause, 'locked' => $waypoint->passphrase !== null,
            'revision' => $waypoint->revision, 'changed' => $waypoint->published === null || Route::of($waypoint->published)->toArray() !== Route::of($waypoint->draft)->toArray(), 'goes_to' => Route::of($waypoint->published ?? $waypoint->draft)->else->words(),
            'scans' => $waypoint->scans, 'first_scan_at' => $waypoint->first_scan_at?->toIso8601ZuluString(), 'last_scan_at' => $waypoint->last_scan_at?->toIso8601ZuluString(),
            'created_at' => $waypoint->created_at->toIso8601ZuluString(), 'updated_at' => $waypoint->updated_at->toIso8601ZuluString(),
        ];
    }

    public static function address(Waypoint $waypoint): string
    {
        return $waypoint->workspace->shortBase()."/q/$waypoint->code";
    }

    /** @return array<string, mixed> with what each part says in words */
    private static function route(Route $route): array
    {
        $content = $route->toArray();
        $words = array_map(static fn ($rule): string => $rule->words(), $route->rules);

        return ['content' => [...$content, 'tags' => $content['tags'] === [] ? new stdClass : $content['tags']], 'words' => $words, 'targets' => array_map(static fn ($rule): string => $rule->to->words(), $route->rules)];
    }
}
