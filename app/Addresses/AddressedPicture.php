<?php

declare(strict_types=1);

namespace App\Addresses;

use Closure;

/** A picture that an address may have: what it is known by, how long it holds, and how it is made. */
final readonly class AddressedPicture
{
    /**
     * @param  string  $digest  names the picture's bytes
     * @param  ?int  $holds  seconds that anybody may keep it; null for ever
     * @param  bool  $isForAll  false where it depends on the page that asks
     * @param  string  $tag  what else ends it before its time
     * @param  string  $name  of a file that it is saved as
     * @param  Closure(): string  $draw
     */
    public function __construct(
        public string $digest,
        public ?int $holds,
        public bool $isForAll,
        public string $tag,
        public string $name,
        public Closure $draw,
    ) {
    }

    public function cacheControl(): string
    {
        return match (true) {
            ! $this->isForAll => 'private, max-age='.min(300, $this->holds ?? 300),
            $this->holds === null => 'public, max-age=31536000, immutable',
            $this->holds === 0 => 'public, no-cache',
            default => "public, max-age={$this->holds}",
        };
    }
}
