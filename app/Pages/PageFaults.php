<?php

declare(strict_types=1);

namespace App\Pages;

use App\Models\GateEntry;
use App\Models\Page;
use KeenGlyph\Core\Page\Page as Content;
use KeenGlyph\Core\Page\PageProblems;
use KeenGlyph\Core\Page\Part;
use KeenGlyph\Core\Page\PartKind;

/** What keeps a page from being published: what its content lacks, files and gates that are not there, and its weight. */
final readonly class PageFaults
{
    public function __construct(private WritePage $write)
    {
    }

    /** @return array<string, string> by field of the content */
    public function of(Page $page, Content $content): array
    {
        $faults = PageProblems::of($content);
        $there = $page->workspace->files()->whereIn('id', $content->files())->pluck('media', 'id')->all();
        $pictureIn = static fn (string $id): bool => str_starts_with((string) ($there[$id] ?? ''), 'image/');
        if ($content->style->picture !== '' && ! $pictureIn($content->style->picture)) {
            $faults['style.picture'] = 'This picture is gone. Choose another.';
        }
        foreach ($content->parts as $i => $part) {
            foreach ($part->isHidden ? [] : [...self::files($part, $there, $pictureIn), ...self::coupon($page, $part)] as $name => $message) {
                $faults["parts.$i.$name"] ??= $message;
            }
        }
        $bytes = strlen($this->write->html($page, $content, $content->language));
        if ($faults === [] && $bytes > PageProblems::MOST_BYTES) {
            $faults['parts'] = sprintf('The page weighs %.1f kB without its pictures; %d is the most. Make two of it.', $bytes / 1000, PageProblems::MOST_BYTES / 1000);
        }

        return $faults;
    }

    /**
     * @param  array<array-key, mixed>  $there  media by identifier
     * @param  callable(string): bool  $pictureIn
     * @return array<string, string>
     */
    private static function files(Part $part, array $there, callable $pictureIn): array
    {
        $faults = [];
        if ($part->kind === PartKind::File && $part->text('file') !== '' && ! isset($there[$part->text('file')])) {
            $faults['file'] = 'This file is gone. Choose another.';
        }
        if ($part->text('picture') !== '' && ! $pictureIn($part->text('picture'))) {
            $faults['picture'] = 'This picture is gone. Choose another.';
        }
        foreach ($part->kind === PartKind::Gallery ? $part->rows('pictures') : [] as $i => $row) {
            if (is_string($row['picture']) && $row['picture'] !== '' && ! $pictureIn($row['picture'])) {
                $faults["pictures.$i.picture"] = 'This picture is gone. Choose another.';
            }
        }

        return $faults;
    }

    /** @return array<string, string> */
    private static function coupon(Page $page, Part $part): array
    {
        if ($part->kind !== PartKind::Coupon || $part->text('gate') === '') {
            return [];
        }
        $gate = $page->workspace->gates()->whereKey($part->text('gate'))->first();

        return match (true) {
            $gate === null => ['gate' => 'This gate is gone. Choose another.'],
            $part->text('code') !== '' && ! $gate->entries()->whereIn('digest', GateEntry::digestsOf($part->text('code')))->exists() => ['code' => "This code is not on the list of $gate->name, so it would not be taken there."],
            default => [],
        };
    }
}
