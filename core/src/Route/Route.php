<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

use DateTimeImmutable;
use Throwable;

/** What is behind a waypoint: rules in their order, what holds otherwise, tags for links, and an end. */
final readonly class Route
{
    /** Rules of one waypoint. */
    private const MOST = 40;

    /** Tags that are added to links. */
    private const TAGS = 12;

    /**
     * @param  list<Rule>  $rules
     * @param  array<string, string>  $tags
     * @param  ?DateTimeImmutable  $endsAt
     * @param  ?int  $endsAfter  scans
     * @param  ?Target  $then  after the end; null where a page says that it has ended
     */
    private function __construct(public Target $else, public array $rules, public array $tags, public ?DateTimeImmutable $endsAt, public ?int $endsAfter, public ?Target $then)
    {
    }

    /** @throws InvalidRoute */
    public static function of(mixed $given): self
    {
        if (! is_array($given)) {
            throw new InvalidRoute('', 'Say where it goes.');
        }
        $unknown = array_diff_key($given, ['else' => 1, 'rules' => 1, 'tags' => 1, 'ends_at' => 1, 'ends_after' => 1, 'then' => 1]);
        if ($unknown !== []) {
            throw new InvalidRoute(mb_scrub(mb_substr((string) array_key_first($unknown), 0, 40)), 'There is no such part of a route. There are else, rules, tags, ends_at, ends_after and then.');
        }
        $rules = $given['rules'] ?? [];
        if (! is_array($rules) || ! array_is_list($rules) || count($rules) > self::MOST) {
            throw new InvalidRoute('rules', 'Rules are a list of at most '.self::MOST.'.');
        }
        $made = [];
        foreach ($rules as $i => $rule) {
            try {
                $made[] = Rule::of($rule);
            } catch (InvalidRoute $e) {
                throw $e->within("rules.$i");
            }
        }

        return new self(self::target($given['else'] ?? null, 'else'), $made, self::tags($given['tags'] ?? []), self::moment($given['ends_at'] ?? null), self::count($given['ends_after'] ?? null), ($given['then'] ?? null) === null ? null : self::target($given['then'], 'then'));
    }

    /** The first rule that holds answers. */
    public function decide(Visitor $visitor): Decision
    {
        $why = [];
        foreach ($this->rules as $i => $rule) {
            if ($rule->asks($visitor)) {
                return new Decision($i, $rule->to, true, [...$why, ['rule' => $i, 'holds' => false, 'words' => $rule->words().': their place is not known yet']]);
            }
            $holds = $rule->holds($visitor);
            $failing = array_values(array_filter($rule->when, static fn (Clause $one): bool => ! $one->holds($visitor)));
            $why[] = ['rule' => $i, 'holds' => $holds, 'words' => $holds ? $rule->words() : 'Not so: '.$failing[0]->words()];
            if ($holds) {
                return new Decision($i, $rule->to, false, $why);
            }
        }

        return new Decision(null, $this->else, false, $why);
    }

    /**
     * Whether it no longer answers: its last day is past, or its last scan was counted.
     *
     * @param  int  $number  of the scan, from 1
     */
    public function isOver(DateTimeImmutable $now, int $number): bool
    {
        return ($this->endsAt !== null && $now >= $this->endsAt) || ($this->endsAfter !== null && $number > $this->endsAfter);
    }

    /** Whether an answer hangs on how many scans there were. */
    public function counts(): bool
    {
        return $this->endsAfter !== null || $this->has(ScansClause::class);
    }

    /** Whether an answer may need the visitor's place. */
    public function asks(): bool
    {
        return $this->has(NearClause::class);
    }

    /**
     * What is wrong with it, though it can be read: rules that can never answer.
     *
     * @return list<array{rule: int, message: string}>
     */
    public function faults(DateTimeImmutable $now): array
    {
        $faults = [];
        foreach ($this->rules as $i => $rule) {
            $pair = $rule->contradiction();
            if ($pair !== null) {
                $faults[] = ['rule' => $i, 'message' => "Nobody meets both: {$pair[0]->words()}, and {$pair[1]->words()}."];

                continue;
            }
            foreach ($rule->when as $clause) {
                if ($clause instanceof DatesClause && $clause->isOver($now)) {
                    $faults[] = ['rule' => $i, 'message' => "It can answer no longer: {$clause->words()}."];
                }
            }
            foreach (array_slice($this->rules, 0, $i) as $k => $earlier) {
                if ($earlier->covers($rule)) {
                    $faults[] = ['rule' => $i, 'message' => 'It can never answer: rule '.($k + 1).' answers everybody whom it would.'];
                    break;
                }
            }
        }
        $from = $this->endsAt;
        if ($from !== null && $from <= $now) {
            $faults[] = ['rule' => -1, 'message' => 'It ended on '.$from->format('j F Y, H:i e').'.'];
        }

        return $faults;
    }

    /** @return list<Target> every one that somebody may get */
    public function targets(): array
    {
        return [...array_map(static fn (Rule $rule): Target => $rule->to, $this->rules), $this->else, ...($this->then === null ? [] : [$this->then])];
    }

    /** @return array<string, mixed> as it is stored */
    public function toArray(): array
    {
        return [
            'else' => $this->else->toArray(), 'rules' => array_map(static fn (Rule $rule): array => $rule->toArray(), $this->rules), 'tags' => $this->tags,
            'ends_at' => $this->endsAt?->format('Y-m-d\TH:i:sP'), 'ends_after' => $this->endsAfter, 'then' => $this->then?->toArray(),
        ];
    }

    /** @param  class-string<Clause>  $sort */
    private function has(string $sort): bool
    {
        foreach ($this->rules as $rule) {
            foreach ($rule->when as $clause) {
                if ($clause instanceof $sort) {
                    return true;
                }
            }
        }

        return false;
    }

    /** @throws InvalidRoute */
    private static function target(mixed $given, string $name): Target
    {
        try {
            return Target::of($given);
        } catch (InvalidRoute $e) {
            throw $e->within($name);
        }
    }

    /**
     * @return array<string, string>
     *
     * @throws InvalidRoute
     */
    private static function tags(mixed $given): array
    {
        if (! is_array($given) || count($given) > self::TAGS) {
            throw new InvalidRoute('tags', 'Tags are at most '.self::TAGS.' names with their values.');
        }
        $tags = [];
        foreach ($given as $name => $value) {
            if (preg_match('/^[A-Za-z][A-Za-z0-9_.-]{0,39}$/D', (string) $name) !== 1 || ! is_string($value) || $value === '' || strlen($value) > 120 || preg_match('/[\x00-\x1F\x7F]/', $value) === 1 || ! mb_check_encoding($value, 'UTF-8')) {
                throw new InvalidRoute('tags', 'A tag has a name of letters, digits and -, _ or ., and a value of 1 to 120 bytes.');
            }
            $tags[(string) $name] = $value;
        }

        return $tags;
    }

    /** @throws InvalidRoute */
    private static function moment(mixed $given): ?DateTimeImmutable
    {
        if ($given === null) {
            return null;
        }
        if (is_string($given) && preg_match('/^\d{4}-\d\d-\d\dT\d\d:\d\d(?::\d\d)?(?:Z|[+-]\d\d:\d\d)$/D', $given) === 1) {
            try {
                return new DateTimeImmutable($given);
            } catch (Throwable) {
                // Said below.
            }
        }
        throw new InvalidRoute('ends_at', 'Give the end with its zone, such as 2027-10-31T18:00:00+00:00.');
    }

    /** @throws InvalidRoute */
    private static function count(mixed $given): ?int
    {
        return $given === null || (is_int($given) && $given >= 1 && $given <= 1_000_000_000) ? $given : throw new InvalidRoute('ends_after', 'Say after how many scans it ends: a whole number from 1.');
    }
}
