<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasOne;
use KeenGlyph\Core\Gs1\RetailNumber;

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

    protected $table = 'gate_entries';

    protected $fillable = ['code', 'digest', 'name'];

    /** Codes can be longer than an index takes, so they are found by this. Numbers of trade items have one, however many zeros stand before them. */
    public static function digestOf(string $code): string
    {
        return hash('sha256', RetailNumber::normal($code));
    }

    /**
     * By which a code may be found: lists from before one number was one number hold it as it was written.
     *
     * @return list<string>
     */
    public static function digestsOf(string $code): array
    {
        return array_values(array_unique([self::digestOf($code), ...array_map(static fn (string $form): string => hash('sha256', $form), RetailNumber::forms($code))]));
    }

    /** @return HasOne<GateAdmission, $this> the last admission that has not been undone */
    public function standing(): HasOne
    {
        return $this->hasOne(GateAdmission::class)->whereNull('undone_at')->orderByDesc('turn');
    }
}
