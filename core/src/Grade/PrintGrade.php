<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Grade;

/** What a symbol is worth by the parameters of a standard: the lowest of them decides. */
final readonly class PrintGrade
{
    /** Growth of dark parts, in modules, from which it is what is said first. */
    private const GROWN = 0.2;

    /**
     * @param  list<GradeParameter>  $parameters
     * @param  list<WorstArea>  $worst  places that pull it down most, the worst first
     * @param  string  $standard  that was followed
     * @param  bool  $isCalibrated  whether reflectances are true ones: of a drawing, or by a white reference
     */
    public function __construct(public array $parameters, public array $worst, public string $standard, public bool $isCalibrated, public ?float $given = null)
    {
    }

    /** 4.0 to 0.0: the lowest of those that count, or what several scans come to. */
    public function overall(): float
    {
        return $this->given ?? min([4.0, ...array_map(static fn (GradeParameter $one): float => $one->grade, array_filter($this->parameters, static fn (GradeParameter $one): bool => $one->counts))]);
    }

    /** The letter of the overall grade. */
    public function letter(): Letter
    {
        return Letter::of($this->overall());
    }

    /** The one that decides; null when nothing could be better. */
    public function lowest(): ?GradeParameter
    {
        $lowest = null;
        foreach ($this->parameters as $one) {
            if ($one->counts && $one->grade < 4.0 && ($lowest === null || $one->grade < $lowest->grade)) {
                $lowest = $one;
            }
        }

        return $lowest;
    }

    /** What to tell the printer, in a sentence. */
    public function advice(): string
    {
        $growth = array_values(array_filter($this->parameters, static fn (GradeParameter $one): bool => $one->id === 'growth'))[0] ?? null;
        // Ink that runs shows as poor modulation first; what is said is what can be mended.
        if ($growth !== null && abs($growth->value) > self::GROWN && in_array($this->lowest()?->id, ['modulation', 'reflectance_margin', 'fixed_patterns'], true)) {
            return $growth->value > 0 ? 'Dark parts are too wide: use less ink or a finer plate, or draw the modules narrower to allow for it.' : 'Dark parts are too narrow: use more ink or heat, or a slower print speed.';
        }

        return $this->lowest()->advice ?? 'Every parameter has the best grade. Print it like this.';
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'standard' => $this->standard, 'grade' => round($this->overall(), 1), 'letter' => $this->letter()->value, 'calibrated' => $this->isCalibrated, 'lowest' => $this->lowest()?->id,
            'advice' => $this->advice(), 'parameters' => array_map(static fn (GradeParameter $one): array => $one->toArray(), $this->parameters),
            'worst' => array_map(static fn (WorstArea $area): array => $area->toArray(), $this->worst),
        ];
    }
}
