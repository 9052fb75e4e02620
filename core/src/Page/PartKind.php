<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

/** What a page is built from. */
enum PartKind: string
{
    case Head = 'head';
    case Words = 'words';
    case Picture = 'picture';
    case Gallery = 'gallery';
    case Links = 'links';
    case Contact = 'contact';
    case File = 'file';
    case Event = 'event';
    case Product = 'product';
    case Hours = 'hours';
    case Map = 'map';
    case Form = 'form';
    case Coupon = 'coupon';

    /** @return array<string, PartField> by name, in the order in which they are asked for */
    public function fields(): array
    {
        return match ($this) {
            self::Head => ['title' => PartField::line(120, true), 'line' => PartField::line(200), 'picture' => PartField::file(), 'alt' => PartField::line(200)],
            self::Words => ['text' => PartField::text(6000, true)],
            self::Picture => ['picture' => PartField::file(true), 'alt' => PartField::line(200), 'caption' => PartField::line(200)],
            self::Gallery => ['pictures' => PartField::rows(12, ['picture' => PartField::file(true), 'alt' => PartField::line(200)])],
            self::Links => ['title' => PartField::line(80), 'look' => PartField::choice(['list', 'buttons']), 'links' => PartField::rows(24, ['label' => PartField::line(80, true), 'note' => PartField::line(120), 'href' => PartField::link(true)])],
            self::Contact => ['fields' => PartField::fields()],
            self::File => ['file' => PartField::file(true), 'label' => PartField::line(80, true), 'note' => PartField::line(160)],
            self::Event => ['fields' => PartField::fields()],
            self::Product => ['title' => PartField::line(80), 'gs1' => PartField::code(500, true)],
            self::Hours => ['title' => PartField::line(80), 'zone' => PartField::code(60), 'hours' => PartField::rows(14, ['days' => PartField::days(), 'from' => PartField::time(), 'to' => PartField::time()])],
            self::Map => ['label' => PartField::line(120, true), 'latitude' => PartField::number(-90, 90), 'longitude' => PartField::number(-180, 180), 'href' => PartField::link()],
            self::Form => ['label' => PartField::line(120, true), 'answer' => PartField::choice(['text', 'email', 'number']), 'button' => PartField::line(40, true), 'thanks' => PartField::line(200, true)],
            self::Coupon => ['title' => PartField::line(120, true), 'terms' => PartField::text(1000), 'gate' => PartField::id(true), 'code' => PartField::code(200, true)],
        };
    }

    /** Its name in the list of parts. */
    public function words(): string
    {
        return match ($this) {
            self::Head => 'Head',
            self::Words => 'Words',
            self::Picture => 'Picture',
            self::Gallery => 'Gallery',
            self::Links => 'Links',
            self::Contact => 'Contact',
            self::File => 'File',
            self::Event => 'Event',
            self::Product => 'Product',
            self::Hours => 'Hours',
            self::Map => 'Way to find it',
            self::Form => 'Question',
            self::Coupon => 'Coupon',
        };
    }
}
