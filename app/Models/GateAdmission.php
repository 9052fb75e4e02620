<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * Somebody let in by a code.
 *
 * @property string $id
 * @property string $gate_id
 * @property int $gate_entry_id
 * @property string $door
 * @property int $turn
 * @property Carbon $admitted_at
 * @property ?Carbon $undone_at
 * @property-read GateEntry $entry
 */
final class GateAdmission extends Model
{
    use HasUuids;

    protected $table = 'gate_admissions';

    public $timestamps = false;

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['gate_entry_id', 'door', 'admitted_at', 'undone_at'];

    protected $casts = ['turn' => 'integer', 'admitted_at' => 'datetime', 'undone_at' => 'datetime'];

    /** @return BelongsTo<GateEntry, $this> */
    public function entry(): BelongsTo
    {
        return $this->belongsTo(GateEntry::class, 'gate_entry_id');
    }
}
