<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Grade;

/** One thing that is graded. */
final readonly class GradeParameter
{
    /**
     * @param  string  $id  in snake case
     * @param  string  $figure  what was measured, with its unit
     * @param  float  $value  the same as a number; shares are 0 to 1
     * @param  float  $grade  4.0 to 0.0
     * @param  ?Scale  $scale  limits of the grades; null where it is yes or no, or follows from several
     * @param  bool  $counts  whether the overall grade depends on it
     * @param  string  $advice  what to tell the printer when this is the lowest
     */
    public function __construct(
        public string $id,
        public string $label,
        public string $figure,
        public float $value,
        public float $grade,
        public ?Scale $scale,
        public bool $counts,
        public string $advice,
    ) {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'parameter' => $this->id, 'label' => $this->label, 'figure' => $this->figure, 'value' => round($this->value, 4), 'grade' => round($this->grade, 1),
            'letter' => Letter::of($this->grade)->value, 'limits' => $this->scale?->limits, 'better' => $this->scale === null ? null : ($this->scale->isMore ? 'more' : 'less'), 'counts' => $this->counts,
        ];
    }
}
