<?php

declare(strict_types=1);

namespace App\Related;

use App\Models\FieldCheck;
use App\Models\Gate;
use App\Models\Glyph;
use App\Models\Page;
use App\Models\Proof;
use App\Models\Waypoint;

/** Something that belongs to the same printed code, and the screen where it is seen. */
final readonly class RelatedThing
{
    private function __construct(public string $sort, public string $id, public string $name, public string $to)
    {
    }

    public static function glyph(Glyph $glyph): self
    {
        return new self('glyph', $glyph->id, $glyph->name, "/compose/$glyph->id");
    }

    public static function waypoint(Waypoint $waypoint): self
    {
        return new self('waypoint', $waypoint->id, "$waypoint->name, $waypoint->code", "/waypoints/$waypoint->id");
    }

    public static function page(Page $page): self
    {
        return new self('page', $page->id, $page->name, "/pages/$page->id");
    }

    public static function gate(Gate $gate): self
    {
        return new self('gate', $gate->id, $gate->name, "/read?mode=gate&gate=$gate->id");
    }

    public static function proof(Proof $proof): self
    {
        return new self('proof', $proof->id, 'of '.$proof->created_at->format('j M Y, H:i'), "/proof/$proof->glyph_id");
    }

    public static function check(FieldCheck $check): self
    {
        return new self('check', $check->id, $check->asks, "/proof/$check->glyph_id");
    }

    /** @return array{sort: string, id: string, name: string, to: string} */
    public function toArray(): array
    {
        return ['sort' => $this->sort, 'id' => $this->id, 'name' => $this->name, 'to' => $this->to];
    }
}
