<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Concerns\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\SoftDeletes;
use Illuminate\Support\Carbon;
use KeenGlyph\Core\Route\OpenWaypoint;
use KeenGlyph\Core\Route\Route;

/**
 * A short address whose destination can change.
 *
 * @property string $id
 * @property string $workspace_id
 * @property string $code
 * @property string $name
 * @property array<string, mixed> $draft
 * @property ?array<string, mixed> $published
 * @property int $revision
 * @property int $version
 * @property ?string $pause
 * @property ?string $passphrase
 * @property int $numbered
 * @property int $scans
 * @property ?Carbon $first_scan_at
 * @property ?Carbon $last_scan_at
 * @property ?Carbon $deleted_at
 * @property Carbon $created_at
 * @property Carbon $updated_at
 * @property-read Workspace $workspace
 */
final class Waypoint extends Model
{
    use BelongsToWorkspace, HasUuids, SoftDeletes;

    protected $table = 'waypoints';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['code', 'name', 'draft', 'published', 'revision', 'version', 'pause', 'passphrase'];

    protected $hidden = ['passphrase'];

    protected $attributes = ['published' => null, 'revision' => 0, 'version' => 1, 'pause' => null, 'passphrase' => null, 'numbered' => 0, 'scans' => 0, 'first_scan_at' => null, 'last_scan_at' => null];

    public function open(): OpenWaypoint
    {
        return new OpenWaypoint($this->id, $this->workspace_id, $this->code, $this->version, $this->revision, $this->published === null ? null : Route::of($this->published), $this->pause, $this->passphrase !== null, $this->workspace->hostsThatNeedNoPage());
    }

    protected function casts(): array
    {
        return ['draft' => 'array', 'published' => 'array', 'revision' => 'integer', 'version' => 'integer', 'numbered' => 'integer', 'scans' => 'integer', 'first_scan_at' => 'datetime', 'last_scan_at' => 'datetime'];
    }
}
