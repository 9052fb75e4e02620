<?php

declare(strict_types=1);

namespace App\Actions;

use App\Addresses\PictureStore;
use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Glyph;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Gives a glyph a public address. It cannot be guessed, and a new one is never an old one. */
final readonly class PublishGlyph
{
    private const TOKEN = 22;

    public function __construct(private PictureStore $store)
    {
    }

    public function publish(Glyph $glyph): void
    {
        DB::transaction(static function () use ($glyph): void {
            // Two at the same moment give it one address.
            $current = Glyph::query()->lockForUpdate()->findOrFail($glyph->id);
            if ($current->public_token === null) {
                Glyph::query()->whereKey($glyph->id)->toBase()->update(['public_token' => Str::random(self::TOKEN)]);
                DomainEvent::record(Fact::GlyphPublished, $glyph->workspace_id, $glyph->id);
            }
        });
        $glyph->refresh();
    }

    public function withdraw(Glyph $glyph): void
    {
        $old = $glyph->public_token;
        if ($old === null) {
            return;
        }
        DB::transaction(static function () use ($glyph): void {
            Glyph::query()->whereKey($glyph->id)->toBase()->update(['public_token' => null]);
            DomainEvent::record(Fact::GlyphWithdrawn, $glyph->workspace_id, $glyph->id);
        });
        $this->store->purge("glyph-{$old}");
        $glyph->refresh();
    }
}
