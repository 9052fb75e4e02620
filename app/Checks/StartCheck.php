<?php

declare(strict_types=1);

namespace App\Checks;

use App\Models\FieldCheck;
use App\Models\Glyph;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

/** Gives a glyph a check page of its own for a while. */
final class StartCheck
{
    /** Checks that a workspace keeps. */
    private const KEPT = 2000;

    /** @throws ValidationException when too many are kept */
    public function start(Workspace $workspace, Glyph $glyph, string $asks, int $hours): FieldCheck
    {
        return DB::transaction(static function () use ($workspace, $glyph, $asks, $hours): FieldCheck {
            $workspace->newQuery()->whereKey($workspace->id)->lockForUpdate()->first();
            if ($workspace->fieldChecks()->count() >= self::KEPT) {
                throw ValidationException::withMessages(['glyph' => ['This workspace keeps '.self::KEPT.' field checks. Delete some that are not needed.']]);
            }
            $check = new FieldCheck(['glyph_id' => $glyph->id, 'glyph_revision' => $glyph->revision, 'text' => $glyph->composition()->symbol->text, 'code' => CheckCode::make(), 'asks' => $asks, 'expires_at' => now()->addHours($hours)]);
            $check->workspace()->associate($workspace);
            $check->save();

            return $check;
        });
    }
}
