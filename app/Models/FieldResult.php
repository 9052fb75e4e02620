<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * What one device made of a print.
 *
 * @property string $id
 * @property string $field_check_id
 * @property ?string $device
 * @property string $outcome
 * @property bool $by_hand
 * @property ?float $ms
 * @property int $tries
 * @property list<array<string, mixed>> $figures
 * @property ?string $picture
 * @property ?Carbon $sent_at
 * @property Carbon $created_at
 */
final class FieldResult extends Model
{
    use HasUuids;

    protected $table = 'field_results';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['device', 'outcome', 'by_hand', 'ms', 'tries', 'figures', 'picture', 'sent_at'];

    protected $attributes = ['device' => null, 'ms' => null, 'picture' => null, 'sent_at' => null, 'tries' => 1, 'figures' => '[]'];

    protected function casts(): array
    {
        return ['by_hand' => 'boolean', 'ms' => 'float', 'tries' => 'integer', 'figures' => 'array', 'sent_at' => 'datetime'];
    }
}
