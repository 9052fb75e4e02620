<?php

declare(strict_types=1);

namespace App\Library;

use App\Actions\SaveGlyph;
use App\Composition\CompositionInput;
use App\Models\Glyph;
use Illuminate\Support\Facades\DB;
use KeenGlyph\Core\Compose\Composition;

/** What a glyph was: every revision with what it changed, its picture, and the way back. */
final readonly class GlyphRevisions
{
    /** The newest ones that are told. */
    private const MOST = 100;

    public function __construct(private SaveGlyph $save)
    {
    }

    /** @return list<array{revision: int, at: string, name: string, text: string, changes: list<array{field: string, from: mixed, to: mixed}>}> the newest first */
    public function of(Glyph $glyph): array
    {
        $rows = DB::table('glyph_revisions')->where('glyph_id', $glyph->id)->orderByDesc('revision')->limit(self::MOST + 1)->get(['revision', 'given', 'created_at'])->map(static fn (object $row): array => (array) $row)->all();
        $told = [];
        foreach (array_values($rows) as $i => $row) {
            if ($i === self::MOST) {
                break;
            }
            $given = self::decoded($row['given']);
            $told[] = [
                'revision' => (int) $row['revision'], 'at' => gmdate('Y-m-d\TH:i:s\Z', (int) strtotime((string) $row['created_at'])), 'name' => is_string($given['name'] ?? null) ? $given['name'] : '', 'text' => is_string($given['text'] ?? null) ? $given['text'] : '',
                'changes' => isset($rows[$i + 1]) ? self::changes(self::flat(self::decoded($rows[$i + 1]['given'])), self::flat($given)) : [],
            ];
        }

        return $told;
    }

    /** Null where there is no such revision. */
    public function composition(Glyph $glyph, int $revision): ?Composition
    {
        $given = $this->given($glyph, $revision);

        return $given === null ? null : (new CompositionInput($given))->compose($glyph->workspace->payloadContext());
    }

    /** The glyph as it was then, as its newest revision; null where there is no such one. */
    public function restore(Glyph $glyph, int $revision, ?string $ifMatch): ?Glyph
    {
        $given = $this->given($glyph, $revision);

        return $given === null ? null : $this->save->update($glyph, $given, $ifMatch);
    }

    /** @return ?array<string, mixed> */
    private function given(Glyph $glyph, int $revision): ?array
    {
        $given = DB::table('glyph_revisions')->where(['glyph_id' => $glyph->id, 'revision' => $revision])->value('given');

        return is_string($given) ? self::decoded($given) : null;
    }

    /** @return array<string, mixed> */
    private static function decoded(mixed $json): array
    {
        $given = json_decode(is_string($json) ? $json : '', true);
        /** @var array<string, mixed> $made */
        $made = is_array($given) ? $given : [];

        return $made;
    }

    /**
     * The finish by its single options; a picture of a mark is told by its length alone.
     *
     * @param  array<string, mixed>  $given
     * @return array<string, mixed>
     */
    private static function flat(array $given, string $prefix = ''): array
    {
        $flat = [];
        foreach ($given as $name => $value) {
            if (is_array($value) && ! array_is_list($value)) {
                $flat += self::flat($value, "$prefix$name.");
            } elseif ($value !== null && $name !== 'as_is') {
                $flat["$prefix$name"] = is_string($value) && strlen($value) > 400 && $name !== 'text' ? strlen($value).' bytes' : $value;
            }
        }

        return $flat;
    }

    /**
     * @param  array<string, mixed>  $before
     * @param  array<string, mixed>  $after
     * @return list<array{field: string, from: mixed, to: mixed}>
     */
    private static function changes(array $before, array $after): array
    {
        $changes = [];
        foreach (array_keys($before + $after) as $field) {
            if (($before[$field] ?? null) !== ($after[$field] ?? null) && ! (str_starts_with($field, 'finish.') && isset($after[substr($field, 7)]) && $after[substr($field, 7)] === ($after[$field] ?? null))) {
                $changes[] = ['field' => $field, 'from' => $before[$field] ?? null, 'to' => $after[$field] ?? null];
            }
        }

        return $changes;
    }
}
