<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\SaveGlyph;
use App\Http\Problems\Problems;
use App\Http\Requests\GlyphListRequest;
use App\Http\Requests\GlyphRequest;
use App\Http\Requests\LookupRequest;
use App\Http\Requests\ShelveRequest;
use App\Http\Resources\GlyphResource;
use App\Models\Glyph;
use App\Support\CurrentUser;
use App\Support\GlyphCursor;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Saved codes of the signed-in workspace. */
final class GlyphController
{
    /** Glyphs with one text that are told. */
    private const ALIKE = 10;

    public function index(GlyphListRequest $request): JsonResponse
    {
        $query = CurrentUser::of($request)->workspace->glyphs();
        $words = trim($request->string('q')->toString());
        if ($words !== '') {
            $query->getQuery()->matching($words);
        }
        if ($request->filled('shelf')) {
            $query->where('shelf', $request->string('shelf')->toString());
        }
        $total = $query->count();
        $order = $request->validated('sort') === 'name' ? 'name' : 'updated_at';
        $encoded = $request->string('cursor')->toString();
        $cursor = GlyphCursor::decode($encoded, $order);
        if ($encoded !== '' && $cursor === null) {
            return Problems::invalid(['cursor' => ['This cursor belongs to no page of this list. Begin again without one.']]);
        }
        $cursor?->apply($query);
        GlyphCursor::sort($query, $order);
        $limit = $request->integer('limit', 50);
        // One more than asked for tells whether there is a next page.
        $found = $query->limit($limit + 1)->get();
        $page = $found->take($limit);
        $last = $page->last();

        return new JsonResponse([
            'data' => $page->map(static fn (Glyph $glyph): array => GlyphResource::of($glyph, false))->values(),
            'total' => $total,
            'next_cursor' => $last !== null && $found->count() > $limit ? GlyphCursor::after($last, $order)->encode() : null,
        ]);
    }

    /** Which glyphs say exactly this. */
    public function lookup(LookupRequest $request): JsonResponse
    {
        $text = $request->string('text')->toString();
        $found = CurrentUser::of($request)->workspace->glyphs()->whereRaw('md5(text) = md5(?)', [$text])->where('text', $text)->orderByDesc('updated_at')->limit(self::ALIKE)->get();

        return new JsonResponse(['data' => $found->map(static fn (Glyph $glyph): array => GlyphResource::of($glyph, false))->values()]);
    }

    /** Puts glyphs on a shelf, or takes them off. What they say and look like stays, so their revision does. */
    public function shelve(ShelveRequest $request): JsonResponse
    {
        $moved = CurrentUser::of($request)->workspace->glyphs()->whereKey($request->validated('glyphs'))->toBase()->update(['shelf' => $request->shelf()]);

        return new JsonResponse(['moved' => $moved]);
    }

    /** Shelves in use, with how many glyphs are on each. */
    public function shelves(Request $request): JsonResponse
    {
        $shelves = CurrentUser::of($request)->workspace->glyphs()->whereNotNull('shelf')->toBase()
            ->groupBy('shelf')->orderBy('shelf')->selectRaw('shelf, count(*) AS glyphs')->limit(500)->get();

        return new JsonResponse(['data' => $shelves]);
    }

    public function show(Glyph $glyph): JsonResponse
    {
        return self::respond($glyph);
    }

    public function store(GlyphRequest $request, SaveGlyph $save): JsonResponse
    {
        $glyph = $save->create(CurrentUser::of($request), $request->given());

        return self::respond($glyph, 201)->header('Location', "/api/v1/glyphs/{$glyph->id}");
    }

    public function update(GlyphRequest $request, Glyph $glyph, SaveGlyph $save): JsonResponse
    {
        return self::respond($save->update($glyph, $request->given(), $request->header('If-Match')));
    }

    public function destroy(Request $request, Glyph $glyph): Response|JsonResponse
    {
        $ifMatch = $request->header('If-Match');
        if ($ifMatch !== null && $ifMatch !== '*' && $ifMatch !== $glyph->etag()) {
            return Problems::response(412, 'The glyph was changed since you opened it.');
        }
        $glyph->delete();

        return new Response('', 204);
    }

    /** Brings a deleted glyph back. */
    public function restore(Glyph $glyph): JsonResponse
    {
        $glyph->restore();

        return self::respond($glyph);
    }

    private static function respond(Glyph $glyph, int $status = 200): JsonResponse
    {
        return new JsonResponse(GlyphResource::of($glyph), $status, ['ETag' => $glyph->etag()]);
    }
}
