<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Concerns\BelongsToWorkspace;
use App\Runs\Keep;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;
use KeenGlyph\Core\Run\Recipe;

/**
 * A whole table that is looked through in the queue, before anything is drawn.
 *
 * @property string $id
 * @property string $workspace_id
 * @property array<string, mixed> $recipe
 * @property ?array<string, mixed> $keep
 * @property 'queued'|'running'|'done'|'failed' $state
 * @property int $total
 * @property int $looked_at
 * @property ?object $found
 * @property Carbon $created_at
 * @property-read Workspace $workspace
 */
final class WholeCheck extends Model
{
    use BelongsToWorkspace, HasUuids;

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['recipe', 'keep', 'state', 'total', 'looked_at', 'found'];

    protected $attributes = ['state' => 'queued', 'looked_at' => 0, 'keep' => null, 'found' => null];

    public function recipe(): Recipe
    {
        return Recipe::of($this->recipe);
    }

    public function keep(): Keep
    {
        return Keep::of($this->keep);
    }

    /** Where its table lies in the store until it was looked through. */
    public function path(): string
    {
        return "{$this->workspace_id}/checks/{$this->id}";
    }

    protected function casts(): array
    {
        return ['recipe' => 'array', 'keep' => 'array', 'found' => 'object', 'total' => 'integer', 'looked_at' => 'integer'];
    }
}
