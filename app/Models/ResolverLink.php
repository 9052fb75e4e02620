<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Concerns\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;
use KeenGlyph\Core\Route\ResolverEntry;

/**
 * One link behind a GS1 identifier.
 *
 * @property string $id
 * @property string $workspace_id
 * @property string $key
 * @property string $path
 * @property string $type
 * @property string $href
 * @property string $title
 * @property ?string $language
 * @property ?string $media
 * @property bool $is_default
 * @property bool $is_recall
 * @property ?Carbon $ends_at
 * @property Carbon $created_at
 * @property-read Workspace $workspace
 */
final class ResolverLink extends Model
{
    use BelongsToWorkspace, HasUuids;

    protected $table = 'resolver_links';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['key', 'path', 'type', 'href', 'title', 'language', 'media', 'is_default', 'is_recall', 'ends_at'];

    protected $attributes = ['language' => null, 'media' => null, 'is_default' => false, 'is_recall' => false, 'ends_at' => null];

    public function entry(): ResolverEntry
    {
        return new ResolverEntry($this->path, $this->type, $this->href, $this->title, $this->language, $this->media, $this->is_default, $this->is_recall, $this->ends_at?->toDateTimeImmutable());
    }

    protected function casts(): array
    {
        return ['is_default' => 'boolean', 'is_recall' => 'boolean', 'ends_at' => 'datetime'];
    }
}
