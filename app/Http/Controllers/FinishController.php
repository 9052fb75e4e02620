<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RemoveSaved;
use App\Actions\SaveFinish;
use App\Http\Requests\ApplyFinishRequest;
use App\Http\Requests\FinishRequest;
use App\Http\Requests\ListRequest;
use App\Http\Resources\FinishResource;
use App\Models\Finish;
use App\Support\Current;
use App\Support\Keyset;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** Saved styles of the signed-in workspace. */
final class FinishController
{
    public function index(ListRequest $request): JsonResponse
    {
        [$page, $next] = $request->page(Current::workspace($request)->finishes()->withCount('glyphs'), Keyset::byTime('created_at', false));

        return new JsonResponse(['data' => $page->map(FinishResource::of(...)), 'next_cursor' => $next]);
    }

    public function show(Finish $finish): JsonResponse
    {
        return self::respond($finish);
    }

    public function store(FinishRequest $request, SaveFinish $save): JsonResponse
    {
        $finish = $save->create(Current::workspace($request), $request->given());

        return self::respond($finish, 201)->header('Location', "/api/v1/finishes/{$finish->id}");
    }

    /** Glyphs that use it keep the revision they were saved with, unless `apply` says otherwise. */
    public function update(FinishRequest $request, Finish $finish, SaveFinish $save): JsonResponse
    {
        $finish = $save->update($finish, $request->given(), $request->header('If-Match'));
        if (! $request->boolean('apply')) {
            return self::respond($finish);
        }
        $all = $finish->glyphs()->count();
        $glyphs = $finish->glyphs()->limit(ApplyFinishRequest::MAX_GLYPHS)->get();
        $refused = $save->apply($finish, $glyphs);

        return self::respond($finish, 200, ['outcome' => ['applied' => $glyphs->count() - count($refused), 'left' => max(0, $all - $glyphs->count()), 'refused' => $refused]]);
    }

    public function destroy(Finish $finish, RemoveSaved $remove): Response
    {
        $remove->delete($finish);

        return new Response('', 204);
    }

    /** Brings a deleted finish back. */
    public function restore(Finish $finish, RemoveSaved $remove): JsonResponse
    {
        $remove->restore($finish);

        return self::respond($finish);
    }

    /** Puts it on glyphs, each drawn and checked anew. */
    public function apply(ApplyFinishRequest $request, Finish $finish, SaveFinish $save): JsonResponse
    {
        /** @var list<string> $ids */
        $ids = $request->validated('glyphs');
        $glyphs = $finish->workspace->glyphs()->whereKey($ids)->get();
        $refused = $save->apply($finish, $glyphs);

        return new JsonResponse(['applied' => $glyphs->count() - count($refused), 'missing' => count($ids) - $glyphs->count(), 'refused' => $refused]);
    }

    /** @param  array<string, mixed>  $more */
    private static function respond(Finish $finish, int $status = 200, array $more = []): JsonResponse
    {
        return new JsonResponse(FinishResource::of($finish) + $more, $status, ['ETag' => $finish->etag()]);
    }
}
