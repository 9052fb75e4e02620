<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Mark;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Symbol\CodewordMap;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\Version;

/** What a mark costs a symbol, block by block: the codewords it touches, and of those the ones that really read wrong in the picture. */
final readonly class Damage
{
    /**
     * @param  list<list<int>>  $touched  codewords under the mark, by block
     * @param  list<list<int>>  $wrong  codewords that read wrong anywhere in the picture, by block
     */
    private function __construct(
        public CodewordMap $map,
        public array $touched,
        public array $wrong,
    ) {
    }

    /** @return ?self null for Micro QR Code and where nothing stands in the middle */
    public static function of(Subject $subject): ?self
    {
        $mark = $subject->finish->mark;
        $version = $subject->symbol->version;
        if ($mark === null || ! $version instanceof Version) {
            return null;
        }
        $map = CodewordMap::of($version, $subject->symbol->level);
        $side = $version->modules();
        $wrong = $subject->plane === null ? [] : self::misread($subject->plane, $subject->layout, $subject->symbol->matrix, $subject->finish->isReversed());

        return new self($map, $map->hit(self::under($mark, $side), $side), $map->hit($wrong, $side));
    }

    /**
     * The most codewords of one block that a mark touches.
     */
    public static function worstOf(Mark $mark, Version $version, ErrorCorrectionLevel $level): int
    {
        return max([0, ...array_map(count(...), CodewordMap::of($version, $level)->hit(self::under($mark, $version->modules()), $version->modules()))]);
    }

    /** Number of the block that has least left, counted from 0. */
    public function worstBlock(): int
    {
        $counts = array_map(count(...), $this->touched);

        return (int) array_search(max([0, ...$counts]), $counts, true);
    }

    /** @return list<array{int, int}> columns and rows of the modules that the mark covers */
    public static function under(Mark $mark, int $side): array
    {
        $modules = [];
        $from = max(0, (int) floor(($side - $mark->size) / 2));
        $to = min($side - 1, $side - 1 - $from);
        for ($y = $from; $y <= $to; $y++) {
            for ($x = $from; $x <= $to; $x++) {
                if ($mark->touches($x, $y, $side)) {
                    $modules[] = [$x, $y];
                }
            }
        }

        return $modules;
    }

    /**
     * Modules whose middle has the wrong tone, seen against the midpoint between the darkest and the lightest of all middles.
     *
     * @return list<array{int, int}>
     */
    private static function misread(LuminancePlane $plane, Layout $layout, ModuleMatrix $matrix, bool $reversed): array
    {
        $side = $matrix->size();
        $half = intdiv($layout->modulePx, 2);
        $tones = [];
        for ($y = 0; $y < $side; $y++) {
            $row = ($layout->above + $y * $layout->modulePx + $half) * $plane->width + $layout->before + $half;
            $line = '';
            for ($x = 0; $x < $side; $x++) {
                $line .= $plane->pixels[$row + $x * $layout->modulePx];
            }
            $tones[] = $line;
        }
        $middle = GreyProfile::middle(implode('', $tones));
        $wrong = [];
        foreach ($tones as $y => $line) {
            for ($x = 0; $x < $side; $x++) {
                $dark = (ord($line[$x]) < $middle) !== $reversed;
                if ($dark !== $matrix->isDark($x, $y)) {
                    $wrong[] = [$x, $y];
                }
            }
        }

        return $wrong;
    }
}
