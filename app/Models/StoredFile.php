<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Concerns\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;
use Illuminate\Support\Str;
use KeenGlyph\Core\Page\PageFile;

/**
 * A version of a file that pages show or hand out. Whoever knows its identifier may fetch it, so that is made by chance.
 *
 * @property string $id
 * @property string $workspace_id
 * @property string $series
 * @property int $version
 * @property string $name
 * @property string $media
 * @property int $bytes
 * @property string $digest
 * @property Carbon $created_at
 * @property-read Workspace $workspace
 */
final class StoredFile extends Model
{
    use BelongsToWorkspace, HasUuids;

    protected $table = 'files';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['series', 'version', 'name', 'media', 'bytes', 'digest', 'user_id'];

    public function newUniqueId(): string
    {
        return (string) Str::uuid();
    }

    /** Where it lies in the store: one copy of the same bytes a workspace. */
    public function path(): string
    {
        return "{$this->workspace_id}/".substr($this->digest, 0, 2)."/{$this->digest}";
    }

    public function shown(): PageFile
    {
        return new PageFile($this->name, $this->media, $this->bytes, "/f/{$this->id}");
    }

    protected function casts(): array
    {
        return ['version' => 'integer', 'bytes' => 'integer'];
    }
}
