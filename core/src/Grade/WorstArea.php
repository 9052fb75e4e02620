<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Grade;

use KeenGlyph\Core\Read\Point;

/** A place in the picture that pulls a grade down. */
final readonly class WorstArea
{
    /**
     * @param  array{Point, Point, Point, Point}  $corners  in pixels
     * @param  string  $why  in a few words
     */
    public function __construct(public int $column, public int $row, public array $corners, public string $why)
    {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['column' => $this->column, 'row' => $this->row, 'corners' => array_map(static fn (Point $p): array => [round($p->x, 1), round($p->y, 1)], $this->corners), 'why' => $this->why];
    }
}
