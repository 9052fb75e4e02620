<?php

declare(strict_types=1);

namespace App\Proofs;

use App\Models\Glyph;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/** What the newest whole proof of each of several glyphs says, in one question. */
final class LatestProofs
{
    /**
     * @param  Collection<int, mixed>  $glyphs
     * @return array<string, array{id: string, revision: int, current: bool, met: ?bool, letter: ?string}> by glyph
     */
    public static function of(Collection $glyphs): array
    {
        $revisions = [];
        foreach ($glyphs as $glyph) {
            if ($glyph instanceof Glyph) {
                $revisions[$glyph->id] = $glyph->revision;
            }
        }
        $rows = DB::table('proofs')->selectRaw("DISTINCT ON (glyph_id) glyph_id, id, glyph_revision, met, grade->>'letter' AS letter")
            ->whereIn('glyph_id', array_keys($revisions))->where('state', 'done')->orderBy('glyph_id')->orderByDesc('created_at')->get();
        $proofs = [];
        foreach ($rows as $row) {
            $proofs[(string) $row->glyph_id] = [
                'id' => (string) $row->id, 'revision' => (int) $row->glyph_revision, 'current' => (int) $row->glyph_revision === $revisions[(string) $row->glyph_id],
                'met' => $row->met === null ? null : (bool) $row->met, 'letter' => is_string($row->letter) ? $row->letter : null,
            ];
        }

        return $proofs;
    }
}
