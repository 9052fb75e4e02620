<?php

declare(strict_types=1);

namespace App\Models;

use App\Models\Concerns\BelongsToWorkspace;
use App\Runs\Keep;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;
use KeenGlyph\Core\Run\LabelSheet;
use KeenGlyph\Core\Run\Recipe;

/**
 * A table on its way through a recipe.
 *
 * @property string $id
 * @property string $workspace_id
 * @property string $name
 * @property array<string, mixed> $recipe
 * @property list<string> $columns
 * @property string|array<string, mixed>|null $sheet
 * @property 'queued'|'running'|'paused'|'finishing'|'done'|'cancelled'|'failed' $state
 * @property int $total
 * @property int $start
 * @property ?array<string, mixed> $keep
 * @property ?string $gate_id
 * @property ?int $made
 * @property ?int $failed
 * @property ?int $searched
 * @property ?int $bytes
 * @property ?array{pages: int, labels: int, read_back: int, checked: bool} $proof
 * @property list<array<string, mixed>> $warnings
 * @property ?string $trouble
 * @property ?Carbon $started_at
 * @property ?Carbon $finished_at
 * @property Carbon $created_at
 * @property-read Workspace $workspace
 */
final class Run extends Model
{
    use BelongsToWorkspace, HasUuids;

    protected $table = 'runs';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['user_id', 'name', 'recipe', 'columns', 'sheet', 'keep', 'gate_id', 'state', 'total', 'start', 'bytes', 'proof', 'warnings', 'trouble', 'started_at', 'finished_at'];

    protected $attributes = ['state' => 'queued', 'start' => 1, 'sheet' => null, 'keep' => null, 'gate_id' => null, 'made' => null, 'failed' => null, 'searched' => null, 'bytes' => null, 'proof' => null, 'warnings' => '[]', 'trouble' => null, 'started_at' => null, 'finished_at' => null];

    public function recipe(): Recipe
    {
        return Recipe::of($this->recipe);
    }

    public function sheet(): ?LabelSheet
    {
        return $this->sheet === null ? null : LabelSheet::of($this->sheet);
    }

    public function keep(): Keep
    {
        return Keep::of($this->keep);
    }

    public function isOpen(): bool
    {
        return in_array($this->state, ['queued', 'running', 'paused', 'finishing'], true);
    }

    /** Where its pictures and its result lie in the store. */
    public function folder(): string
    {
        return "{$this->workspace_id}/{$this->id}";
    }

    public function result(): string
    {
        return $this->folder().($this->sheet === null ? '/result.zip' : '/result.pdf');
    }

    protected function casts(): array
    {
        return ['recipe' => 'array', 'columns' => 'array', 'sheet' => 'array', 'keep' => 'array', 'proof' => 'array', 'warnings' => 'array', 'total' => 'integer', 'start' => 'integer', 'made' => 'integer', 'failed' => 'integer', 'searched' => 'integer', 'bytes' => 'integer', 'started_at' => 'datetime', 'finished_at' => 'datetime'];
    }
}
