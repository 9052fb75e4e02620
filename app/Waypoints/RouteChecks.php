<?php

declare(strict_types=1);

namespace App\Waypoints;

use App\Models\Waypoint;
use App\Models\Workspace;
use DateTimeImmutable;
use Illuminate\Support\Facades\Config;
use KeenGlyph\Core\Route\InvalidRoute;
use KeenGlyph\Core\Route\Route;
use KeenGlyph\Core\Route\ShortCode;
use KeenGlyph\Core\Route\Target;

/** What is wrong with a route that can be read: rules that never answer, circles, and waypoints that lead nowhere. */
final class RouteChecks
{
    /** Waypoints that are followed from one to the next. */
    private const STEPS = 8;

    /** @return list<array{rule: int, message: string}> rule -1 is what holds otherwise */
    public static function of(Workspace $workspace, Route $route, ?string $code): array
    {
        $faults = $route->faults(new DateTimeImmutable);
        foreach ([...array_map(static fn ($rule): Target => $rule->to, $route->rules), -1 => $route->else] as $rule => $target) {
            $message = self::followed($workspace, $target, $code === null ? [] : [$code]);
            if ($message !== null) {
                $faults[] = ['rule' => $rule, 'message' => $message];
            }
        }

        return $faults;
    }

    /** The code of an own short address that a link leads to; null for all others. */
    public static function codeOf(string $link, Workspace $workspace): ?string
    {
        $bases = implode('|', array_map(static fn (string $base): string => preg_quote((string) preg_replace('#^https?://#i', '', $base), '#'), array_unique([Config::string('app.url'), $workspace->shortBase()])));

        return preg_match("#^https?://(?:$bases)/q/([A-Za-z0-9-]+)(?:[?\#].*)?$#iD", $link, $match) === 1 ? ShortCode::given($match[1]) : null;
    }

    /** @param  list<string>  $seen */
    private static function followed(Workspace $workspace, Target $target, array $seen): ?string
    {
        if ($target->kind === 'page') {
            $page = $workspace->pages()->where('code', $target->content)->first();

            return $page === null ? "There is no page $target->content." : ($page->published === null ? "The page $target->content was never published." : null);
        }
        if ($target->kind === 'file') {
            return $workspace->files()->whereKey($target->content)->exists() ? null : 'The file is gone. Choose another.';
        }
        $code = $target->kind === 'link' ? self::codeOf($target->content, $workspace) : null;
        if ($code === null) {
            return null;
        }
        if (in_array($code, $seen, true)) {
            return 'It leads in a circle: '.implode(', ', [...$seen, $code]).'.';
        }
        $next = Waypoint::query()->where('code', $code)->first();
        if ($next === null || $next->published === null) {
            return "Nothing answers at $code: ".($next === null ? 'there is no such waypoint.' : 'it was never published.');
        }
        if (count($seen) >= self::STEPS) {
            return 'It leads through more than '.self::STEPS.' waypoints.';
        }
        try {
            foreach (Route::of($next->published)->targets() as $further) {
                $message = self::followed($workspace, $further, [...$seen, $code]);
                if ($message !== null) {
                    return $message;
                }
            }
        } catch (InvalidRoute) {
            return "What stands behind $code cannot be read.";
        }

        return null;
    }
}
