<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Grid of modules: square and without quiet zone for two-dimensional symbols. */
final readonly class ModuleMatrix
{
    /** @param  list<string>  $rows top to bottom, all as long, strings of '1' (dark) and '0' (light) */
    public function __construct(public array $rows)
    {
    }

    /** Modules across. */
    public function columns(): int
    {
        return strlen($this->rows[0] ?? '');
    }

    /** Modules down; along a side of a square. */
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
