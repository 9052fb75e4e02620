<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\SaveGlyph;
use App\Http\Problems\Problems;
use App\Http\Requests\GlyphListRequest;
use App\Http\Requests\GlyphRequest;
use App\Http\Resources\GlyphResource;
use App\Models\Glyph;
use App\Support\CurrentUser;
use Illuminate\Database\QueryException;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Pagination\Cursor;
use UnexpectedValueException;

/** Saved codes of the signed-in workspace. */
final class GlyphController
{
    public function index(GlyphListRequest $request): JsonResponse
    {
        $query = CurrentUser::of($request)->workspace->glyphs();
        $words = trim($request->string('q')->toString());
        if ($words !== '') {
            $query->getQuery()->matching($words);
        }
        $total = $query->count();
        [$column, $direction] = $request->validated('sort') === 'name' ? ['name', 'asc'] : ['updated_at', 'desc'];
        $encoded = $request->string('cursor')->toString();
        $cursor = Cursor::fromEncoded($encoded === '' ? null : $encoded);
        if ($encoded !== '' && $cursor === null) {
            return self::badCursor();
        }
        try {
            $page = $query->orderBy($column, $direction)->orderBy('id', $direction)
                ->cursorPaginate($request->integer('limit', 50), ['*'], 'cursor', $cursor);
        } catch (UnexpectedValueException|QueryException) {
            return self::badCursor();
        }

        return new JsonResponse([
            'data' => array_map(GlyphResource::of(...), $page->items()),
            'total' => $total,
            'next_cursor' => $page->nextCursor()?->encode(),
            'previous_cursor' => $page->previousCursor()?->encode(),
        ]);
    }

    public function show(Glyph $glyph): JsonResponse
    {
        return self::respond($glyph);
    }

    public function store(GlyphRequest $request, SaveGlyph $save): JsonResponse
    {
        $glyph = $save->create(CurrentUser::of($request), $request->validated());

        return self::respond($glyph, 201)->header('Location', "/api/v1/glyphs/{$glyph->id}");
    }

    public function update(GlyphRequest $request, Glyph $glyph, SaveGlyph $save): JsonResponse
    {
        return self::respond($save->update($glyph, $request->validated(), $request->header('If-Match')));
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

    private static function badCursor(): JsonResponse
    {
        return Problems::invalid(['cursor' => ['This cursor belongs to no page of this list. Begin again without one.']]);
    }
}
