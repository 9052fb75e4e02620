<?php

declare(strict_types=1);

namespace App\Library;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

/** Where glyphs stand: their shelf, their tags, the archive. What they say and look like stays, so their revision does. */
final class ArrangeGlyphs
{
    /** Tags of one glyph. */
    public const TAGS = 20;

    /** Characters of a shelf with those above it, parted by strokes. */
    public const SHELF = 80;

    /**
     * @param  list<string>  $ids
     * @param  array{shelf?: ?string, archived?: bool}  $to
     * @param  list<string>  $add
     * @param  list<string>  $remove
     * @return int glyphs that there are
     */
    public function arrange(Workspace $workspace, array $ids, array $to, array $add, array $remove): int
    {
        return DB::transaction(static function () use ($workspace, $ids, $to, $add, $remove): int {
            $glyphs = $workspace->glyphs()->whereKey($ids)->orderBy('id')->lockForUpdate()->pluck('id')->all();
            $changes = [
                ...(array_key_exists('shelf', $to) ? ['shelf' => $to['shelf']] : []),
                ...(isset($to['archived']) ? ['archived_at' => $to['archived'] ? now() : null] : []),
            ];
            if ($changes !== []) {
                $workspace->glyphs()->whereKey($glyphs)->toBase()->update($changes);
            }
            if ($add !== [] || $remove !== []) {
                $json = static fn (array $tags): string => json_encode($tags, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
                // In order, and each once; beyond the most, the last ones are left out.
                DB::update('UPDATE glyphs SET tags = (SELECT coalesce(jsonb_agg(tag ORDER BY tag), \'[]\'::jsonb) FROM (SELECT DISTINCT tag FROM jsonb_array_elements_text(tags || ?::jsonb) AS tag WHERE NOT ?::jsonb @> to_jsonb(tag) ORDER BY tag LIMIT '.self::TAGS.') AS kept) WHERE workspace_id = ? AND id = ANY(?::uuid[])', [$json($add), $json($remove), $workspace->id, '{'.implode(',', $glyphs).'}']);
            }
            DomainEvent::record(Fact::GlyphShelved, $workspace->id, ...$glyphs);

            return count($glyphs);
        });
    }

    /**
     * A shelf bears another name, and those below it move along.
     *
     * @return int glyphs on it
     *
     * @throws ValidationException when one below it would have too long a name
     */
    public function rename(Workspace $workspace, string $from, string $to): int
    {
        return DB::transaction(static function () use ($workspace, $from, $to): int {
            $below = addcslashes($from, '%_\\').'/%';
            $longest = (int) $workspace->glyphs()->whereRaw("(shelf = ? OR shelf LIKE ? ESCAPE '\\')", [$from, $below])->toBase()->max(DB::raw('char_length(shelf)'));
            if ($longest - mb_strlen($from) + mb_strlen($to) > self::SHELF) {
                throw ValidationException::withMessages(['to' => ['A shelf below it would have a name of more than '.self::SHELF.' characters.']]);
            }
            $moved = DB::update("UPDATE glyphs SET shelf = ? || substr(shelf, ?) WHERE workspace_id = ? AND deleted_at IS NULL AND (shelf = ? OR shelf LIKE ? ESCAPE '\\')", [$to, mb_strlen($from) + 1, $workspace->id, $from, $below]);

            return $moved;
        });
    }
}
