<?php

declare(strict_types=1);

namespace App\Resolver;

use App\Models\ResolverLink;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

/** Puts links behind identifiers; whoever is first takes the primary key for their workspace. */
final class SaveLink
{
    /** Links behind one primary key. */
    private const KEPT = 500;

    /**
     * @param  array<string, mixed>  $fields
     *
     * @throws ValidationException when the identifier is another workspace's, or has too many links
     */
    public function create(Workspace $workspace, Identifier $identifier, array $fields): ResolverLink
    {
        return DB::transaction(static function () use ($workspace, $identifier, $fields): ResolverLink {
            DB::insert('INSERT INTO resolver_keys (path, workspace_id) VALUES (?, ?) ON CONFLICT DO NOTHING', [$identifier->key(), $workspace->id]);
            $owner = DB::table('resolver_keys')->where('path', $identifier->key())->lockForUpdate()->value('workspace_id');
            if ($owner !== $workspace->id) {
                throw ValidationException::withMessages(['path' => ['Another workspace of this installation answers for this identifier.']]);
            }
            if (DB::table('resolver_links')->where('key', $identifier->key())->count() >= self::KEPT) {
                throw ValidationException::withMessages(['path' => ['This identifier has '.self::KEPT.' links, the most that it takes.']]);
            }
            $link = new ResolverLink([...$fields, 'key' => $identifier->key(), 'path' => $identifier->path()]);
            $link->workspace()->associate($workspace);
            $link->save();

            return $link;
        });
    }
}
