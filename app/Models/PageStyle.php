<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Concerns\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;

/**
 * How pages look, kept by a name to be used again.
 *
 * @property string $id
 * @property string $workspace_id
 * @property string $name
 * @property array<string, string> $style
 */
final class PageStyle extends Model
{
    use BelongsToWorkspace, HasUuids;

    protected $table = 'page_styles';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['name', 'style'];

    protected function casts(): array
    {
        return ['style' => 'array'];
    }
}
