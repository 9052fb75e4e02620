<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Concerns\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Carbon;

/**
 * A print of a glyph that people are asked to read with their own devices, until its address ends.
 *
 * @property string $id
 * @property string $workspace_id
 * @property string $glyph_id
 * @property int $glyph_revision
 * @property string $text
 * @property string $code
 * @property string $asks
 * @property Carbon $expires_at
 * @property Carbon $created_at
 * @property-read Workspace $workspace
 * @property-read Glyph $glyph
 */
final class FieldCheck extends Model
{
    use BelongsToWorkspace, HasUuids;

    protected $table = 'field_checks';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['glyph_id', 'glyph_revision', 'text', 'code', 'asks', 'expires_at'];

    /** @return BelongsTo<Glyph, $this> */
    public function glyph(): BelongsTo
    {
        return $this->belongsTo(Glyph::class)->withTrashed();
    }

    /** @return HasMany<FieldResult, $this> */
    public function results(): HasMany
    {
        return $this->hasMany(FieldResult::class);
    }

    public function isOpen(): bool
    {
        return $this->expires_at->isFuture();
    }

    protected function casts(): array
    {
        return ['glyph_revision' => 'integer', 'expires_at' => 'datetime'];
    }
}
