<?php

declare(strict_types=1);

namespace App\Support;

use DateTimeImmutable;
use DateTimeZone;
use Illuminate\Contracts\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Collection;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;

/**
 * A list in pages: each begins after the last row of the one before, so that rows which come and go meanwhile are
 * neither skipped nor repeated. Times are kept to the microsecond.
 */
final readonly class Keyset
{
    private const TIME = 'Y-m-d\TH:i:s.u\Z';

    /**
     * @param  string  $name  of the order, so that a cursor of another list is told apart
     * @param  string  $column  SQL expression of what is ordered by, before the id
     * @param  'text'|'time'|'integer'  $type
     * @param  'uuid'|'integer'|'none'  $id  none where the column itself is unique
     * @param  string  $field  of a row that holds the column
     */
    private function __construct(
        private string $name,
        private string $column,
        private string $type,
        private string $id,
        private bool $descends,
        private string $field,
    ) {
    }

    /** @param  'uuid'|'integer'  $id */
    public static function byTime(string $column, bool $descends = true, string $id = 'uuid'): self
    {
        return new self($column, $column, 'time', $id, $descends, $column);
    }

    /** @param  'uuid'|'integer'  $id */
    public static function byName(string $id = 'uuid'): self
    {
        return new self('name', 'lower(name)', 'text', $id, false, 'name');
    }

    /** By a column that stands once a row. */
    public static function byUnique(string $column): self
    {
        return new self($column, $column, 'text', 'none', false, $column);
    }

    /**
     * One page of a query, and the cursor of the next one.
     *
     * @return array{Collection<int, mixed>, ?string}
     *
     * @throws ValidationException when the cursor belongs to no page of this list
     */
    public function page(Builder|\Illuminate\Database\Query\Builder $query, string $cursor, int $limit): array
    {
        $direction = $this->descends ? 'DESC' : 'ASC';
        $query->orderByRaw($this->id === 'none' ? "$this->column $direction" : "$this->column $direction, id $direction");
        if ($cursor !== '') {
            [$value, $id] = $this->decoded($cursor);
            $sign = $this->descends ? '<' : '>';
            $place = ['text' => str_starts_with($this->column, 'lower(') ? 'lower(?)' : '?', 'time' => '?::timestamptz', 'integer' => '?::bigint'][$this->type];
            $this->id === 'none'
                ? $query->whereRaw("$this->column $sign $place", [$value])
                : $query->whereRaw("($this->column, id) $sign ($place, ?::".($this->id === 'uuid' ? 'uuid' : 'bigint').')', [$value, $id]);
        }
        // One more than asked for tells whether there is a next page.
        $found = $query->limit($limit + 1)->get();
        $page = $found->take($limit);

        return [$page->values(), $found->count() > $limit ? $this->encoded($page->last()) : null];
    }

    private function encoded(mixed $row): string
    {
        $fields = $row instanceof Model ? $row->getAttributes() : (array) $row;
        $value = $fields[$this->field] ?? '';
        if ($this->type === 'time') {
            $value = (new DateTimeImmutable(is_string($value) ? $value : ''))->setTimezone(new DateTimeZone('UTC'))->format(self::TIME);
        }
        $id = $this->id === 'none' ? null : $fields['id'] ?? null;

        return rtrim(strtr(base64_encode((string) json_encode([$this->name, $value, $id], JSON_UNESCAPED_UNICODE)), '+/', '-_'), '=');
    }

    /** @return array{string, string|int|null} */
    private function decoded(string $cursor): array
    {
        $given = json_decode((string) base64_decode(strtr($cursor, '-_', '+/'), true), true);
        $refusal = ValidationException::withMessages(['cursor' => ['This cursor belongs to no page of this list. Begin again without one.']]);
        if (! is_array($given) || ($given[0] ?? null) !== $this->name || ! is_string($given[1] ?? null) || str_contains($given[1], "\0")) {
            throw $refusal;
        }
        $isId = match ($this->id) {
            'uuid' => is_string($given[2] ?? null) && Str::isUuid($given[2]),
            'integer' => is_int($given[2] ?? null),
            'none' => true,
        };
        if (! $isId || ($this->type === 'time' && ! self::isTime($given[1]))) {
            throw $refusal;
        }

        return [$given[1], $given[2] ?? null];
    }

    /** A moment that exists: the thirty-first of February would be an error of the database. */
    private static function isTime(string $given): bool
    {
        $time = DateTimeImmutable::createFromFormat('!'.self::TIME, $given, new DateTimeZone('UTC'));

        return $time !== false && $time->format(self::TIME) === $given;
    }
}
