<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

use DateTimeImmutable;
use DateTimeZone;

/** From one day to another, both included, in a zone; either may be open. */
final readonly class DatesClause implements Clause
{
    private function __construct(private ?string $from, private ?string $until, private DateTimeZone $zone)
    {
    }

    /** @throws InvalidRoute */
    public static function of(mixed $given): self
    {
        $day = static function (string $name) use ($given): ?string {
            $text = is_array($given) ? $given[$name] ?? null : null;
            $date = is_string($text) ? DateTimeImmutable::createFromFormat('!Y-m-d', $text) : null;
            if ($text !== null && ($date === null || $date === false || $date->format('Y-m-d') !== $text)) {
                throw new InvalidRoute("dates.$name", 'A day is such as 2027-06-12.');
            }

            return $date instanceof DateTimeImmutable ? $date->format('Y-m-d') : null;
        };
        [$from, $until] = [$day('from'), $day('until')];
        if ($from === null && $until === null) {
            throw new InvalidRoute('dates', 'Give dates a day from which, or until which, they hold.');
        }
        if ($from !== null && $until !== null && $until < $from) {
            throw new InvalidRoute('dates.until', 'These dates never hold: the last day is before the first.');
        }

        return new self($from, $until, HoursClause::zone(is_array($given) ? $given['zone'] ?? 'UTC' : 'UTC', 'dates.zone'));
    }

    public function holds(Visitor $visitor): bool
    {
        $day = $visitor->at->setTimezone($this->zone)->format('Y-m-d');

        return ($this->from === null || $day >= $this->from) && ($this->until === null || $day <= $this->until);
    }

    public function words(): string
    {
        return 'it is '.implode(' ', array_filter([$this->from === null ? '' : "from $this->from", $this->until === null ? '' : "until $this->until"]))." in {$this->zone->getName()}";
    }

    public function covers(Clause $other): bool
    {
        return $other instanceof self && $other->zone->getName() === $this->zone->getName()
            && ($this->from === null || ($other->from !== null && $other->from >= $this->from)) && ($this->until === null || ($other->until !== null && $other->until <= $this->until));
    }

    public function excludes(Clause $other): bool
    {
        return $other instanceof self && $other->zone->getName() === $this->zone->getName()
            && (($this->from !== null && $other->until !== null && $other->until < $this->from) || ($this->until !== null && $other->from !== null && $other->from > $this->until));
    }

    /** Whether its last day is over. */
    public function isOver(DateTimeImmutable $now): bool
    {
        return $this->until !== null && $now->setTimezone($this->zone)->format('Y-m-d') > $this->until;
    }

    public function toArray(): array
    {
        return ['dates' => [...($this->from === null ? [] : ['from' => $this->from]), ...($this->until === null ? [] : ['until' => $this->until]), 'zone' => $this->zone->getName()]];
    }
}
