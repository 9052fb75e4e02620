<?php

declare(strict_types=1);

namespace App\Addresses;

/** Which of the web server's own copies of answers end with what: a file for each, in a folder of the tag's name. */
final readonly class PictureTags
{
    /** @param  string  $folder  '' where no web server keeps copies */
    public function __construct(private string $folder)
    {
    }

    /** Remembers that the web server may keep its answer to this request for as long as the tag holds. */
    public function add(string $tag, string $requestUri): void
    {
        $folder = $this->of($tag);
        if ($folder !== null && (is_dir($folder) || @mkdir($folder, 0700, true) || is_dir($folder))) {
            touch($folder.'/'.md5($requestUri));
        }
    }

    /** Where the copies of a tag are named; null where none are. */
    public function of(string $tag): ?string
    {
        return $this->folder !== '' && preg_match('/^[A-Za-z0-9-]{1,60}$/D', $tag) === 1 ? "{$this->folder}/{$tag}" : null;
    }
}
