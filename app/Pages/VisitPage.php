<?php

declare(strict_types=1);

namespace App\Pages;

use App\Models\Page;
use App\Models\StoredFile;
use App\Waypoints\AnswerVisitor;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;
use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\PixelArt;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Image\PictureEncoder;
use KeenGlyph\Core\Image\PictureNotMade;
use KeenGlyph\Core\Page\Part;
use KeenGlyph\Core\Page\PartKind;
use KeenGlyph\Core\Page\PartPayload;
use KeenGlyph\Core\Payload\VcardPhoto;
use KeenGlyph\Core\Route\Route;
use KeenGlyph\Core\Route\ShortCode;

/** A page as it answers whoever has its address. */
final class VisitPage
{
    /** Null where nothing was ever published there. */
    public function find(string $given): ?Page
    {
        $code = ShortCode::given($given);
        $page = $code === null ? null : Page::query()->with(['workspace', 'waypoint'])->where('code', $code)->first();

        return $page?->published === null ? null : $page;
    }

    /** Whether its own short address asks for something first, or has ended: then that is where a visitor belongs. */
    public function isBarred(Page $page, string $pass): bool
    {
        $waypoint = $page->waypoint;
        if ($waypoint === null || $waypoint->published === null) {
            return false;
        }
        $route = Route::of($waypoint->published);
        $isOver = $route->isOver(new DateTimeImmutable, $waypoint->numbered);

        return $waypoint->pause !== null || $isOver || ($waypoint->passphrase !== null && ! AnswerVisitor::isPass($waypoint, $pass));
    }

    /**
     * What a phone saves of a part, or where its file is.
     *
     * @return ?array{media: string, name: string, content: string, address: ?string}
     */
    public function saved(Page $page, string $id, string $ending): ?array
    {
        $part = $page->live()?->part($id);
        if ($part === null || $part->isHidden) {
            return null;
        }
        $file = $part->kind === PartKind::File && $ending === 'file' ? $page->workspace->files()->whereKey($part->text('file'))->first() : null;
        if ($file instanceof StoredFile) {
            $this->tap($page, 'file');

            return ['media' => $file->media, 'name' => $file->name, 'content' => '', 'address' => $file->shown()->address];
        }
        $payload = (PartPayload::ENDINGS[$part->kind->value] ?? null) === $ending ? PartPayload::of($part) : null;
        if ($payload === null) {
            return null;
        }
        $this->tap($page, $part->kind->value);

        return ['media' => $ending === 'vcf' ? 'text/vcard; charset=utf-8' : 'text/calendar; charset=utf-8', 'name' => strtolower($page->code).".$ending", 'content' => $ending === 'vcf' ? self::withPhoto($page, $payload->text) : $payload->text, 'address' => null];
    }

    /** The picture of the page's head goes into the contact card, small. */
    private static function withPhoto(Page $page, string $card): string
    {
        foreach ($page->live()->parts ?? [] as $part) {
            $file = $part->kind === PartKind::Head && ! $part->isHidden && $part->text('picture') !== '' ? $page->workspace->files()->whereKey($part->text('picture'))->first() : null;
            if (! $file instanceof StoredFile || ! StoreFile::disk()->exists($file->path())) {
                continue;
            }
            try {
                $art = (new MarkPictures)->read((string) StoreFile::disk()->get($file->path()));

                return $art instanceof PixelArt ? VcardPhoto::into($card, PictureEncoder::jpeg($art->png, Colour::fromHex('#FFFFFF'), 72)) : $card;
            } catch (InvalidFinish|PictureNotMade) {
                // A picture too large to be made small is left out of the card; it stands on the page all the same.
                return $card;
            }
        }

        return $card;
    }

    /** The part whose question is answered; null where there is none. */
    public function question(Page $page, string $id): ?Part
    {
        $part = $page->live()?->part($id);

        return $part?->kind === PartKind::Form && ! $part->isHidden ? $part : null;
    }

    /** Counts what a visitor did, by day alone. */
    public function tap(Page $page, string $what): void
    {
        DB::insert('INSERT INTO page_taps (page_id, day, what, times) VALUES (?, ?, ?, 1) ON CONFLICT (page_id, day, what) DO UPDATE SET times = page_taps.times + 1', [$page->id, now()->toDateString(), $what]);
    }
}
