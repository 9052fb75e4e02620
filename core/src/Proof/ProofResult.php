<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Grade\PrintGrade;

/** What came out of a proof: all its cells, the grade of the drawing, and whether what was required holds. */
final readonly class ProofResult
{
    /**
     * @param  list<ProofCell>  $cells
     * @param  ?PrintGrade  $grade  of the drawing; null where the symbol has none
     */
    public function __construct(public ProofPlan $plan, public array $cells, public ?PrintGrade $grade)
    {
    }

    /** The cell that bears least of what it must; null when there is none. */
    public function weakest(): ?ProofCell
    {
        $weakest = null;
        foreach ($this->cells as $cell) {
            if ($weakest === null || $cell->ratio() < $weakest->ratio()) {
                $weakest = $cell;
            }
        }

        return $weakest;
    }

    /** @return array{holds: int, marginal: int, fails: int} cells by verdict */
    public function tally(): array
    {
        $tally = ['holds' => 0, 'marginal' => 0, 'fails' => 0];
        foreach ($this->cells as $cell) {
            match ($cell->verdict()) {
                Verdict::Holds => $tally['holds']++,
                Verdict::Marginal => $tally['marginal']++,
                default => $tally['fails']++,
            };
        }

        return $tally;
    }

    /** @return list<array{require: string, met: bool, device: ?string, condition: ?string, need: float, figure: ?float, message: string}> each requirement, and of those not met the cell that falls short most */
    public function requirements(): array
    {
        return array_map(function (Requirement $one): array {
            if ($one->condition === null) {
                $isMet = $this->grade !== null && $this->grade->overall() >= $one->figure - 1e-9;
                $said = $this->grade === null ? 'This symbol has no grade.' : sprintf('The drawing has grade %s (%.1f)%s', $this->grade->letter()->value, $this->grade->overall(), $isMet ? '.' : ": {$this->grade->lowest()?->label} is the lowest.");

                return ['require' => $one->text, 'met' => $isMet, 'device' => null, 'condition' => null, 'need' => $one->figure, 'figure' => $this->grade?->overall(), 'message' => $said];
            }
            $cells = array_values(array_filter($this->cells, $one->isAbout(...)));
            usort($cells, static fn (ProofCell $a, ProofCell $b): int => $a->ratio() <=> $b->ratio());
            $least = $cells[0] ?? null;
            $isMet = $least !== null && $least->bears($one->figure);

            return [
                'require' => $one->text, 'met' => $isMet, 'device' => $least?->device->id, 'condition' => $one->condition->value, 'need' => $one->figure, 'figure' => $least?->margin,
                'message' => $least === null ? 'No device that was looked at is one of these.' : $least->words(),
            ];
        }, $this->plan->requirements);
    }

    /** Whether every requirement is met by the cells that it is about. */
    public function isMet(): bool
    {
        return ! in_array(false, array_column($this->requirements(), 'met'), true);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'met' => $this->isMet(), 'requirements' => $this->requirements(), 'tally' => $this->tally(),
            'weakest' => $this->weakest() === null ? null : ['device' => $this->weakest()->device->id, 'condition' => $this->weakest()->condition->value, 'message' => $this->weakest()->words()],
            'grade' => $this->grade?->toArray(), 'cells' => array_map(static fn (ProofCell $cell): array => $cell->toArray(), $this->cells),
        ];
    }
}
