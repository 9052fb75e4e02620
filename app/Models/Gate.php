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
 * A list of codes of which each lets in once, or as often as it says.
 *
 * @property string $id
 * @property string $workspace_id
 * @property string $name
 * @property int $times
 * @property Carbon $created_at
 * @property-read Workspace $workspace
 */
final class Gate extends Model
{
    use BelongsToWorkspace, HasUuids, SoftDeletes;

    protected $table = 'gates';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['name', 'times'];

    protected $attributes = ['times' => 1];

    protected $casts = ['times' => 'integer'];

    /** @return HasMany<GateEntry, $this> */
    public function entries(): HasMany
    {
        return $this->hasMany(GateEntry::class);
    }

    /** @return HasMany<GateAdmission, $this> */
    public function admissions(): HasMany
    {
        return $this->hasMany(GateAdmission::class);
    }
}
