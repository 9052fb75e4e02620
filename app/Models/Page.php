<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Concerns\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\SoftDeletes;
use Illuminate\Support\Carbon;
use KeenGlyph\Core\Page\Page as Content;
use KeenGlyph\Core\Page\PageKind;

/**
 * A page to land on, behind a short address of its own.
 *
 * @property string $id
 * @property string $workspace_id
 * @property string $waypoint_id
 * @property string $code
 * @property string $name
 * @property PageKind $kind
 * @property array<string, mixed> $draft
 * @property ?array<string, mixed> $published
 * @property int $revision
 * @property Carbon $created_at
 * @property Carbon $updated_at
 * @property-read Workspace $workspace
 * @property-read ?Waypoint $waypoint
 */
final class Page extends Model
{
    use BelongsToWorkspace, HasUuids, SoftDeletes;

    protected $table = 'pages';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['code', 'name', 'kind', 'draft', 'published', 'revision'];

    protected $attributes = ['published' => null, 'revision' => 0];

    /** @return BelongsTo<Waypoint, $this> */
    public function waypoint(): BelongsTo
    {
        return $this->belongsTo(Waypoint::class);
    }

    public function content(): Content
    {
        return Content::of($this->draft);
    }

    /** Null while nothing was published. */
    public function live(): ?Content
    {
        return $this->published === null ? null : Content::of($this->published);
    }

    protected function casts(): array
    {
        return ['draft' => 'array', 'published' => 'array', 'revision' => 'integer', 'kind' => PageKind::class];
    }
}
