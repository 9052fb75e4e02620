<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

use DateTimeZone;
use Throwable;

/** The time of day, on some days of the week, in a zone; hours may run past midnight. */
final readonly class HoursClause implements Clause
{
    public const DAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'];

    private const MINUTES = 24 * 60;

    /** @param  list<string>  $days  on which the hours begin; all when empty */
    private function __construct(private int $from, private int $to, private array $days, private DateTimeZone $zone)
    {
    }

    /** @throws InvalidRoute */
    public static function of(mixed $given): self
    {
        if (! is_array($given)) {
            throw new InvalidRoute('hours', 'Give hours as from and to, such as 09:00 and 17:30.');
        }
        $minute = static function (string $name) use ($given): int {
            $text = is_string($given[$name] ?? null) ? $given[$name] : '';
            if (preg_match('/^([01]\d|2[0-3]):([0-5]\d)$|^24:00$/D', $text, $match) !== 1) {
                throw new InvalidRoute("hours.$name", 'A time is such as 09:00, from 00:00 to 24:00.');
            }

            return isset($match[2]) ? 60 * (int) $match[1] + (int) $match[2] : self::MINUTES;
        };
        $days = $given['days'] ?? [];
        if (! is_array($days) || array_filter($days, static fn (mixed $day): bool => ! in_array($day, self::DAYS, true)) !== []) {
            throw new InvalidRoute('hours.days', 'Days are '.implode(', ', self::DAYS).'.');
        }
        [$from, $to] = [$minute('from'), $minute('to')];
        if ($from === $to) {
            throw new InvalidRoute('hours.to', 'These hours are empty: they end when they begin. Use 00:00 to 24:00 for the whole day.');
        }

        return new self($from, $to, array_values(array_filter(self::DAYS, static fn (string $day): bool => in_array($day, $days, true))), self::zone($given['zone'] ?? 'UTC', 'hours.zone'));
    }

    /** @throws InvalidRoute */
    public static function zone(mixed $name, string $field): DateTimeZone
    {
        try {
            return new DateTimeZone(is_string($name) && preg_match('#^(?:UTC|[A-Za-z]+(?:[/_+-][A-Za-z0-9]+)+)$#D', $name) === 1 ? $name : '');
        } catch (Throwable) {
            throw new InvalidRoute($field, 'A zone is a name such as Europe/London.');
        }
    }

    public function holds(Visitor $visitor): bool
    {
        $at = $visitor->at->setTimezone($this->zone);
        $minute = 60 * (int) $at->format('G') + (int) $at->format('i');
        $today = (int) $at->format('N') - 1;
        if ($this->from < $this->to) {
            return $minute >= $this->from && $minute < $this->to && $this->isDay($today);
        }

        // After midnight they are still those of the evening before.
        return ($minute >= $this->from && $this->isDay($today)) || ($minute < $this->to && $this->isDay(($today + 6) % 7));
    }

    public function words(): string
    {
        $time = static fn (int $minute): string => sprintf('%02d:%02d', intdiv($minute, 60), $minute % 60);

        return "it is {$time($this->from)} to {$time($this->to)}".($this->days === [] ? '' : ' on '.implode(', ', array_map(ucfirst(...), $this->days)))." in {$this->zone->getName()}";
    }

    public function covers(Clause $other): bool
    {
        return $other instanceof self && $other->zone->getName() === $this->zone->getName() && array_diff_key($other->minutes(), $this->minutes()) === [];
    }

    public function excludes(Clause $other): bool
    {
        return $other instanceof self && $other->zone->getName() === $this->zone->getName() && array_intersect_key($other->minutes(), $this->minutes()) === [];
    }

    public function toArray(): array
    {
        $time = static fn (int $minute): string => sprintf('%02d:%02d', intdiv($minute, 60), $minute % 60);

        return ['hours' => ['from' => $time($this->from), 'to' => $time($this->to), ...($this->days === [] ? [] : ['days' => $this->days]), 'zone' => $this->zone->getName()]];
    }

    private function isDay(int $day): bool
    {
        return $this->days === [] || in_array(self::DAYS[$day], $this->days, true);
    }

    /** @return array<int, true> minutes of the week */
    private function minutes(): array
    {
        $minutes = [];
        $long = ($this->to - $this->from + self::MINUTES) % self::MINUTES ?: self::MINUTES;
        foreach (range(0, 6) as $day) {
            for ($i = 0; $this->isDay($day) && $i < $long; $i++) {
                $minutes[($day * self::MINUTES + $this->from + $i) % (7 * self::MINUTES)] = true;
            }
        }

        return $minutes;
    }
}
