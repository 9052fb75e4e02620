<?php

declare(strict_types=1);

namespace App\Proofs;

use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Proof\ProofCell;
use KeenGlyph\Core\Proof\Verdict;

/** How a proof's figures stand on paper. */
final class SheetFigures
{
    public function figure(float $value, string $unit): string
    {
        if (($unit === 'mm' || $unit === 'mm/s') && $value >= 1000) {
            return $this->figure($value / 1000, substr($unit, 1));
        }
        $number = sprintf($value >= 100 ? '%.0f' : ($value >= 10 ? '%.1f' : '%.2f'), $value);
        $number = str_contains($number, '.') ? rtrim(rtrim($number, '0'), '.') : $number;

        return $unit === '°' ? "{$number}°" : "$number $unit";
    }

    public function margin(?ProofCell $cell): string
    {
        return match (true) {
            $cell === null => 'not found',
            $cell->reason !== null => 'not taken',
            $cell->margin === null => 'not read',
            default => ($cell->isBeyond ? ($cell->condition->isHarderBelow() ? '< ' : '> ') : '').$this->figure($cell->margin, $cell->condition->unit()),
        };
    }

    public function need(Condition $condition, ?ProofCell $cell): string
    {
        return $cell === null ? '' : ($condition->isHarderBelow() ? '≤ ' : '≥ ').$this->figure($cell->need, $condition->unit());
    }

    /** A word beside the figure: paper may be grey. */
    public function mark(?ProofCell $cell): string
    {
        return match ($cell?->verdict()) {
            Verdict::Holds => '■',
            Verdict::Marginal => '◩',
            null => '',
            default => '☒',
        };
    }
}
