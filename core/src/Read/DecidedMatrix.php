<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Modules with how sure each one is. */
final readonly class DecidedMatrix
{
    /** @param  list<float>  $sureness  row by row: 0 on the threshold, a half for a clear module */
    public function __construct(public ModuleMatrix $matrix, public array $sureness)
    {
    }

    /** Rows and columns exchanged, as a mirrored symbol has them. */
    public function transposed(): self
    {
        $n = $this->matrix->size();
        $sureness = [];
        for ($column = 0; $column < $n; $column++) {
            for ($row = 0; $row < $n; $row++) {
                $sureness[] = $this->sureness[$row * $n + $column];
            }
        }

        return new self($this->matrix->transposed(), $sureness);
    }
}
