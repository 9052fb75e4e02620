<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Support\Keyset;
use Illuminate\Contracts\Database\Eloquent\Builder;
use Illuminate\Support\Collection;

/** Which page of a list is wanted. */
abstract class PageRequest extends ApiRequest
{
    /** Rows of a page when the caller says nothing, and the most. */
    public const USUAL = 50;

    public const MAX_LIMIT = 200;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['limit' => ['nullable', 'integer', 'between:1,'.static::MAX_LIMIT], 'cursor' => ['nullable', 'string', 'max:1000']];
    }

    /**
     * The page of a query in this order, and the cursor of the next one.
     *
     * @return array{Collection<int, mixed>, ?string}
     */
    public function page(Builder|\Illuminate\Database\Query\Builder $query, Keyset $order): array
    {
        return $order->page($query, $this->string('cursor')->toString(), $this->integer('limit', self::USUAL));
    }
}
