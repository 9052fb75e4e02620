<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
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
    use HasUuids, SoftDeletes;

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['name'];

    /** @return BelongsTo<Workspace, $this> */
    public function workspace(): BelongsTo
    {
        return $this->belongsTo(Workspace::class);
    }

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
