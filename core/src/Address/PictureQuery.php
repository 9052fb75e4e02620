<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Address;

/**
 * The query of a picture address: names with one value each. How it was encoded and in which order it came makes no
 * difference to what it says, so programs that write addresses in their own way sign the same thing.
 */
final readonly class PictureQuery
{
    /** Bytes of a query as it is sent; servers and mail programs cut longer ones. */
    public const MAX_BYTES = 8000;

    private const MAX_PAIRS = 96;

    private const NAME = '/^[A-Za-z][A-Za-z0-9_.()-]{0,79}$/D';

    /** @param  array<string, string>  $values  by name, sorted by it */
    private function __construct(public array $values)
    {
    }

    /**
     * Of a query as it stands in an address, without `?`: pairs as forms write them (URL Standard 5.1), so a `+` is a
     * space and `%2B` is a plus.
     *
     * @throws InvalidAddress when it is too long, says a name twice or is no text
     */
    public static function parse(string $query): self
    {
        if (strlen($query) > self::MAX_BYTES) {
            throw new InvalidAddress(sprintf('The address is longer than %d bytes.', self::MAX_BYTES));
        }
        $values = [];
        foreach ($query === '' ? [] : explode('&', $query) as $pair) {
            [$name, $value] = [...explode('=', $pair, 2), ''];
            [$name, $value] = [urldecode($name), urldecode($value)];
            if ($pair === '') {
                continue;
            }
            if (isset($values[$name])) {
                throw new InvalidAddress('The address says one name twice.');
            }
            $values[$name] = $value;
        }

        return self::of($values);
    }

    /**
     * @param  array<array-key, string>  $values  by name, not encoded
     *
     * @throws InvalidAddress when a name or a value cannot stand in an address
     */
    public static function of(array $values): self
    {
        if (count($values) > self::MAX_PAIRS) {
            throw new InvalidAddress(sprintf('The address has more than %d names.', self::MAX_PAIRS));
        }
        $kept = [];
        foreach ($values as $name => $value) {
            if (preg_match(self::NAME, (string) $name) !== 1) {
                throw new InvalidAddress('The address has a name that no address can have.');
            }
            if (! mb_check_encoding($value, 'UTF-8') || str_contains($value, "\0")) {
                throw new InvalidAddress('The address holds bytes that are no UTF-8 text.');
            }
            $kept[(string) $name] = $value;
        }
        ksort($kept, SORT_STRING);

        return new self($kept);
    }

    /** The value of a name; null when it is not there. */
    public function get(string $name): ?string
    {
        return $this->values[$name] ?? null;
    }

    /**
     * The values of all names that begin so, by what follows.
     *
     * @return array<string, string>
     */
    public function within(string $prefix): array
    {
        $found = [];
        foreach ($this->values as $name => $value) {
            if (str_starts_with($name, $prefix) && $name !== $prefix) {
                $found[substr($name, strlen($prefix))] = $value;
            }
        }

        return $found;
    }

    /** The same with another value, or without the name. */
    public function with(string $name, ?string $value): self
    {
        $values = $this->values;
        unset($values[$name]);

        return self::of($value === null ? $values : [...$values, $name => $value]);
    }

    /** The one way to write it: sorted by name as bytes, percent-encoded once (RFC 3986 2.1 and 2.3). */
    public function canonical(): string
    {
        $pairs = [];
        foreach ($this->values as $name => $value) {
            $pairs[] = rawurlencode($name).'='.rawurlencode($value);
        }

        return implode('&', $pairs);
    }
}
