<?php

declare(strict_types=1);

namespace App\Listeners;

use App\Addresses\PictureStore;
use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Glyph;

/** Ends the copies of pictures that what happened made untrue. */
final readonly class EndPictures
{
    public function __construct(private PictureStore $store)
    {
    }

    public function handle(DomainEvent $event): void
    {
        if (in_array($event->fact, [Fact::KeyChanged, Fact::KeyRotated, Fact::KeyRevoked], true)) {
            foreach ($event->subjects as $id) {
                $this->store->purge("key-{$id}");
            }
        }
        if (in_array($event->fact, [Fact::GlyphChanged, Fact::GlyphDeleted, Fact::GlyphRestored], true)) {
            foreach (Glyph::query()->withTrashed()->whereKey($event->subjects)->whereNotNull('public_token')->pluck('public_token') as $token) {
                $this->store->purge("glyph-{$token}");
            }
        }
    }
}
