<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\Version;

use function array_slice;
use function count;
use function hypot;
use function max;
use function min;
use function usort;

/** QR Code symbols that are so far out of focus, or moved so far, that no ring is to be seen in their finder patterns. */
final class BlurredReader
{
    /** Three patterns that are tried, the most regular first. */
    private const TRIPLETS = 4;

    /** How much worse than the best a grid's error may be: those of other versions have twice as much. */
    private const WORSE = 1.6;

    /** Error of the known modules above which a grid is none: of random greys it is above one. */
    private const ERROR = 0.3;

    /** Pixels a module that are worth looking at. */
    private const MODULE = 2.6;

    /** Highest version: a blur is seen through in time that grows with the modules. */
    private const MOST = 20;

    /** Times that the grid is moved to fit what was seen through the blur. */
    private const ROUNDS = 4;

    /** Where the fourth corner may lie, in modules from where a parallelogram has it. */
    private const CORNERS = [[-0.8, -0.8], [0.8, -0.8], [0.8, 0.8], [-0.8, 0.8]];

    /** Modules up to which patterns lie at the same place. */
    private const SAME = 0.12;

    /** Milliseconds for one look, and the share of the time where there is more of it. What is read at all is read in half of that. */
    private const TIME = 700.0;

    private const SHARE = 0.2;

    private Failure $failure;

    /** @var list<FinderTriplet> patterns that have been tried at another size of the picture */
    private array $tried = [];

    /** What is left of the time for one look. */
    private ReadBudget $left;

    /** @param  Pyramid  $pyramid  with every grey kept */
    public function __construct(private readonly Pyramid $pyramid, private readonly ReadBudget $budget)
    {
        $this->left = $budget;
        $this->failure = new Failure(Stage::NoFinder);
    }

    /** How far the best attempt came that failed. */
    public function failure(): Failure
    {
        return $this->failure;
    }

    /** One symbol whose modules have 1.5 to 3 pixels at this level; null where there is none that can be read. */
    public function read(int $level): ?Reading
    {
        if ($level > $this->pyramid->last()) {
            return null;
        }
        $this->left = $this->budget->part(self::TIME, self::SHARE);
        $finders = BlurredFinderScan::find($this->pyramid, $level, $this->left);
        $triplets = FinderTripletGrouper::group($finders, $this->left);
        foreach ($this->grids($triplets === [] ? PairGuesser::guess($finders) : $triplets) as [$triplet, $window, $module, $grid]) {
            foreach ($this->starts($window, $grid, $module / $window->scale) as [$mapping, $rounds]) {
                $reading = $this->through($window, $mapping, $grid, $triplet, $module, $rounds);
                if ($reading !== null) {
                    return $reading;
                }
            }
        }

        return null;
    }

    /**
     * Where the grid may lie: as the alignment pattern has it, or as the three patterns do.
     *
     * @return iterable<array{GridMapping, int}> each with how often it is moved
     */
    private function starts(PixelWindow $window, BlurredGrid $grid, float $modulePx): iterable
    {
        $aligned = $grid->aligned();
        if ($aligned !== null) {
            yield [$aligned, self::ROUNDS];
        }
        yield [$grid->mapping, self::ROUNDS];
        // Version 1 has no alignment pattern, and so few modules that more can be tried.
        if ($grid->version->number === 1) {
            yield [GridFitter::sharpest($window, $grid->mapping, GreySampler::sample($window, $grid->mapping), $modulePx), self::ROUNDS];
            foreach (self::CORNERS as [$right, $down]) {
                yield [$grid->leaning($right, $down), self::ROUNDS];
            }
        }
    }

    /**
     * Grids that the known modules bear out.
     *
     * @param  list<FinderTriplet>  $triplets
     * @return list<array{FinderTriplet, PixelWindow, float, BlurredGrid}> each with its patterns, its part of the picture and the pixels a module there
     */
    private function grids(array $triplets): array
    {
        $grids = [];
        foreach (array_slice($triplets, 0, self::TRIPLETS) as $triplet) {
            if ($this->left->isSpent()) {
                break;
            }
            if ($this->isTried($triplet)) {
                continue;
            }
            $this->tried[] = $triplet;
            $module = ($triplet->topLeft->module() + $triplet->topRight->module() + $triplet->bottomLeft->module()) / 3;
            $level = max(0, min($this->pyramid->last(), (int) floor(log(max(1.0, $module / self::MODULE), 2))));
            $window = PixelWindow::around($this->pyramid->level($level), $triplet, $module, $this->left);
            $exact = ($triplet->modules - 10) / 4;
            for ($number = max(1, (int) round($exact) - 1); $number <= min(self::MOST, (int) round($exact) + 1); $number++) {
                $grid = BlurredGrid::settle($window, $triplet, Version::of($number), $module / $window->scale);
                if ($grid->error < self::ERROR) {
                    $grids[] = [$triplet, $window, $module, $grid];
                }
            }
        }
        if (count($grids) > 0) {
            $this->failure = $this->failure->furthest(new Failure(Stage::NoGrid, $grids[0][2]));
        }
        usort($grids, static fn (array $a, array $b): int => $a[3]->error <=> $b[3]->error);

        return array_values(array_filter($grids, static fn (array $one): bool => $one[3]->error <= self::WORSE * $grids[0][3]->error));
    }

    /** Whether the same patterns were tried before: nearly as large a window is made of them whatever the size they were found at. */
    private function isTried(FinderTriplet $triplet): bool
    {
        foreach ($this->tried as $other) {
            $apart = 0.0;
            foreach ([[$triplet->topLeft, $other->topLeft], [$triplet->topRight, $other->topRight], [$triplet->bottomLeft, $other->bottomLeft]] as [$one, $two]) {
                $apart = max($apart, hypot($one->x - $two->x, $one->y - $two->y) / $two->module());
            }
            if ($apart < self::SAME) {
                return true;
            }
        }

        return false;
    }

    /** Through the blur; then the grid moved to where what was found fits better, and again. */
    private function through(PixelWindow $window, GridMapping $mapping, BlurredGrid $grid, FinderTriplet $triplet, float $module, int $rounds): ?Reading
    {
        for ($round = 0; $round < $rounds && ! $this->left->isSpent(); $round++) {
            $soft = GreySampler::averaged($window, $mapping);
            $seen = BlurredMatrix::solve($soft, $grid->version, LensBlur::on($mapping));
            if ($seen === null) {
                return null;
            }
            foreach ([false, true] as $mirrored) {
                $decided = $mirrored ? $seen->decided->transposed() : $seen->decided;
                try {
                    $symbol = MatrixDecoder::decode($decided->matrix, $decided->sureness);

                    return new Reading($symbol, SymbolFrame::of($window, $mapping, $module), GridGeometry::of($window, $mapping, $mirrored), $this->pyramid->picture(), $mirrored, $triplet->topLeft->light, max(0.0, 1 - $grid->error));
                } catch (Unreadable $e) {
                    $this->failure = $this->failure->furthest(new Failure($e->stage, $module, $e->getMessage()));
                }
            }
            $mapping = GridStep::towards($window, $mapping, $soft->greys, $seen->predicted, $seen->isSoft ? GridStep::BEYOND : 1.0);
        }

        return null;
    }
}
