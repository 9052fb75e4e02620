<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Concerns\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/**
 * An address that is told what happens.
 *
 * @property string $id
 * @property string $workspace_id
 * @property string $name
 * @property string $url
 * @property list<string> $events
 * @property int $signing
 * @property ?Carbon $signing_until
 * @property int $failures
 * @property ?Carbon $paused_at
 * @property ?string $paused_because
 * @property Carbon $created_at
 * @property-read Workspace $workspace
 */
final class Hook extends Model
{
    use BelongsToWorkspace, HasUuids;

    protected $table = 'hooks';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['name', 'url', 'events', 'signing', 'signing_until', 'failures', 'paused_at', 'paused_because'];

    protected $attributes = ['signing' => 1, 'failures' => 0, 'signing_until' => null, 'paused_at' => null, 'paused_because' => null];

    /** Each telling, with what came of it. */
    public function deliveries(): Builder
    {
        return DB::table('hook_deliveries')->where('hook_id', $this->id);
    }

    protected function casts(): array
    {
        return ['events' => 'array', 'signing' => 'integer', 'failures' => 'integer', 'signing_until' => 'datetime', 'paused_at' => 'datetime'];
    }
}
