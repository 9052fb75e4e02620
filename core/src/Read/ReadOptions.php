<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use InvalidArgumentException;

/** What a reading looks for, and how long it may take. */
final readonly class ReadOptions
{
    public const SYMBOLOGIES = ['qr', 'microqr', 'ean13', 'ean8', 'upca', 'upce', 'itf14', 'code128', 'code39'];

    /** Words for several at once. */
    public const GROUPS = ['matrix' => ['qr', 'microqr'], 'linear' => ['ean13', 'ean8', 'upca', 'upce', 'itf14', 'code128', 'code39']];

    /** Milliseconds when the caller says nothing. */
    public const BUDGET = 1500.0;

    /** The same for a patient reading. */
    public const PATIENT_BUDGET = 5000.0;

    /** Milliseconds that a caller may ask for. */
    public const MIN_BUDGET = 20;

    public const MAX_BUDGET = 10_000;

    /** Milliseconds that a reading may take: shortly before them nothing new is begun, and what is under way then is broken off. */
    public float $budgetMs;

    /**
     * @param  list<string>  $symbologies  those wanted, of SYMBOLOGIES
     * @param  ?float  $budgetMs  milliseconds that it may take; what the effort says when null
     * @param  Effort  $effort  how far to go before it is said that there is nothing
     * @param  ?NearPlace  $near  where a symbol is expected: it is looked for there first
     *
     * @throws InvalidArgumentException when a symbology is unknown or the budget out of bounds
     */
    public function __construct(
        public array $symbologies = self::SYMBOLOGIES,
        ?float $budgetMs = null,
        public Effort $effort = Effort::Usual,
        public ?NearPlace $near = null,
    ) {
        $budgetMs ??= $effort->budgetMs();
        $unknown = array_diff($symbologies, self::SYMBOLOGIES);
        if ($unknown !== [] || $symbologies === []) {
            throw new InvalidArgumentException($unknown === [] ? 'Name at least one symbology.' : 'There is no symbology '.implode(', ', $unknown).'. There are '.implode(', ', self::SYMBOLOGIES).'.');
        }
        if ($budgetMs < self::MIN_BUDGET || $budgetMs > self::MAX_BUDGET) {
            throw new InvalidArgumentException(sprintf('The budget is %d to %d milliseconds.', self::MIN_BUDGET, self::MAX_BUDGET));
        }
        $this->budgetMs = $budgetMs;
    }

    /** The same wish in less time. */
    public function within(float $ms): self
    {
        return new self($this->symbologies, min(self::MAX_BUDGET, max(self::MIN_BUDGET, $ms)), $this->effort, $this->near);
    }

    /** The same wish wherever the symbol is. */
    public function anywhere(): self
    {
        return new self($this->symbologies, $this->budgetMs, $this->effort);
    }

    /**
     * Symbologies with the words for several resolved.
     *
     * @param  list<string>  $named
     * @return list<string>
     */
    public static function named(array $named): array
    {
        $all = [];
        foreach ($named as $name) {
            $all = [...$all, ...(self::GROUPS[$name] ?? [$name])];
        }

        return array_values(array_unique($all));
    }

    /**
     * QR Code and Micro QR Code alone.
     *
     * @param  float  $budgetMs  milliseconds
     */
    public static function qr(float $budgetMs = self::BUDGET): self
    {
        return new self(['qr', 'microqr'], $budgetMs);
    }

    /** Whether any of these is looked for. */
    public function wants(string ...$symbologies): bool
    {
        return array_intersect($symbologies, $this->symbologies) !== [];
    }
}
