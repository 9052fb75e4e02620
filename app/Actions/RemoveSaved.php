<?php

declare(strict_types=1);

namespace App\Actions;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Finish;
use App\Models\Gate;
use App\Models\Glyph;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

/** Deletes what was saved, and brings it back. */
final class RemoveSaved
{
    public function delete(Glyph|Finish|Gate $saved): void
    {
        DB::transaction(static function () use ($saved): void {
            if ($saved instanceof Finish) {
                $saved->update(['is_default' => false]);
            }
            $saved->delete();
            DomainEvent::record(match (true) {
                $saved instanceof Glyph => Fact::GlyphDeleted,
                $saved instanceof Finish => Fact::FinishDeleted,
                default => Fact::GateDeleted,
            }, $saved->workspace_id, $saved->id);
        });
    }

    /** @throws ValidationException when its name was taken meanwhile */
    public function restore(Glyph|Finish|Gate $saved): void
    {
        try {
            DB::transaction(static function () use ($saved): void {
                $saved->restore();
                DomainEvent::record(match (true) {
                    $saved instanceof Glyph => Fact::GlyphRestored,
                    $saved instanceof Finish => Fact::FinishRestored,
                    default => Fact::GateRestored,
                }, $saved->workspace_id, $saved->id);
            });
        } catch (UniqueConstraintViolationException) {
            throw ValidationException::withMessages(['name' => ['Another finish has taken this name since. Rename it first.']]);
        }
    }
}
