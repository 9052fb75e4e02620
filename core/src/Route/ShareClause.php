<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/** A share of the visitors, the same ones all day: those whose slot of 0 to 100 lies within. */
final readonly class ShareClause implements Clause
{
    private function __construct(private float $from, private float $to)
    {
    }

    /** @throws InvalidRoute */
    public static function of(mixed $given): self
    {
        $number = static fn (string $name, float $usual): float => is_array($given) && (is_int($given[$name] ?? null) || is_float($given[$name] ?? null)) ? (float) $given[$name] : (is_array($given) && ! isset($given[$name]) ? $usual : throw new InvalidRoute("share.$name", 'A share is a number of 0 to 100.'));
        [$from, $to] = [$number('from', 0.0), $number('to', -1.0)];
        if ($from < 0 || $to > 100 || $to <= $from) {
            throw new InvalidRoute('share.to', 'A share goes from one number to a larger one, both of 0 to 100: from 0 to 50 is one half, from 50 to 100 the other.');
        }

        return new self($from, $to);
    }

    public function holds(Visitor $visitor): bool
    {
        return $visitor->slot >= $this->from && $visitor->slot < $this->to;
    }

    public function words(): string
    {
        return sprintf('they are among %g %% of the visitors (%g to %g)', $this->to - $this->from, $this->from, $this->to);
    }

    public function covers(Clause $other): bool
    {
        return $other instanceof self && $this->from <= $other->from && $this->to >= $other->to;
    }

    public function excludes(Clause $other): bool
    {
        return $other instanceof self && ($other->to <= $this->from || $other->from >= $this->to);
    }

    public function toArray(): array
    {
        return ['share' => ['from' => $this->from, 'to' => $this->to]];
    }
}
