<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** How far a reading goes before it says that there is nothing. */
enum Effort: string
{
    /** For camera frames: what most symbols need, in a bounded time. */
    case Quick = 'quick';

    case Usual = 'usual';

    /** Everything that has ever helped, whatever it costs. */
    case Patient = 'patient';

    /** Milliseconds a megapixel that a quick reading has, so that with what it takes to break off it ends within 120. */
    private const QUICK = 100.0;

    /** Milliseconds that even the smallest picture has: some of what takes time does not depend on the size. */
    private const LEAST = 30.0;

    /** Milliseconds when the caller names none. */
    public function budgetMs(): float
    {
        return match ($this) {
            self::Quick, self::Usual => ReadOptions::BUDGET,
            self::Patient => ReadOptions::PATIENT_BUDGET,
        };
    }

    /**
     * Milliseconds that a picture may take of those allowed.
     *
     * @param  int  $pixels  of the picture
     */
    public function within(float $budgetMs, int $pixels): float
    {
        return $this === self::Quick ? min($budgetMs, max(self::LEAST, self::QUICK * $pixels / 1e6)) : $budgetMs;
    }

    /** Whether this goes at least as far as another. */
    public function covers(self $other): bool
    {
        return array_search($this, self::cases(), true) >= array_search($other, self::cases(), true);
    }
}
