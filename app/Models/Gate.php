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
 * A list of codes of which each lets in once.
 *
 * @property string $id
 * @property string $workspace_id
 * @property string $name
 * @property Carbon $created_at
 * @property-read Workspace $workspace
 */
final class Gate extends Model
{
    use BelongsToWorkspace, HasUuids, SoftDeletes;

    protected $table = 'gates';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['name'];

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
