<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

use BackedEnum;

/** Typed looks into an object of a finish file; every refusal names the key. */
final readonly class TypedInput
{
    /** @param  array<mixed>  $values */
    public function __construct(private array $values, private string $path = '')
    {
    }

    /**
     * @param  list<string>  $known
     *
     * @throws InvalidFinish when there is a key that nothing here understands
     */
    public function only(array $known): void
    {
        foreach (array_diff(array_keys($this->values), $known) as $unknown) {
            $shown = mb_strcut(mb_scrub((string) $unknown, 'UTF-8'), 0, 40, 'UTF-8');
            throw new InvalidFinish($this->path.$shown, "“{$shown}” is nothing that a finish has here: ".implode(', ', $known).'.');
        }
    }

    /** Whether the key is there and is not null. */
    public function has(string $key): bool
    {
        return isset($this->values[$key]);
    }

    /**
     * The object at a key; null when it is missing.
     *
     * @throws InvalidFinish when it is none
     */
    public function object(string $key): ?self
    {
        $value = $this->values[$key] ?? null;
        if ($value !== null && ! is_array($value)) {
            throw $this->refusal($key, 'an object');
        }

        return $value === null ? null : new self($value, "$this->path$key.");
    }

    /** @return list<self> */
    public function objects(string $key): array
    {
        $value = $this->values[$key] ?? [];
        if (! is_array($value) || ! array_is_list($value)) {
            throw $this->refusal($key, 'a list');
        }

        return array_map(fn (int $i): self => is_array($value[$i]) ? new self($value[$i], "$this->path$key.$i.") : throw $this->refusal("$key.$i", 'an object'), array_keys($value));
    }

    /**
     * A colour as `#rrggbb` or `#rgb`; null when it is missing or empty.
     *
     * @throws InvalidFinish when it is none
     */
    public function colour(string $key): ?Colour
    {
        $value = $this->text($key);

        return $value === null ? null : Colour::fromHex($value, $this->path.$key);
    }

    /**
     * A text in UTF-8; null when it is missing.
     *
     * @throws InvalidFinish when it is none
     */
    public function text(string $key): ?string
    {
        $value = $this->values[$key] ?? null;
        if ($value !== null && (! is_string($value) || ! mb_check_encoding($value, 'UTF-8'))) {
            throw $this->refusal($key, 'text');
        }

        return $value;
    }

    /**
     * True or false; false when it is missing.
     *
     * @throws InvalidFinish when it is neither
     */
    public function flag(string $key): bool
    {
        $value = $this->values[$key] ?? false;

        return is_bool($value) ? $value : throw $this->refusal($key, 'true or false');
    }

    /**
     * A number; the default when it is missing.
     *
     * @throws InvalidFinish when it is none
     */
    public function number(string $key, float $default): float
    {
        $value = $this->values[$key] ?? $default;

        return is_int($value) || (is_float($value) && is_finite($value)) ? (float) $value : throw $this->refusal($key, 'a number');
    }

    /**
     * A whole number; the default when it is missing.
     *
     * @throws InvalidFinish when it is none
     */
    public function integer(string $key, int $default): int
    {
        $value = $this->number($key, $default);

        return abs($value) < 1e6 && $value === floor($value) ? (int) $value : throw $this->refusal($key, 'a whole number');
    }

    /**
     * @template T of BackedEnum
     *
     * @param  T  $default
     * @return T
     */
    public function choice(string $key, BackedEnum $default): BackedEnum
    {
        $value = $this->text($key);
        if ($value === null) {
            return $default;
        }

        return $default::tryFrom($value) ?? throw $this->refusal($key, 'one of '.implode(', ', array_column($default::cases(), 'value')));
    }

    private function refusal(string $key, string $wanted): InvalidFinish
    {
        return new InvalidFinish($this->path.$key, "“{$this->path}{$key}” is {$wanted}.");
    }
}
