<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Square of modules without quiet zone. */
final readonly class ModuleMatrix
{
    /** @param  list<string>  $rows top to bottom, each a string of '1' (dark) and '0' (light) as long as there are rows */
    public function __construct(public array $rows)
    {
    }

    /** Modules along a side. */
    public function size(): int
    {
        return count($this->rows);
    }

    /** Whether the module is dark; row and column from 0 at the top left. */
    public function isDark(int $column, int $row): bool
    {
        return $this->rows[$row][$column] === '1';
    }

    /** Rows and columns exchanged: the symbol as a mirror shows it. */
    public function transposed(): self
    {
        return new self(array_values(array_map('implode', array_map(null, ...array_map('str_split', $this->rows)))));
    }
}
