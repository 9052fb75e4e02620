<?php

declare(strict_types=1);

namespace App\Pages;

use App\Composition\CompositionInput;
use App\Models\GateEntry;
use App\Models\Page;
use App\Models\StoredFile;
use DateTimeImmutable;
use Illuminate\Support\Carbon;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Page\Page as Content;
use KeenGlyph\Core\Page\PageFile;
use KeenGlyph\Core\Page\PageView;
use KeenGlyph\Core\Page\PageWriter;
use KeenGlyph\Core\Page\Part;
use KeenGlyph\Core\Page\PartKind;
use KeenGlyph\Core\Payload\Context;

/** A page as a visitor gets it: its content with the files it shows and how its coupons stand now. */
final class WritePage
{
    /**
     * @param  string  $language  one of the content's
     * @param  ?string  $answered  the part whose question was answered just now
     * @param  array<string, string>  $wrong  by part: why an answer was not taken
     * @param  string  $pass  that a passphrase was given
     */
    public function html(Page $page, Content $content, string $language, ?string $answered = null, array $wrong = [], string $pass = ''): string
    {
        return PageWriter::html($content, $language, new PageView("/p/$page->code", self::files($page, $content), self::coupons($page, $content), $page->workspace->name, new DateTimeImmutable, $answered, $wrong, $pass));
    }

    /** @return array<string, PageFile> by identifier */
    public static function files(Page $page, Content $content): array
    {
        $files = [];
        foreach ($page->workspace->files()->whereIn('id', $content->files())->get() as $file) {
            /** @var StoredFile $file */
            $files[$file->id] = $file->shown();
        }

        return $files;
    }

    /** @return array<string, array{symbol: string, used: ?string}> by part */
    private static function coupons(Page $page, Content $content): array
    {
        $coupons = [];
        foreach ($content->parts as $part) {
            if ($part->kind === PartKind::Coupon && ! $part->isHidden && $part->text('code') !== '') {
                $coupons[$part->id] = ['symbol' => self::symbol($part->text('code')), 'used' => self::used($page, $part)];
            }
        }

        return $coupons;
    }

    private static function symbol(string $code): string
    {
        // Without its first line, for it stands in a page.
        return (string) preg_replace('/^<\?xml[^>]*\?>\s*/', '', (new CompositionInput(['text' => $code, 'level' => 'M', 'size_px' => 240, 'as_is' => true]))->compose(new Context)->picture(PictureFormat::Svg));
    }

    /** When and that it was redeemed for the last time; null while it still can be. */
    private static function used(Page $page, Part $part): ?string
    {
        $gate = $part->text('gate') === '' ? null : $page->workspace->gates()->whereKey($part->text('gate'))->first();
        $entry = $gate?->entries()->whereIn('digest', GateEntry::digestsOf($part->text('code')))->first();
        if ($gate === null || $entry === null) {
            return null;
        }
        $taken = $gate->admissions()->where('gate_entry_id', $entry->id)->whereNull('undone_at');
        $last = (clone $taken)->max('admitted_at');

        return $taken->count() < $gate->times || ! is_string($last) ? null : Carbon::parse($last)->setTimezone($page->workspace->zone)->format('j M Y, H:i');
    }
}
