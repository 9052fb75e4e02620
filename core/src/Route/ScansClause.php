<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/** It is one of the first so many scans. */
final readonly class ScansClause implements Clause
{
    private function __construct(private int $first)
    {
    }

    /** @throws InvalidRoute */
    public static function of(mixed $given): self
    {
        $first = is_array($given) ? $given['first'] ?? null : null;

        return is_int($first) && $first >= 1 && $first <= 1_000_000_000 ? new self($first) : throw new InvalidRoute('scans.first', 'Say how many of the first scans: a whole number from 1.');
    }

    public function holds(Visitor $visitor): bool
    {
        return $visitor->number <= $this->first;
    }

    public function words(): string
    {
        return $this->first === 1 ? 'it is the first scan' : "it is one of the first $this->first scans";
    }

    public function covers(Clause $other): bool
    {
        return $other instanceof self && $other->first <= $this->first;
    }

    public function excludes(Clause $other): bool
    {
        return false;
    }

    public function toArray(): array
    {
        return ['scans' => ['first' => $this->first]];
    }
}
