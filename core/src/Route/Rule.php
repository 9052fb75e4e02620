<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/** Whoever meets all conditions gets the target. */
final readonly class Rule
{
    /** Conditions of one rule. */
    private const MOST = 12;

    /** @param  non-empty-list<Clause>  $when */
    private function __construct(public array $when, public Target $to)
    {
    }

    /** @throws InvalidRoute */
    public static function of(mixed $given): self
    {
        $when = is_array($given) ? $given['when'] ?? null : null;
        if (! is_array($given) || ! is_array($when) || ! array_is_list($when) || $when === [] || count($when) > self::MOST || array_diff_key($given, ['when' => 1, 'to' => 1]) !== []) {
            throw new InvalidRoute('when', 'A rule has a list “when” of 1 to '.self::MOST.' conditions, and a target “to”.');
        }
        $clauses = [];
        foreach ($when as $i => $one) {
            try {
                $clauses[] = Clauses::of($one);
            } catch (InvalidRoute $e) {
                throw $e->within("when.$i");
            }
        }
        try {
            return new self($clauses, Target::of($given['to'] ?? null));
        } catch (InvalidRoute $e) {
            throw $e->within('to');
        }
    }

    /** Whether all its clauses hold. */
    public function holds(Visitor $visitor): bool
    {
        foreach ($this->when as $clause) {
            if (! $clause->holds($visitor)) {
                return false;
            }
        }

        return true;
    }

    /** Whether all hangs on the visitor's place, of which they have not been asked. */
    public function asks(Visitor $visitor): bool
    {
        $isNear = false;
        foreach ($this->when as $clause) {
            if ($clause instanceof NearClause) {
                $isNear = true;
            } elseif (! $clause->holds($visitor)) {
                return false;
            }
        }

        return $isNear && $visitor->place === null && $visitor->mayBeAsked;
    }

    /** Whether whoever meets the other's conditions meets these. */
    public function covers(self $other): bool
    {
        foreach ($this->when as $own) {
            if (array_filter($other->when, $own->covers(...)) === []) {
                return false;
            }
        }

        return true;
    }

    /**
     * Two conditions that nobody meets together; null when there are none.
     *
     * @return ?array{Clause, Clause}
     */
    public function contradiction(): ?array
    {
        foreach ($this->when as $i => $one) {
            foreach (array_slice($this->when, $i + 1) as $other) {
                if ($one->excludes($other)) {
                    return [$one, $other];
                }
            }
        }

        return null;
    }

    /** The rule as a sentence. */
    public function words(): string
    {
        return 'When '.implode(' and ', array_map(static fn (Clause $one): string => $one->words(), $this->when));
    }

    /** @return array{when: list<array<string, mixed>>, to: array<string, string>} */
    public function toArray(): array
    {
        return ['when' => array_map(static fn (Clause $one): array => $one->toArray(), $this->when), 'to' => $this->to->toArray()];
    }
}
