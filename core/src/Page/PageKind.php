<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

/** What a page is for: the parts that it begins with. Any other can be added. */
enum PageKind: string
{
    case Contact = 'contact';
    case Links = 'links';
    case File = 'file';
    case Event = 'event';
    case Product = 'product';
    case Coupon = 'coupon';
    case Text = 'text';

    /** @param  string  $name  that stands in its head */
    public function begun(string $name, string $language): Page
    {
        $parts = match ($this) {
            self::Contact => ['contact', 'gallery', 'links'],
            self::Links => ['links'],
            self::File => ['file'],
            self::Event => ['event', 'map'],
            self::Product => ['picture', 'product', 'links'],
            self::Coupon => ['coupon', 'hours'],
            self::Text => ['words'],
        };

        return Page::of(['language' => $language, 'parts' => [['id' => 'p1', 'part' => 'head', 'title' => $name], ...array_map(static fn (string $part, int $i): array => ['id' => 'p'.($i + 2), 'part' => $part, 'hidden' => $part === 'gallery' || ($part === 'links' && $i === 2)], $parts, array_keys($parts))]]);
    }
}
