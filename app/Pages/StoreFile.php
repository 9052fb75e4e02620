<?php

declare(strict_types=1);

namespace App\Pages;

use App\Models\Membership;
use App\Models\StoredFile;
use App\Models\Workspace;
use App\Support\FileName;
use Illuminate\Contracts\Filesystem\Filesystem;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\PictureLimits;
use KeenGlyph\Core\Image\WebPicture;
use RuntimeException;

/** Takes files for pages: pictures made small and cleaned, PDFs and videos as they are. What a file is, its first bytes say. */
final class StoreFile
{
    public const MOST_BYTES = 40_000_000;

    private const MOST_FILES = 5000;

    /** Bytes of all files of a workspace. */
    private const ROOM = 2_000_000_000;

    private const PICTURE_BYTES = 20_000_000;

    private const PICTURE_PIXELS = 50_000_000;

    /**
     * @param  ?StoredFile  $before  of which this is the next version
     *
     * @throws ValidationException
     */
    public function store(Membership $member, UploadedFile $upload, ?StoredFile $before): StoredFile
    {
        [$bytes, $media] = self::content($upload);
        $digest = $bytes === null ? hash_file('sha256', $upload->getRealPath()) : hash('sha256', $bytes);
        $size = $bytes === null ? (int) $upload->getSize() : strlen($bytes);

        return DB::transaction(static function () use ($member, $upload, $before, $bytes, $media, $digest, $size): StoredFile {
            $workspace = Workspace::query()->whereKey($member->workspace_id)->lockForUpdate()->firstOrFail();
            if ($workspace->files()->count() >= self::MOST_FILES || $workspace->files()->sum('bytes') + $size > self::ROOM) {
                throw ValidationException::withMessages(['file' => ['This workspace has no room for more files. Delete some that no page shows.']]);
            }
            $series = $before->series ?? (string) Str::uuid();
            $file = new StoredFile([
                'series' => $series, 'version' => 1 + (int) $workspace->files()->where('series', $series)->max('version'), 'name' => self::name($upload->getClientOriginalName(), $media), 'media' => $media, 'bytes' => $size, 'digest' => $digest, 'user_id' => $member->user_id,
            ]);
            $file->workspace()->associate($workspace);
            // Before the row: a row without its file would be an error for every visitor.
            $isKept = self::disk()->exists($file->path()) || ($bytes === null ? self::disk()->putFileAs(dirname($file->path()), $upload, basename($file->path())) !== false : self::disk()->put($file->path(), $bytes));
            if (! $isKept) {
                throw new RuntimeException('A file could not be stored.');
            }
            $file->save();

            return $file;
        });
    }

    /** The file's bytes go with the last row that has them. */
    public function delete(StoredFile $file): void
    {
        DB::transaction(static function () use ($file): void {
            Workspace::query()->whereKey($file->workspace_id)->lockForUpdate()->first();
            $file->delete();
            if (! StoredFile::query()->where(['workspace_id' => $file->workspace_id, 'digest' => $file->digest])->exists()) {
                self::disk()->delete($file->path());
            }
        });
    }

    public static function disk(): Filesystem
    {
        return Storage::disk('files');
    }

    /**
     * @return array{?string, string} the bytes where they are not those of the upload, and the media type
     *
     * @throws ValidationException
     */
    private static function content(UploadedFile $upload): array
    {
        $start = (string) file_get_contents($upload->getRealPath(), false, null, 0, 32);
        $media = match (true) {
            str_starts_with($start, '%PDF-') => 'application/pdf',
            substr($start, 4, 4) === 'ftyp' && preg_match('/^(?:isom|iso[2-9]|mp4[12]|avc1|M4V |dash)/', substr($start, 8, 4)) === 1 => 'video/mp4',
            str_starts_with($start, "\x1A\x45\xDF\xA3") => 'video/webm',
            default => null,
        };
        if ($media !== null) {
            return [null, $media];
        }
        if ($upload->getSize() > self::PICTURE_BYTES) {
            throw ValidationException::withMessages(['file' => ['A picture has at most 20 MB.']]);
        }
        try {
            $picture = WebPicture::of($upload->getContent(), new PictureLimits(self::PICTURE_BYTES, self::PICTURE_PIXELS));
        } catch (InvalidPicture $e) {
            throw ValidationException::withMessages(['file' => [str_contains($e->getMessage(), 'PNG') && ! str_contains($e->getMessage(), 'damaged') ? 'Take a PNG, JPEG or WebP picture, a PDF, or an MP4 or WebM video.' : $e->getMessage()]]);
        }

        return [$picture->bytes, $picture->media];
    }

    private static function name(string $given, string $media): string
    {
        $stem = preg_replace('/\.[A-Za-z0-9]{1,5}$/', '', mb_scrub($given, 'UTF-8'));

        return (FileName::slug((string) $stem) ?: 'file').'.'.(['application/pdf' => 'pdf', 'video/mp4' => 'mp4', 'video/webm' => 'webm', 'image/webp' => 'webp'][$media] ?? 'jpg');
    }
}
