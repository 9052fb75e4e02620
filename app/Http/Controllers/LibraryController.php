<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Problems\Problems;
use App\Http\Requests\ArrangeRequest;
use App\Http\Requests\ListRequest;
use App\Http\Requests\ShelfRenameRequest;
use App\Http\Resources\GlyphResource;
use App\Library\ArrangeGlyphs;
use App\Library\GlyphRevisions;
use App\Models\Glyph;
use App\Support\Current;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use KeenGlyph\Core\Image\PictureFormat;

/** Order among many glyphs: shelves, tags, the archive; and what each was before. */
final class LibraryController
{
    /** Tags that are told. */
    private const TAGS = 200;

    public function arrange(ArrangeRequest $request, ArrangeGlyphs $arrange): JsonResponse
    {
        /** @var list<string> $ids */
        $ids = $request->validated('glyphs');

        return new JsonResponse(['moved' => $arrange->arrange(Current::workspace($request), $ids, $request->to(), $request->tags('add_tags'), $request->tags('remove_tags'))]);
    }

    public function renameShelf(ShelfRenameRequest $request, ArrangeGlyphs $arrange): JsonResponse
    {
        return new JsonResponse(['moved' => $arrange->rename(Current::workspace($request), $request->name('from'), $request->name('to'))]);
    }

    /** Tags in use, the most frequent first. */
    public function tags(ListRequest $request): JsonResponse
    {
        $tags = Current::workspace($request)->glyphs()->toBase()->selectRaw('jsonb_array_elements_text(tags) AS tag');
        $counted = $tags->newQuery()->fromSub($tags, 'each')->groupBy('tag')->selectRaw('tag, count(*)::int AS glyphs')->orderByRaw('2 DESC, 1')->limit(self::TAGS)->get();

        return new JsonResponse(['data' => $counted]);
    }

    public function revisions(Glyph $glyph, GlyphRevisions $revisions): JsonResponse
    {
        return new JsonResponse(['data' => $revisions->of($glyph)]);
    }

    public function picture(Glyph $glyph, string $revision, GlyphRevisions $revisions): Response|JsonResponse
    {
        $composition = $revisions->composition($glyph, (int) $revision);

        return $composition === null ? Problems::response(404, "There is no revision $revision of this glyph.") : PictureResponse::of($composition, PictureFormat::Svg);
    }

    public function restore(Request $request, Glyph $glyph, string $revision, GlyphRevisions $revisions): JsonResponse
    {
        $restored = $revisions->restore($glyph, (int) $revision, $request->header('If-Match'));

        return $restored === null ? Problems::response(404, "There is no revision $revision of this glyph.") : new JsonResponse(GlyphResource::of($restored), 200, ['ETag' => $restored->answerTag()]);
    }
}
