<?php

declare(strict_types=1);

namespace App\Runs;

/** Faults of a table by their kind, with how many rows have them and which those are. */
final class Faults
{
    /** Kinds that are told. */
    private const KINDS = 50;

    /** @var array<string, array{message: string, stops: bool, count: int, rows: list<int>}> */
    private array $kinds = [];

    /** @param  int  $named  rows of a kind that are named */
    public function __construct(private readonly int $named)
    {
    }

    /** @param  bool  $stops  whether the row would be set aside */
    public function add(string $message, bool $stops, int $row): void
    {
        $this->kinds[$message] ??= ['message' => $message, 'stops' => $stops, 'count' => 0, 'rows' => []];
        $this->kinds[$message]['count']++;
        if (count($this->kinds[$message]['rows']) < $this->named) {
            $this->kinds[$message]['rows'][] = $row;
        }
    }

    /** @return list<array{message: string, stops: bool, count: int, rows: list<int>}> the most frequent first */
    public function byCount(): array
    {
        $kinds = array_values($this->kinds);
        usort($kinds, static fn (array $a, array $b): int => $b['count'] <=> $a['count']);

        return array_slice($kinds, 0, self::KINDS);
    }
}
