<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasOne;

/**
 * A code on a gate's list.
 *
 * @property int $id
 * @property string $gate_id
 * @property string $code
 * @property string $digest
 * @property string $name
 * @property-read ?GateAdmission $standing
 */
final class GateEntry extends Model
{
    public $timestamps = false;

    protected $fillable = ['code', 'digest', 'name'];

    /** Codes can be longer than an index takes, so they are found by this. */
    public static function digestOf(string $code): string
    {
        return hash('sha256', $code);
    }

    /** @return HasOne<GateAdmission, $this> the admission that has not been undone */
    public function standing(): HasOne
    {
        return $this->hasOne(GateAdmission::class)->whereNull('undone_at');
    }
}
