<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\PageStyleRequest;
use App\Models\PageStyle;
use App\Pages\SavePage;
use App\Support\Current;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Styles of pages, kept by their names. */
final class PageStyleController
{
    private const MOST = 100;

    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(['data' => Current::workspace($request)->pageStyles()->orderBy('name')->limit(self::MOST)->get()->map(self::shown(...))]);
    }

    /** One of the same name is replaced. */
    public function store(PageStyleRequest $request, SavePage $save): JsonResponse
    {
        $workspace = Current::workspace($request);
        $id = $save->keepStyle($workspace, trim($request->string('name')->toString()), $request->style());

        return new JsonResponse(self::shown($workspace->pageStyles()->findOrFail($id)), 201);
    }

    public function destroy(PageStyle $style): Response
    {
        $style->delete();

        return new Response('', 204);
    }

    /** @return array<string, mixed> */
    private static function shown(PageStyle $style): array
    {
        return ['id' => $style->id, 'name' => $style->name, 'style' => $style->style];
    }
}
