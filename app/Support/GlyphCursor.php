<?php

declare(strict_types=1);

namespace App\Support;

use App\Models\Glyph;
use Illuminate\Contracts\Database\Eloquent\Builder;
use Illuminate\Support\Str;

/**
 * The place in an ordered list of glyphs after which a page begins. It holds the time to the microsecond,
 * so that glyphs changed within the same second are neither skipped nor repeated.
 */
final readonly class GlyphCursor
{
    private const TIME = 'Y-m-d\TH:i:s.u\Z';

    /** @param  'updated_at'|'name'  $order what the list is ordered by, before the id */
    private function __construct(
        private string $order,
        private string $value,
        private string $id,
    ) {
    }

    /** @param  'updated_at'|'name'  $order */
    public static function after(Glyph $glyph, string $order): self
    {
        return new self($order, $order === 'name' ? $glyph->name : $glyph->updated_at->utc()->format(self::TIME), $glyph->id);
    }

    /**
     * Null for anything that does not come from a list in this order.
     *
     * @param  'updated_at'|'name'  $order
     */
    public static function decode(string $encoded, string $order): ?self
    {
        $given = json_decode((string) base64_decode(strtr($encoded, '-_', '+/'), true), true);
        if (! is_array($given) || ($given[0] ?? null) !== $order || ! is_string($given[1] ?? null) || ! Str::isUuid($given[2] ?? null)) {
            return null;
        }
        $isTime = preg_match('/^\d{4}-(0\d|1[0-2])-([0-2]\d|3[01])T([01]\d|2[0-3]):[0-5]\d:[0-5]\d\.\d{6}Z$/D', $given[1]) === 1;
        $isName = ! str_contains($given[1], "\0");

        return ($order === 'name' ? $isName : $isTime) ? new self($order, $given[1], (string) $given[2]) : null;
    }

    public function encode(): string
    {
        return rtrim(strtr(base64_encode((string) json_encode([$this->order, $this->value, $this->id])), '+/', '-_'), '=');
    }

    /** @param  'updated_at'|'name'  $order */
    public static function sort(Builder $query, string $order): void
    {
        $order === 'name'
            ? $query->orderByRaw('lower(name), id')
            : $query->orderByRaw('updated_at DESC, id DESC');
    }

    /** Leaves only what comes after this place. */
    public function apply(Builder $query): void
    {
        $this->order === 'name'
            ? $query->whereRaw('(lower(name), id) > (lower(?), ?::uuid)', [$this->value, $this->id])
            : $query->whereRaw('(updated_at, id) < (?::timestamptz, ?::uuid)', [$this->value, $this->id]);
    }
}
