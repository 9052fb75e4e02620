<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Concerns\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\SoftDeletes;
use Illuminate\Support\Carbon;

/**
 * A saved style.
 *
 * @property string $id
 * @property string $workspace_id
 * @property string $name
 * @property array<string, mixed> $finish
 * @property bool $is_default
 * @property int $revision
 * @property ?int $glyphs_count
 * @property Carbon $created_at
 * @property Carbon $updated_at
 * @property ?Carbon $deleted_at
 * @property-read Workspace $workspace
 */
final class Finish extends Model
{
    use BelongsToWorkspace, HasUuids, SoftDeletes;

    protected $table = 'finishes';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['name', 'finish', 'is_default', 'revision'];

    protected $attributes = ['is_default' => false];

    /** @return HasMany<Glyph, $this> */
    public function glyphs(): HasMany
    {
        return $this->hasMany(Glyph::class);
    }

    /** Names this revision for If-Match and caches. */
    public function etag(): string
    {
        return "\"{$this->id}-{$this->revision}\"";
    }

    protected function casts(): array
    {
        return ['finish' => 'array', 'is_default' => 'boolean', 'revision' => 'integer'];
    }
}
