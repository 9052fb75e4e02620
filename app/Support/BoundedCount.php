<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Contracts\Database\Eloquent\Builder;

/** How many rows a question has, up to a number beyond which nobody counts. */
final class BoundedCount
{
    public const MOST = 10_000;

    /** @return int MOST + 1 where there are more */
    public static function of(Builder $query): int
    {
        $rows = $query->clone()->toBase()->selectRaw('1')->limit(self::MOST + 1);

        return $rows->newQuery()->fromSub($rows, 'found')->count();
    }
}
