<?php

declare(strict_types=1);

namespace App\Composition;

use App\Models\Finish;
use App\Models\Workspace;
use Illuminate\Validation\ValidationException;

/** A saved finish that a request names by its identifier. */
final class SavedFinish
{
    /**
     * @param  array<string, mixed>  $given
     *
     * @throws ValidationException when the workspace has none of that name
     */
    public static function find(Workspace $workspace, array $given): ?Finish
    {
        $id = $given['finish_id'] ?? null;
        if (! is_string($id) || $id === '') {
            return null;
        }

        return $workspace->finishes()->whereKey($id)->first() ?? throw ValidationException::withMessages(['finish_id' => ['There is no saved finish of that name in this workspace.']]);
    }

    /**
     * What was given, with the saved finish beneath what differs from it.
     *
     * @param  array<string, mixed>  $given
     * @return array<string, mixed>
     */
    public static function within(Workspace $workspace, array $given): array
    {
        $saved = self::find($workspace, $given);
        if ($saved === null || is_array($given['finish'] ?? null)) {
            return $given;
        }

        return [...$given, 'finish' => $saved->finish];
    }
}
