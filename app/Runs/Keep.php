<?php

declare(strict_types=1);

namespace App\Runs;

/** What a run leaves in the workspace beside its file. */
final readonly class Keep
{
    /**
     * @param  ?string  $shelf  on which each row is saved as a glyph
     * @param  bool  $waypoints  whether each row's link goes behind a short address, which is what is drawn
     * @param  ?string  $gate  name of the gate whose list the rows become
     */
    private function __construct(public ?string $shelf, public bool $waypoints, public ?string $gate)
    {
    }

    /** @param  ?array<array-key, mixed>  $given  validated */
    public static function of(?array $given): self
    {
        $word = static fn (string $name): ?string => is_string($given[$name] ?? null) && trim($given[$name]) !== '' ? trim($given[$name]) : null;

        return new self($word('shelf'), ($given['waypoints'] ?? false) === true, $word('gate'));
    }

    public function isNothing(): bool
    {
        return $this->shelf === null && ! $this->waypoints && $this->gate === null;
    }

    /** @return ?array{shelf: ?string, waypoints: bool, gate: ?string} */
    public function toArray(): ?array
    {
        return $this->isNothing() ? null : ['shelf' => $this->shelf, 'waypoints' => $this->waypoints, 'gate' => $this->gate];
    }
}
