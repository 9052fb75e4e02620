<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\TrailRequest;
use App\Http\Requests\WaypointListRequest;
use App\Http\Requests\WaypointRequest;
use App\Http\Requests\WaypointStateRequest;
use App\Http\Requests\WaypointTryRequest;
use App\Http\Resources\WaypointResource;
use App\Models\Waypoint;
use App\Support\Current;
use App\Support\Keyset;
use App\Waypoints\AskLinks;
use App\Waypoints\ForgetTrail;
use App\Waypoints\ReadTrail;
use App\Waypoints\RouteChecks;
use App\Waypoints\SaveWaypoint;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use KeenGlyph\Core\Route\Route;
use KeenGlyph\Core\Route\RouteSchema;

/** Short addresses and what is behind them. */
final readonly class WaypointController
{
    public function __construct(private SaveWaypoint $save)
    {
    }

    public function index(WaypointListRequest $request): JsonResponse
    {
        $waypoints = Current::workspace($request)->waypoints();
        $query = trim($request->string('query')->toString());
        if ($query !== '') {
            $pattern = '%'.addcslashes($query, '%_\\').'%';
            $waypoints->where(static fn ($q) => $q->where('name', 'ilike', $pattern)->orWhere('code', 'ilike', $pattern)->orWhereRaw('draft::text ILIKE ?', [$pattern]));
        }
        [$page, $next] = $request->page($waypoints, Keyset::byTime('created_at'));

        return new JsonResponse(['data' => $page->map(WaypointResource::summary(...)), 'next_cursor' => $next]);
    }

    /** What is behind a waypoint, as JSON Schema. */
    public function schema(): JsonResponse
    {
        return new JsonResponse(RouteSchema::toArray(url('/api/v1/waypoints/schema')));
    }

    public function store(WaypointRequest $request): JsonResponse
    {
        $route = $request->content();
        assert($route !== null);
        $waypoint = $this->save->create(Current::membership($request), trim($request->string('name')->toString()), $route, $request->code(), $request->length(), $request->boolean('publish'));

        return (new JsonResponse(WaypointResource::of($waypoint), 201))->header('Location', "/api/v1/waypoints/{$waypoint->id}");
    }

    public function show(Waypoint $waypoint): JsonResponse
    {
        return new JsonResponse(WaypointResource::of($waypoint));
    }

    public function update(WaypointRequest $request, Waypoint $waypoint): JsonResponse
    {
        $route = $request->content();
        $name = $request->validated('name');

        return new JsonResponse(WaypointResource::of($this->save->change($waypoint, [...(is_string($name) ? ['name' => trim($name)] : []), ...($route === null ? [] : ['draft' => $route->toArray()])])));
    }

    public function publish(Request $request, Waypoint $waypoint): JsonResponse
    {
        return new JsonResponse(WaypointResource::of($this->save->publish($waypoint, Current::membership($request))));
    }

    public function rollBack(Request $request, Waypoint $waypoint, string $revision): JsonResponse
    {
        return new JsonResponse(WaypointResource::of($this->save->rollBack($waypoint, Current::membership($request), (int) $revision)));
    }

    /** Pauses, locks and opens: at once, whatever is published. */
    public function state(WaypointStateRequest $request, Waypoint $waypoint): JsonResponse
    {
        if ($request->exists('paused')) {
            $this->save->pause($waypoint, $request->boolean('paused') ? $request->string('message')->toString() : null);
        }
        if ($request->exists('passphrase')) {
            $phrase = $request->validated('passphrase');
            $this->save->lock($waypoint, is_string($phrase) ? $phrase : null);
        }

        return new JsonResponse(WaypointResource::of($waypoint->refresh()));
    }

    /** What a visitor would get, and which rule says so; of the draft unless a route is given. */
    public function try(WaypointTryRequest $request, Waypoint $waypoint): JsonResponse
    {
        $route = $request->content() ?? Route::of($waypoint->draft);
        $visitor = $request->visitor();
        $isOver = $route->isOver($visitor->at, $visitor->number);
        $decision = $route->decide($visitor);
        $target = $isOver ? $route->then : $decision->target;

        return new JsonResponse([
            'rule' => $isOver ? null : $decision->rule, 'over' => $isOver, 'asks' => ! $isOver && $decision->asks, 'target' => $target?->toArray(), 'link' => $target?->kind === 'link' ? $target->tagged($route->tags) : null, 'words' => $target?->words() ?? 'a page that says that it has ended',
            'why' => $isOver ? [] : $decision->why, 'faults' => RouteChecks::of($waypoint->workspace, $route, $waypoint->code),
        ]);
    }

    public function trail(TrailRequest $request, Waypoint $waypoint, ReadTrail $trail): JsonResponse
    {
        $zone = $waypoint->workspace->zone;
        [$from, $until] = $request->days($zone);

        return new JsonResponse([...$trail->of($waypoint, $from, $until, $zone), 'latest' => $trail->latest($waypoint)]);
    }

    /** Its scans for good; the short address goes on. */
    public function forgetTrail(Waypoint $waypoint, ForgetTrail $forget): Response
    {
        $forget->of($waypoint->id, null);

        return new Response('', 204);
    }

    /** Whether each web link that somebody may get answers. */
    public function ask(Waypoint $waypoint, AskLinks $ask): JsonResponse
    {
        return new JsonResponse(['data' => $ask->of(Route::of($waypoint->draft))]);
    }

    public function destroy(Waypoint $waypoint): Response
    {
        $this->save->delete($waypoint);

        return new Response('', 204);
    }

    public function restore(Waypoint $waypoint): JsonResponse
    {
        $this->save->restore($waypoint);

        return new JsonResponse(WaypointResource::of($waypoint));
    }
}
