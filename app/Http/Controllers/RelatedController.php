<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Problems\Problems;
use App\Http\Requests\RelatedRequest;
use App\Models\Gate;
use App\Models\Glyph;
use App\Models\Page;
use App\Models\Proof;
use App\Models\Waypoint;
use App\Related\FindRelated;
use App\Related\RelatedThing;
use App\Support\Current;
use Illuminate\Http\JsonResponse;

/** What belongs to the same printed code. */
final class RelatedController
{
    public function __invoke(RelatedRequest $request): JsonResponse
    {
        $workspace = Current::workspace($request);
        [$sort, $id] = $request->asked();
        $found = match ($sort) {
            'glyph' => $workspace->glyphs(),
            'waypoint' => $workspace->waypoints(),
            'page' => $workspace->pages(),
            'gate' => $workspace->gates(),
            default => $workspace->proofs(),
        };
        $thing = $found->whereKey($id)->first();
        $find = new FindRelated($workspace);
        $related = match (true) {
            $thing instanceof Glyph => $find->ofGlyph($thing),
            $thing instanceof Waypoint => $find->ofWaypoint($thing),
            $thing instanceof Page => $find->ofPage($thing),
            $thing instanceof Gate => $find->ofGate($thing),
            $thing instanceof Proof => $find->ofProof($thing),
            default => null,
        };

        return $related === null ? Problems::response(404, "There is no such $sort.") : new JsonResponse(['data' => array_map(static fn (RelatedThing $one): array => $one->toArray(), $related)]);
    }
}
