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

    /** Level that is fine enough to tell whether anything is left beside the symbols: a quarter of the size. */
    private const OVERVIEW = 2;

    /** Sides of a core with rings when patterns may be damaged. */
    private const DAMAGED = 2;

    /** @var list<Finder> in pixels of the full picture */
    private array $finders = [];

    /** @var list<Reading> */
    private array $readings = [];

    /** @var array<string, true> */
    private array $tried = [];

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
            $this->look($pyramid, $level);
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
     * @param  bool  $near  thresholds from what is near alone
     * @param  bool  $sharp  the picture sharpened
     */
    public function lookAgain(int $level, bool $near = false, bool $sharp = false): void
    {
        if ($level <= $this->pyramid->last()) {
            $this->tried = [];
            $this->look($sharp ? $this->pyramid->sharpened() : $this->pyramid, $level, $near);
        }
    }

    private function look(Pyramid $pyramid, int $level, bool $near = false): void
    {
        $bits = $near ? $pyramid->nearBits($level) : $pyramid->bits($level);
        $scale = $pyramid->level($level)->scale;
        $attempt = new SymbolAttempt($pyramid, $this->budget);
        $step = $bits->height < 300 ? 1 : ($bits->width * $bits->height > 600_000 ? 3 : 2);
        foreach (FinderScan::find($bits, $step, $level > 0 ? 17 : 11, $this->budget, $this->frames(), $scale, $near ? self::DAMAGED : FinderProbe::SIDES) as $finder) {
            $this->add($finder->scaled($scale));
        }
        foreach (FinderTripletGrouper::group($this->finders) as $i => $triplet) {
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
        $result = $attempt->read($triplet, $mayBend);
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
