<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\FileRequest;
use App\Http\Requests\ListRequest;
use App\Http\Resources\PageResource;
use App\Models\StoredFile;
use App\Pages\StoreFile;
use App\Support\Current;
use App\Support\Keyset;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** Files that pages show and hand out, for those who make them. */
final class FileController
{
    public function index(ListRequest $request): JsonResponse
    {
        [$page, $next] = $request->page(Current::workspace($request)->files(), Keyset::byTime('created_at'));

        return new JsonResponse(['data' => $page->map(PageResource::file(...)), 'next_cursor' => $next]);
    }

    public function store(FileRequest $request, StoreFile $store): JsonResponse
    {
        return new JsonResponse(PageResource::file($store->store(Current::membership($request), $request->upload(), $request->before())), 201);
    }

    public function destroy(StoredFile $file, StoreFile $store): Response
    {
        $store->delete($file);

        return new Response('', 204);
    }
}
