<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Library\FindGlyphs;
use App\Models\Glyph;
use App\Models\Workspace;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Validation\Rule;

/** How glyphs are searched, ordered and paged. */
final class GlyphListRequest extends PageRequest
{
    public const MAX_LIMIT = 100;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [...parent::rules(), 'q' => ['nullable', 'string', 'max:200'], 'shelf' => ['nullable', 'string', 'max:80'], 'finish_id' => ['nullable', 'uuid'], 'tag' => ['nullable', 'string', 'max:40', 'not_regex:/\x00/'], 'archived' => ['nullable', Rule::in(['no', 'only', 'all'])], 'twice' => ['nullable', 'in:0,1'], 'sort' => ['nullable', Rule::in(['-updated_at', 'name'])]];
    }

    /** @return HasMany<Glyph, Workspace> */
    public function glyphs(Workspace $workspace): HasMany
    {
        $text = fn (string $name): ?string => $this->filled($name) ? $this->string($name)->toString() : null;
        $archived = $this->validated('archived');

        return (new FindGlyphs($workspace))->by(trim((string) $text('q')), $text('shelf'), $text('finish_id'), $text('tag'), in_array($archived, ['only', 'all'], true) ? $archived : 'no', $this->input('twice') === '1');
    }
}
