<?php

declare(strict_types=1);

namespace App\Models;

use App\Composition\CompositionInput;
use App\Models\Concerns\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use KeenGlyph\Core\Compose\Composition;

/**
 * A composition that simulated devices look at, or have looked at.
 *
 * @property string $id
 * @property string $workspace_id
 * @property ?string $glyph_id
 * @property ?int $glyph_revision
 * @property string $name
 * @property array<string, mixed> $given
 * @property array<string, mixed> $plan
 * @property int $seed
 * @property string $digest
 * @property string $state
 * @property int $total
 * @property array<string, mixed> $subject
 * @property ?array<string, mixed> $grade
 * @property ?list<array{device: string, condition: string, figure: float, told: bool, blind: bool}> $blind
 * @property ?bool $met
 * @property ?string $trouble
 * @property ?Carbon $started_at
 * @property ?Carbon $finished_at
 * @property Carbon $created_at
 * @property-read Workspace $workspace
 */
final class Proof extends Model
{
    use BelongsToWorkspace, HasUuids;

    protected $table = 'proofs';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['glyph_id', 'glyph_revision', 'name', 'given', 'plan', 'seed', 'digest', 'state', 'total', 'subject', 'grade', 'blind', 'met', 'trouble', 'started_at', 'finished_at'];

    protected $attributes = ['state' => 'queued', 'grade' => null, 'blind' => null, 'met' => null, 'trouble' => null, 'started_at' => null, 'finished_at' => null];

    /** What is looked at, drawn as it was when the proof was asked for. */
    public function composition(): Composition
    {
        return (new CompositionInput(['as_is' => true, ...$this->given]))->compose($this->workspace->payloadContext());
    }

    /** @return array<int, array<array-key, mixed>> what was found so far, by the place of its cell in the plan */
    public function found(): array
    {
        $found = [];
        foreach (DB::table('proof_cells')->where('proof_id', $this->id)->orderBy('place')->get() as $row) {
            $found[(int) $row->place] = (array) json_decode((string) $row->found, true);
        }

        return $found;
    }

    /** Ended before all was found, unless it had ended already. */
    public function stopped(): self
    {
        $this->newQuery()->whereKey($this->id)->whereIn('state', ['queued', 'running'])->update(['state' => 'cancelled', 'finished_at' => now()]);

        return $this->refresh();
    }

    public function isOpen(): bool
    {
        return $this->state === 'queued' || $this->state === 'running';
    }

    protected function casts(): array
    {
        return ['given' => 'array', 'plan' => 'array', 'subject' => 'array', 'grade' => 'array', 'blind' => 'array', 'met' => 'boolean', 'seed' => 'integer', 'total' => 'integer', 'glyph_revision' => 'integer', 'started_at' => 'datetime', 'finished_at' => 'datetime'];
    }
}
