<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\StoredFile;
use App\Pages\StoreFile;
use App\Waypoints\OwnHosts;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response as Answer;

/** A file for whoever has its address, in parts where they are asked for. It is what its first bytes said, and runs nothing. */
final class FetchFileController
{
    private const HEADERS = ['Cache-Control' => 'public, max-age=3600', 'Content-Security-Policy' => "default-src 'none'; img-src 'self'; media-src 'self'; object-src 'self'; style-src 'unsafe-inline'", 'Referrer-Policy' => 'no-referrer', 'X-Robots-Tag' => 'noindex'];

    public function __invoke(Request $request, string $file, OwnHosts $hosts): Answer
    {
        $found = Str::isUuid($file) ? StoredFile::query()->whereKey($file)->first() : null;
        if ($found === null || ! $hosts->allows($request->server->all(), $found->workspace_id) || ! StoreFile::disk()->exists($found->path())) {
            return new Response('There is no such file.', 404, ['Content-Type' => 'text/plain; charset=utf-8']);
        }
        $disk = Storage::disk('files');
        if (config('filesystems.disks.files.driver') !== 'local') {
            // The store answers ranges itself.
            return new Response('', 302, ['Location' => $disk->temporaryUrl($found->path(), now()->addMinutes(10), ['ResponseContentType' => $found->media, 'ResponseContentDisposition' => "inline; filename=\"$found->name\""]), 'Cache-Control' => 'no-store']);
        }

        return new BinaryFileResponse($disk->path($found->path()), 200, [...self::HEADERS, 'Content-Type' => $found->media, 'Content-Disposition' => "inline; filename=\"$found->name\"", 'ETag' => "\"$found->digest\""]);
    }
}
