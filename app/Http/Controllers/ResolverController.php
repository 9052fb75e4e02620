<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\ResolverLinkRequest;
use App\Http\Requests\ResolverListRequest;
use App\Models\ResolverLink;
use App\Resolver\CountTaps;
use App\Resolver\SaveLink;
use App\Support\Current;
use App\Support\Keyset;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** Links behind GS1 identifiers, for those who keep them. */
final class ResolverController
{
    public function index(ResolverListRequest $request): JsonResponse
    {
        $links = Current::workspace($request)->resolverLinks();
        $query = trim($request->string('query')->toString());
        if ($query !== '') {
            $pattern = '%'.addcslashes($query, '%_\\').'%';
            $links->where(static fn ($q) => $q->where('path', 'like', $pattern)->orWhere('title', 'ilike', $pattern));
        }
        [$page, $next] = $request->page($links, Keyset::byTime('created_at'));

        $answers = CountTaps::of(array_values($page->map(static fn (ResolverLink $link): string => $link->id)->all()));

        return new JsonResponse(['data' => $page->map(static fn (ResolverLink $link): array => self::resource($link, $answers[$link->id] ?? 0)), 'next_cursor' => $next]);
    }

    public function store(ResolverLinkRequest $request, SaveLink $save): JsonResponse
    {
        return new JsonResponse(self::resource($save->create(Current::workspace($request), $request->identifier(), $request->fields())), 201);
    }

    public function update(ResolverLinkRequest $request, ResolverLink $link): JsonResponse
    {
        $link->update($request->fields());

        return new JsonResponse(self::resource($link, CountTaps::of([$link->id])[$link->id] ?? 0));
    }

    public function destroy(ResolverLink $link): Response
    {
        $link->delete();

        return new Response('', 204);
    }

    /**
     * @param  int  $answers  in the last thirty days
     * @return array<string, mixed>
     */
    private static function resource(ResolverLink $link, int $answers = 0): array
    {
        return [
            'id' => $link->id, 'path' => $link->path, 'address' => $link->workspace->shortBase().$link->path, 'type' => $link->type, 'href' => $link->href, 'title' => $link->title, 'language' => $link->language, 'media' => $link->media,
            'answers' => $answers, 'default' => $link->is_default, 'recall' => $link->is_recall, 'ends_at' => $link->ends_at?->toIso8601ZuluString(), 'created_at' => $link->created_at->toIso8601ZuluString(),
        ];
    }
}
