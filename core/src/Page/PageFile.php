<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

/** A file as a page shows it or hands it out. */
final readonly class PageFile
{
    /** @param  string  $address  where it is fetched */
    public function __construct(public string $name, public string $media, public int $bytes, public string $address)
    {
    }

    /** Whether a page shows it, and does not only offer it. */
    public function isPicture(): bool
    {
        return str_starts_with($this->media, 'image/');
    }

    /** Such as "PDF, 1.2 MB". */
    public function words(): string
    {
        $sort = ['application/pdf' => 'PDF', 'video/mp4' => 'Video', 'video/webm' => 'Video'][$this->media] ?? 'Picture';

        return "$sort, ".($this->bytes >= 1_000_000 ? sprintf('%.1f MB', $this->bytes / 1e6) : max(1, (int) round($this->bytes / 1000)).' kB');
    }
}
