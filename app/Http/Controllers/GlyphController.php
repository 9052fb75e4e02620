<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RemoveSaved;
use App\Actions\SaveGlyph;
use App\Http\Problems\Problems;
use App\Http\Requests\GlyphListRequest;
use App\Http\Requests\GlyphRequest;
use App\Http\Requests\ListRequest;
use App\Http\Requests\LookupRequest;
use App\Http\Requests\ShelveRequest;
use App\Http\Resources\GlyphResource;
use App\Library\ArrangeGlyphs;
use App\Models\Glyph;
use App\Proofs\LatestProofs;
use App\Support\BoundedCount;
use App\Support\Current;
use App\Support\Keyset;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use KeenGlyph\Core\Gs1\RetailNumber;

/** Saved codes of the signed-in workspace. */
final class GlyphController
{
    /** Glyphs with one text that are told. */
    private const ALIKE = 10;

    public function index(GlyphListRequest $request): JsonResponse
    {
        $query = $request->glyphs(Current::workspace($request));
        $total = BoundedCount::of($query);
        [$page, $next] = $request->page($query, $request->validated('sort') === 'name' ? Keyset::byName() : Keyset::byTime('updated_at'));

        $proofs = LatestProofs::of($page);

        return new JsonResponse(['data' => $page->map(static fn (Glyph $glyph): array => [...GlyphResource::of($glyph, false), 'proof' => $proofs[$glyph->id] ?? null]), 'total' => min($total, BoundedCount::MOST), 'total_is_more' => $total > BoundedCount::MOST, 'next_cursor' => $next]);
    }

    /** Which glyphs say exactly this. */
    public function lookup(LookupRequest $request): JsonResponse
    {
        $text = str_replace("\0", '', $request->string('text')->toString());
        // The number of a trade item is the same with more or fewer zeros before it.
        $forms = RetailNumber::forms($text);
        $found = Current::workspace($request)->glyphs()->whereRaw('md5(text) IN ('.implode(', ', array_fill(0, count($forms), 'md5(?)')).')', $forms)
            ->whereIn('text', $forms)->orderByDesc('updated_at')->limit(self::ALIKE)->get();

        return new JsonResponse(['data' => $found->map(static fn (Glyph $glyph): array => GlyphResource::of($glyph, false))->values()]);
    }

    /** Puts glyphs on a shelf, or takes them off. What they say and look like stays, so their revision does. */
    public function shelve(ShelveRequest $request, ArrangeGlyphs $arrange): JsonResponse
    {
        /** @var list<string> $ids */
        $ids = $request->validated('glyphs');

        return new JsonResponse(['moved' => $arrange->arrange(Current::workspace($request), $ids, ['shelf' => $request->shelf()], [], [])]);
    }

    /** Shelves in use, with how many glyphs are on each. */
    public function shelves(ListRequest $request): JsonResponse
    {
        $shelves = Current::workspace($request)->glyphs()->whereNotNull('shelf')->toBase()->groupBy('shelf')->selectRaw('shelf, count(*) AS glyphs');
        [$page, $next] = $request->page($shelves, Keyset::byUnique('shelf'));

        return new JsonResponse(['data' => $page, 'next_cursor' => $next]);
    }

    public function show(Glyph $glyph): JsonResponse
    {
        return self::respond($glyph);
    }

    public function store(GlyphRequest $request, SaveGlyph $save): JsonResponse
    {
        $glyph = $save->create(Current::membership($request), $request->given());

        return self::respond($glyph, 201)->header('Location', "/api/v1/glyphs/{$glyph->id}");
    }

    public function update(GlyphRequest $request, Glyph $glyph, SaveGlyph $save): JsonResponse
    {
        return self::respond($save->update($glyph, $request->given(), $request->header('If-Match')));
    }

    public function destroy(Request $request, Glyph $glyph, RemoveSaved $remove): Response|JsonResponse
    {
        $ifMatch = $request->header('If-Match');
        if ($ifMatch !== null && $ifMatch !== '*' && ! $glyph->isOf($ifMatch)) {
            return Problems::response(412, 'The glyph was changed since you opened it.');
        }
        $remove->delete($glyph);

        return new Response('', 204);
    }

    /** Brings a deleted glyph back. */
    public function restore(Glyph $glyph, RemoveSaved $remove): JsonResponse
    {
        $remove->restore($glyph);

        return self::respond($glyph);
    }

    private static function respond(Glyph $glyph, int $status = 200): JsonResponse
    {
        return new JsonResponse(GlyphResource::of($glyph), $status, ['ETag' => $glyph->answerTag()]);
    }
}
