<?php

declare(strict_types=1);

namespace App\Library;

use App\Models\Glyph;
use App\Models\Workspace;
use Illuminate\Database\Eloquent\Relations\HasMany;

/** The glyphs of a workspace that somebody asks for. */
final readonly class FindGlyphs
{
    /** Words that are looked for one by one. */
    private const WORDS = 6;

    public function __construct(private Workspace $workspace)
    {
    }

    /**
     * @param  string  $words  part of a name, a text or a tag; a trade item's number with its spaces or without
     * @param  ?string  $shelf  with those below it
     * @param  'no'|'only'|'all'  $archived
     * @param  bool  $twice  only those that say what another one says
     * @return HasMany<Glyph, Workspace>
     */
    public function by(string $words, ?string $shelf, ?string $finish, ?string $tag, string $archived, bool $twice): HasMany
    {
        $query = $this->workspace->glyphs();
        foreach (self::words($words) as [$inName, $inText]) {
            $query->whereRaw('(name ILIKE ? OR text ILIKE ? OR (tags::text) ILIKE ?)', array_map(static fn (string $one): string => '%'.addcslashes($one, '%_\\').'%', [$inName, $inText, $inText]));
        }
        if ($shelf !== null) {
            $query->whereRaw("(shelf = ? OR shelf LIKE ? ESCAPE '\\')", [$shelf, addcslashes($shelf, '%_\\').'/%']);
        }
        if ($finish !== null) {
            $query->where('finish_id', $finish);
        }
        if ($tag !== null) {
            $query->whereRaw('tags @> ?::jsonb', [json_encode([$tag], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE)]);
        }
        if ($archived !== 'all') {
            $archived === 'only' ? $query->whereNotNull('archived_at') : $query->whereNull('archived_at');
        }
        if ($twice) {
            $query->whereRaw('md5(text) IN (SELECT md5(text) FROM glyphs WHERE workspace_id = ? AND deleted_at IS NULL GROUP BY 1 HAVING count(*) > 1)', [$this->workspace->id]);
        }

        return $query;
    }

    /**
     * Each word must be there, in whatever order. The number of a trade item is one, however it is spaced.
     *
     * @return list<array{string, string}> as it is looked for in names, and in texts
     */
    private static function words(string $given): array
    {
        if (preg_match('/^\d[\d \-]{6,22}\d$/D', $given) === 1) {
            return [[$given, (string) preg_replace('/\D/', '', $given)]];
        }
        $words = preg_split('/\s+/u', trim($given), -1, PREG_SPLIT_NO_EMPTY) ?: [];
        $last = array_splice($words, self::WORDS - 1);

        // What is beyond is looked for as it stands.
        return array_map(static fn (string $word): array => [$word, $word], [...$words, ...($last === [] ? [] : [implode(' ', $last)])]);
    }
}
