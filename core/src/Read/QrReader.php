<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** QR Code symbols in a picture: looks at it small first, then larger, and at each size only where patterns promise something. */
final class QrReader
{
    /** Pixels of a level above which it is only looked at while nothing has been read. */
    private const LARGE = 3_200_000;

    /** Pixels of a picture up to which it is looked at in twice its size. */
    private const DOUBLED = 1_100_000;

    /** @var list<Finder> in pixels of the full picture */
    private array $finders = [];

    /** @var list<Reading> */
    private array $readings = [];

    /** @var array<string, true> */
    private array $tried = [];

    private Failure $failure;

    private readonly SymbolAttempt $attempt;

    private function __construct(private readonly Pyramid $pyramid, private readonly ReadBudget $budget)
    {
        $this->failure = new Failure(Stage::NoFinder);
        $this->attempt = new SymbolAttempt($pyramid, $budget);
    }

    /** @return array{list<Reading>, Failure, list<Finder>} */
    public static function read(Pyramid $pyramid, ReadBudget $budget): array
    {
        $reader = new self($pyramid, $budget);
        for ($level = $pyramid->last(); $level >= 0; $level--) {
            if ($budget->isSpent() || ($reader->readings !== [] && $pyramid->level($level)->width * $pyramid->level($level)->height > self::LARGE)) {
                break;
            }
            $reader->look($level);
        }
        if ($reader->readings === [] && ! $budget->isSpent(0.5) && $pyramid->level(0)->width * $pyramid->level(0)->height < self::DOUBLED) {
            $reader->look(-1);
        }

        return [$reader->readings, $reader->failure, $reader->finders];
    }

    private function look(int $level): void
    {
        $bits = $this->pyramid->bits($level);
        $scale = $this->pyramid->level($level)->scale;
        $step = $bits->height < 300 ? 1 : ($bits->width * $bits->height > 600_000 ? 3 : 2);
        foreach (FinderScan::find($bits, $step, $level > 0 ? 13 : 11) as $finder) {
            $this->add($finder->scaled($scale));
        }
        foreach (TripleGrouper::group($this->finders) as $triple) {
            if ($this->budget->isSpent()) {
                return;
            }
            $this->attempt($triple);
        }
    }

    /** A pattern seen at a finer level is known better. */
    private function add(Finder $finder): void
    {
        foreach ($this->readings as $reading) {
            if ($reading->frame->covers($finder->x, $finder->y)) {
                return;
            }
        }
        foreach ($this->finders as $i => $known) {
            if ($known->light === $finder->light && hypot($known->x - $finder->x, $known->y - $finder->y) < 2 * min($known->module(), $finder->module())) {
                $this->finders[$i] = $finder;

                return;
            }
        }
        $this->finders[] = $finder;
    }

    private function attempt(Triple $triple): void
    {
        $patterns = [$triple->topLeft, $triple->topRight, $triple->bottomLeft];
        $key = '';
        foreach ($patterns as $pattern) {
            foreach ($this->readings as $reading) {
                // Data can look like a finder pattern.
                if ($reading->frame->covers($pattern->x, $pattern->y)) {
                    return;
                }
            }
            $key .= sprintf('%.0f %.0f ', 2 * $pattern->x / $pattern->module(), 2 * $pattern->y / $pattern->module());
        }
        if (isset($this->tried[$key])) {
            return;
        }
        $this->tried[$key] = true;
        $result = $this->attempt->read($triple);
        if ($result instanceof Reading) {
            $this->readings[] = $result;
        } else {
            $this->failure = $this->failure->furthest($result);
        }
    }
}
