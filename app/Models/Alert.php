<?php

declare(strict_types=1);

namespace App\Models;

use App\Alerts\AlertSort;
use App\Models\Concerns\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;

/**
 * What somebody wants to be told of a waypoint, or of all.
 *
 * @property string $id
 * @property string $workspace_id
 * @property ?string $waypoint_id
 * @property AlertSort $sort
 * @property ?int $number
 * @property list<string> $mails
 * @property-read Workspace $workspace
 */
final class Alert extends Model
{
    use BelongsToWorkspace, HasUuids;

    protected $table = 'alerts';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['waypoint_id', 'sort', 'number', 'mails'];

    /** @return array{id: string, waypoint: ?string, sort: string, number: ?int, mails: list<string>, words: string} */
    public function shown(): array
    {
        return ['id' => $this->id, 'waypoint' => $this->waypoint_id, 'sort' => $this->sort->value, 'number' => $this->number, 'mails' => $this->mails, 'words' => $this->sort->words($this->number)];
    }

    protected function casts(): array
    {
        return ['sort' => AlertSort::class, 'number' => 'integer', 'mails' => 'array'];
    }
}
