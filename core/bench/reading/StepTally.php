<?php

declare(strict_types=1);

namespace KeenGlyph\Bench\Reading;

use KeenGlyph\Core\Read\ReadOutcome;
use KeenGlyph\Core\Read\SearchStep;

/** What each step of the search took, and what was read by it: without the step these would not have been. */
final class StepTally
{
    /** @var array<string, list<float>> milliseconds a megapixel, where it read nothing */
    private array $vain = [];

    /** @var array<string, int> */
    private array $gained = [];

    /** @param  int  $right  texts that were read and are there */
    public function add(ReadOutcome $outcome, int $pixels, int $right): void
    {
        $by = null;
        foreach ($outcome->steps as $step) {
            $by ??= $step->found ? $step : null;
            if (! $step->found) {
                $this->vain[$step->step->value][] = $step->ms / $pixels * 1e6;
            }
        }
        if ($by !== null) {
            $this->gained[$by->step->value] = ($this->gained[$by->step->value] ?? 0) + $right;
        }
    }

    /** A line a step: how often it found nothing, the median and the 95th of a hundred of what that took, and what it read. */
    public function table(): string
    {
        $lines = [sprintf('%-14s %8s %8s %8s %8s %8s', 'step', 'in vain', 'median', 'p95', 'stated', 'read')];
        foreach (SearchStep::cases() as $step) {
            $ms = $this->vain[$step->value] ?? [];
            sort($ms);
            $count = count($ms);
            $lines[] = sprintf('%-14s %8d %8.0f %8.0f %8d %8d', $step->value, $count, $ms[intdiv($count, 2)] ?? 0, $ms[(int) (0.95 * $count)] ?? 0, $step->cost(), $this->gained[$step->value] ?? 0);
        }

        return implode("\n", $lines)."\n(milliseconds a megapixel where nothing was read; texts whose picture was read by the step first)\n";
    }
}
