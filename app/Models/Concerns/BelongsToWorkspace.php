<?php

declare(strict_types=1);

namespace App\Models\Concerns;

use App\Models\Workspace;
use App\Support\Current;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\SoftDeletingScope;
use Illuminate\Support\Str;

/**
 * A model of which every row belongs to a workspace. In an address it is looked for in the request's workspace only:
 * another one's is as absent as one that does not exist.
 *
 * @mixin Model
 */
trait BelongsToWorkspace
{
    /** @return BelongsTo<Workspace, $this> */
    public function workspace(): BelongsTo
    {
        return $this->belongsTo(Workspace::class);
    }

    /**
     * @param  mixed  $value
     * @param  ?string  $field
     */
    public function resolveRouteBinding($value, $field = null): ?Model
    {
        return self::inCurrentWorkspace($this->newQuery(), $value);
    }

    /**
     * @param  mixed  $value
     * @param  ?string  $field
     */
    public function resolveSoftDeletableRouteBinding($value, $field = null): ?Model
    {
        return self::inCurrentWorkspace($this->newQuery()->withoutGlobalScope(SoftDeletingScope::class), $value);
    }

    /** @param  Builder<covariant Model>  $query */
    private static function inCurrentWorkspace(Builder $query, mixed $value): ?Model
    {
        return is_string($value) && Str::isUuid($value) ? $query->where('workspace_id', Current::membership(request())->workspace_id)->whereKey($value)->first() : null;
    }
}
