<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Shifts at the crossings of a grid of lines, between them in proportion. */
final readonly class DisplacementGrid
{
    /**
     * @param  list<float>  $lines  module coordinates of the lines, the same across and down, ascending
     * @param  list<list<array{float, float}>>  $shifts  pixels by row and column
     */
    public function __construct(private array $lines, private array $shifts)
    {
    }

    /** @return array{float, float} */
    public function at(float $u, float $v): array
    {
        [$column, $s] = $this->between($u);
        [$row, $t] = $this->between($v);
        [$a, $b] = [$this->shifts[$row][$column], $this->shifts[$row][$column + 1]];
        [$c, $d] = [$this->shifts[$row + 1][$column], $this->shifts[$row + 1][$column + 1]];

        return [
            (1 - $t) * ((1 - $s) * $a[0] + $s * $b[0]) + $t * ((1 - $s) * $c[0] + $s * $d[0]),
            (1 - $t) * ((1 - $s) * $a[1] + $s * $b[1]) + $t * ((1 - $s) * $c[1] + $s * $d[1]),
        ];
    }

    /** @return array{int, float} the line before, and how far on the way to the next; the outer cells reach on beyond */
    private function between(float $u): array
    {
        $i = 0;
        $last = count($this->lines) - 2;
        while ($i < $last && $u > $this->lines[$i + 1]) {
            $i++;
        }

        return [$i, ($u - $this->lines[$i]) / ($this->lines[$i + 1] - $this->lines[$i])];
    }
}
