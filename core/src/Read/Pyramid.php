<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;

/** A picture at full size, half, a quarter … each made when it is asked for. */
final class Pyramid
{
    /** Shorter side, in pixels, below which no level is made: a symbol needs more. */
    private const SMALLEST = 24;

    /** @var array<int, GreyPlane> */
    private array $levels;

    /** @var array<int, BitPlane> */
    private array $bits = [];

    /** @var array<int, list<array<int, int>>> */
    private array $rows = [];

    private readonly int $last;

    public function __construct(LuminancePlane $plane)
    {
        $this->levels = [GreyPlane::of($plane)];
        $last = 0;
        for ($side = min($plane->width, $plane->height); $side >= 2 * self::SMALLEST && $last < 8; $side = intdiv($side, 2)) {
            $last++;
        }
        $this->last = $last;
    }

    /** The number of the smallest level; 0 is the full size. */
    public function last(): int
    {
        return $this->last;
    }

    /** @param  int  $level  0 full size, 1 half …; -1 is twice the size */
    public function level(int $level): GreyPlane
    {
        return $this->levels[$level] ??= $level < 0 ? $this->levels[0]->doubled() : $this->level($level - 1)->halved($this->rows($level - 1));
    }

    public function bits(int $level): BitPlane
    {
        return $this->bits[$level] ??= LocalBinariser::binarise(
            $this->level($level),
            $this->rows($level),
            $level < $this->last ? $this->rows($level + 1) : null,
        );
    }

    /**
     * Eight pixels an integer.
     *
     * @return list<array<int, int>>
     */
    private function rows(int $level): array
    {
        return $this->rows[$level] ??= $this->level($level)->rows();
    }
}
