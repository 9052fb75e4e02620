<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** QR Code symbols in a picture: looks at it small first, then larger, and at each size only where patterns promise something. */
final class QrReader
{
    /** Pixels of a level above which it is only looked at while nothing has been read. */
    private const LARGE = 3_200_000;

    /** Triplets for which a bent surface is considered: it is expensive, and most others are chance. */
    private const BENT = 8;

    /**
     * Pixels that the five runs across a finder pattern have together at least: fewer at full size, below which there is
     * nothing, and in a picture of few pixels, where chance has less room. A finer level shows the others twice as large.
     */
    private const RUNS = 17;

    private const RUNS_SMALL = 13;

    private const RUNS_FULL = 11;

    private const FEW = 40_000;

    /** Times that the same three patterns, seen at different sizes, are tried by every means. */
    private const DEEP = 2;

    /** Level that is fine enough to tell whether anything is left beside the symbols: a quarter of the size. */
    private const OVERVIEW = 2;

    /** @var list<Finder> in pixels of the full picture */
    private array $finders = [];

    /** @var list<Reading> */
    private array $readings = [];

    /** @var array<string, true> */
    private array $tried = [];

    /** @var array<string, int> times that patterns at about the same places have been tried by every means */
    private array $deep = [];

    private Failure $failure;

    private bool $hasAll = false;

    public function __construct(private readonly Pyramid $pyramid, private readonly ReadBudget $budget)
    {
        $this->failure = new Failure(Stage::NoFinder);
    }

    /** @return list<Reading> */
    public function readings(): array
    {
        return $this->readings;
    }

    /** How far the best attempt came that failed. */
    public function failure(): Failure
    {
        return $this->failure;
    }

    /** @return list<Finder> those that are in no symbol read so far */
    public function free(): array
    {
        return array_values(array_filter($this->finders, fn (Finder $finder): bool => ! $this->isRead($finder)));
    }

    /** Whether there is nothing in the picture beside what has been read. */
    public function hasAll(): bool
    {
        return $this->hasAll;
    }

    /** From the smallest level to the full size. */
    public function descend(): void
    {
        $pyramid = $this->pyramid;
        for ($level = $pyramid->last(); $level >= 0; $level--) {
            if ($this->budget->isSpent() || ($this->readings !== [] && $pyramid->level($level)->width * $pyramid->level($level)->height > self::LARGE)) {
                return;
            }
            $before = count($this->readings);
            $this->look($pyramid, $level, $pyramid->bits($level));
            if (count($this->readings) > $before) {
                $this->hasAll = Surroundings::areBlank($pyramid->level(min($pyramid->last(), self::OVERVIEW)), $this->frames());
                if ($this->hasAll) {
                    return;
                }
            }
        }
    }

    /** Symbols of which only two finder patterns are seen: the third is guessed. */
    public function pairs(): void
    {
        $attempt = new SymbolAttempt($this->pyramid, $this->budget);
        foreach (PairGuesser::guess($this->finders) as $triplet) {
            if ($this->budget->isSpent()) {
                return;
            }
            $this->attempt($attempt, $triplet);
        }
    }

    /**
     * Another look at one size, once nothing has been read as it is.
     *
     * @param  int  $level  0 the full size, 1 half …; -1 is twice the size
     * @param  callable(Pyramid): BitPlane  $bits  that size in two tones
     * @param  bool  $sharp  the picture sharpened
     * @param  ?CoreRule  $rule  how the rings around a finder pattern's core must be
     */
    public function lookAgain(int $level, callable $bits, bool $sharp = false, ?CoreRule $rule = null): void
    {
        if ($level <= $this->pyramid->last()) {
            $this->tried = [];
            $pyramid = $sharp ? $this->pyramid->sharpened() : $this->pyramid;
            $this->look($pyramid, $level, $bits($pyramid), $rule);
        }
    }

    private function look(Pyramid $pyramid, int $level, BitPlane $bits, ?CoreRule $rule = null): void
    {
        $scale = $pyramid->level($level)->scale;
        $attempt = new SymbolAttempt($pyramid, $this->budget);
        $step = $bits->height < 300 ? 1 : ($bits->width * $bits->height > 600_000 ? 3 : 2);
        foreach (FinderScan::find($bits, $step, $level <= 0 ? self::RUNS_FULL : ($bits->width * $bits->height < self::FEW ? self::RUNS_SMALL : self::RUNS), $this->budget, $this->frames(), $scale, $rule) as $finder) {
            $this->add($finder->scaled($scale));
        }
        foreach (FinderTripletGrouper::group($this->finders, $this->budget) as $i => $triplet) {
            if ($this->budget->isSpent()) {
                return;
            }
            $this->attempt($attempt, $triplet, $i < self::BENT);
        }
    }

    /** A pattern seen at a finer level is known better. */
    private function add(Finder $finder): void
    {
        if ($this->isRead($finder)) {
            return;
        }
        foreach ($this->finders as $i => $known) {
            if ($known->light === $finder->light && hypot($known->x - $finder->x, $known->y - $finder->y) < 2 * min($known->module(), $finder->module())) {
                $this->finders[$i] = $finder;

                return;
            }
        }
        $this->finders[] = $finder;
    }

    private function attempt(SymbolAttempt $attempt, FinderTriplet $triplet, bool $mayBend = false): void
    {
        $patterns = [$triplet->topLeft, $triplet->topRight, $triplet->bottomLeft];
        $key = '';
        foreach ($patterns as $pattern) {
            if ($this->isRead($pattern)) {
                return;
            }
            $key .= sprintf('%.0f %.0f ', 2 * $pattern->x / $pattern->module(), 2 * $pattern->y / $pattern->module());
        }
        if (isset($this->tried[$key])) {
            return;
        }
        $this->tried[$key] = true;
        $result = $attempt->read($triplet, $mayBend, $this->isWorth($patterns));
        if ($result instanceof Reading) {
            $this->readings[] = $result;
        } else {
            $this->failure = $this->failure->furthest($result);
        }
    }

    /** @return list<SymbolFrame> of what has been read */
    private function frames(): array
    {
        return array_map(static fn (Reading $reading): SymbolFrame => $reading->frame, $this->readings);
    }

    /**
     * Whether patterns at about these places have not yet had as much time as they may.
     *
     * @param  list<Finder>  $patterns
     */
    private function isWorth(array $patterns): bool
    {
        $key = '';
        foreach ($patterns as $pattern) {
            $key .= sprintf('%.0f %.0f ', $pattern->x / (2 * $pattern->module()), $pattern->y / (2 * $pattern->module()));
        }
        $this->deep[$key] = ($this->deep[$key] ?? 0) + 1;

        return $this->deep[$key] <= self::DEEP;
    }

    /** Whether it lies in a symbol that has been read: data can look like a finder pattern. */
    private function isRead(Finder $finder): bool
    {
        foreach ($this->readings as $reading) {
            if ($reading->frame->covers($finder->x, $finder->y)) {
                return true;
            }
        }

        return false;
    }
}
