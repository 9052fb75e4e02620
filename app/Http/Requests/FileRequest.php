<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\StoredFile;
use App\Pages\StoreFile;
use App\Support\Current;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;

/** A file for pages, perhaps the next version of one. */
final class FileRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['of' => ['nullable', 'string', 'max:36']];
    }

    protected function known(): array
    {
        return ['file'];
    }

    /** @throws ValidationException */
    public function upload(): UploadedFile
    {
        $file = $this->file('file');
        if (! $file instanceof UploadedFile || ! $file->isValid() || $file->getSize() < 1) {
            throw ValidationException::withMessages(['file' => ['Choose a picture, a PDF, or an MP4 or WebM video.']]);
        }
        if ($file->getSize() > StoreFile::MOST_BYTES) {
            throw ValidationException::withMessages(['file' => ['A file has at most '.intdiv(StoreFile::MOST_BYTES, 1_000_000).' MB.']]);
        }

        return $file;
    }

    /**
     * The version that this one follows.
     *
     * @throws ValidationException
     */
    public function before(): ?StoredFile
    {
        $id = $this->string('of')->toString();
        if ($id === '') {
            return null;
        }
        $before = Str::isUuid($id) ? Current::workspace($this)->files()->whereKey($id)->first() : null;

        return $before instanceof StoredFile ? $before : throw ValidationException::withMessages(['of' => ['There is no such file.']]);
    }
}
