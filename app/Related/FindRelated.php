<?php

declare(strict_types=1);

namespace App\Related;

use App\Models\FieldCheck;
use App\Models\Gate;
use App\Models\GateEntry;
use App\Models\Glyph;
use App\Models\Page;
use App\Models\Proof;
use App\Models\Waypoint;
use App\Models\Workspace;
use App\Waypoints\RouteChecks;
use Illuminate\Support\Facades\Config;
use KeenGlyph\Core\Page\PartKind;
use KeenGlyph\Core\Route\Route;
use KeenGlyph\Core\Route\Target;

/** What belongs to one printed code: its glyph, waypoint, page, gate, proofs and field checks, from whichever of them one comes. */
final readonly class FindRelated
{
    /** Of each sort. */
    private const MOST = 6;

    public function __construct(private Workspace $workspace)
    {
    }

    /** @return list<RelatedThing> */
    public function ofGlyph(Glyph $glyph): array
    {
        return [...$this->behind($glyph->text), ...$this->gatesOf([$glyph->text]), ...$this->proved([$glyph->id])];
    }

    /** @return list<RelatedThing> */
    public function ofWaypoint(Waypoint $waypoint): array
    {
        $glyphs = $this->glyphsAt($waypoint->code);

        return [...array_map(RelatedThing::glyph(...), $glyphs), ...$this->pagesOf($waypoint), ...$this->gatesOf($this->texts($waypoint->code)), ...$this->proved(array_map(static fn (Glyph $glyph): string => $glyph->id, $glyphs))];
    }

    /** @return list<RelatedThing> */
    public function ofPage(Page $page): array
    {
        $waypoints = $this->workspace->waypoints()->where(static fn ($q) => $q->whereKey($page->waypoint_id)->orWhereRaw('draft::text LIKE ?', ['%"page": "'.addcslashes($page->code, '%_\\').'"%']))->orderBy('created_at')->limit(self::MOST)->get()->all();
        $glyphs = $this->glyphsAt($page->code);
        $gates = array_values(array_filter(array_map(static fn ($part): string => $part->kind === PartKind::Coupon ? $part->text('gate') : '', $page->content()->parts), static fn (string $id): bool => $id !== ''));

        return [
            ...array_map(RelatedThing::waypoint(...), array_values($waypoints)), ...array_map(RelatedThing::glyph(...), $glyphs),
            ...array_map(RelatedThing::gate(...), array_values($this->workspace->gates()->whereIn('id', $gates)->limit(self::MOST)->get()->all())), ...$this->proved(array_map(static fn (Glyph $glyph): string => $glyph->id, $glyphs)),
        ];
    }

    /** @return list<RelatedThing> */
    public function ofGate(Gate $gate): array
    {
        $glyphs = $this->workspace->glyphs()->whereExists(static fn ($q) => $q->from('gate_entries')->where('gate_id', $gate->id)->whereRaw('md5(gate_entries.code) = md5(glyphs.text)')->whereColumn('gate_entries.code', 'glyphs.text'))->orderBy('name')->limit(self::MOST)->get()->all();
        $pages = $this->workspace->pages()->whereRaw('draft::text LIKE ?', ["%\"$gate->id\"%"])->limit(self::MOST)->get()->all();

        return [...array_map(RelatedThing::page(...), array_values($pages)), ...array_map(RelatedThing::glyph(...), array_values($glyphs))];
    }

    /** @return list<RelatedThing> */
    public function ofProof(Proof $proof): array
    {
        $glyph = $proof->glyph_id === null ? null : $this->workspace->glyphs()->find($proof->glyph_id);

        return $glyph === null ? [] : [RelatedThing::glyph($glyph), ...array_filter($this->ofGlyph($glyph), static fn (RelatedThing $thing): bool => $thing->id !== $proof->id)];
    }

    /**
     * The waypoint that a text leads to, and the pages behind it.
     *
     * @return list<RelatedThing>
     */
    private function behind(string $text): array
    {
        $code = RouteChecks::codeOf($text, $this->workspace);
        $waypoint = $code === null ? null : $this->workspace->waypoints()->where('code', $code)->first();

        return $waypoint === null ? [] : [RelatedThing::waypoint($waypoint), ...$this->pagesOf($waypoint)];
    }

    /** @return list<RelatedThing> */
    private function pagesOf(Waypoint $waypoint): array
    {
        $codes = array_map(static fn (Target $target): string => $target->kind === 'page' ? $target->content : '', Route::of($waypoint->draft)->targets());

        return array_map(RelatedThing::page(...), array_values($this->workspace->pages()->whereIn('code', array_filter($codes, static fn (string $code): bool => $code !== ''))->limit(self::MOST)->get()->all()));
    }

    /** @return list<Glyph> whose symbol carries a short address */
    private function glyphsAt(string $code): array
    {
        $texts = $this->texts($code);

        return array_values($this->workspace->glyphs()->whereRaw('md5(text) IN ('.implode(', ', array_fill(0, count($texts), 'md5(?)')).')', $texts)->whereIn('text', $texts)->orderBy('name')->limit(self::MOST)->get()->all());
    }

    /** @return list<string> a short address as symbols carry it */
    private function texts(string $code): array
    {
        [$base, $own] = [Config::string('app.url'), $this->workspace->shortBase()];

        return array_values(array_unique(array_merge(...array_map(static fn (string $one): array => [strtoupper("$one/q/$code"), "$one/q/$code", "$one/q/".strtolower($code)], [$base, $own]))));
    }

    /**
     * @param  list<string>  $texts
     * @return list<RelatedThing>
     */
    private function gatesOf(array $texts): array
    {
        $digests = array_merge(...array_map(GateEntry::digestsOf(...), $texts));

        return array_map(RelatedThing::gate(...), array_values($this->workspace->gates()->whereHas('entries', static fn ($q) => $q->whereIn('digest', $digests))->limit(self::MOST)->get()->all()));
    }

    /**
     * @param  list<string>  $glyphs
     * @return list<RelatedThing>
     */
    private function proved(array $glyphs): array
    {
        if ($glyphs === []) {
            return [];
        }
        $proofs = $this->workspace->proofs()->whereIn('glyph_id', $glyphs)->orderByDesc('created_at')->limit(2)->get()->all();
        $checks = $this->workspace->fieldChecks()->with('glyph')->whereIn('glyph_id', $glyphs)->orderByDesc('created_at')->limit(2)->get()->all();

        return [...array_map(static fn (Proof $proof): RelatedThing => RelatedThing::proof($proof), array_values($proofs)), ...array_map(static fn (FieldCheck $check): RelatedThing => RelatedThing::check($check), array_values($checks))];
    }
}
