<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;

/** A picture at full size, half, a quarter … each made when it is asked for. */
final class Pyramid
{
    /** Shorter side, in pixels, below which no level is made: a symbol needs more. */
    private const SMALLEST = 24;

    /** @var array<int, BitPlane> */
    private array $bits = [];

    /** @var array<int, list<array<int, int>>> */
    private array $rows = [];

    /**
     * Levels of half the size each, made when they are asked for.
     *
     * @param  ?ReadBudget  $budget  after whose end none is made any more; no limit when null
     */
    public static function of(LuminancePlane $plane, ?ReadBudget $budget = null): self
    {
        $last = 0;
        for ($side = min($plane->width, $plane->height); $side >= 2 * self::SMALLEST && $last < 8; $side = intdiv($side, 2)) {
            $last++;
        }

        return new self($plane, [GreyPlane::of($plane)], $last, $budget);
    }

    /** @param  array<int, GreyPlane>  $levels */
    private function __construct(private readonly LuminancePlane $picture, private array $levels, private readonly int $last, private readonly ?ReadBudget $budget, private readonly ?self $plain = null)
    {
    }

    /** The same pyramid with every level sharpened. */
    public function sharpened(): self
    {
        return new self($this->picture, [], $this->last, $this->budget, $this);
    }

    /** The same picture with next to no grey cut off at the ends, for what measures greys rather than tells them apart. */
    public function whole(): self
    {
        return new self($this->picture, [GreyPlane::of($this->picture, 1.0, true)], $this->last, $this->budget);
    }

    /** The same picture with what lies in shadow brought out. */
    public function lifted(): self
    {
        return new self($this->picture, [GreyPlane::lifted($this->picture)], $this->last, $this->budget);
    }

    /** The same picture seen in other greys: without a shadow, say. */
    public function seenAs(LuminancePlane $other): self
    {
        return new self($this->picture, [GreyPlane::of($other)], $this->last, $this->budget);
    }

    /** The picture as it came. */
    public function picture(): LuminancePlane
    {
        return $this->picture;
    }

    /** The number of the smallest level; 0 is the full size. */
    public function last(): int
    {
        return $this->last;
    }

    /**
     * @param  int  $level  0 full size, 1 half …; -1 is twice the size
     *
     * @throws TimeIsUp
     */
    public function level(int $level): GreyPlane
    {
        if ($this->plain !== null && $level >= 0) {
            return $this->levels[$level] ??= $this->plain->level($level)->sharpened();
        }

        return $this->levels[$level] ??= $level < 0 ? $this->level(0)->doubled() : $this->level($level - 1)->halved($this->rows($level - 1));
    }

    /**
     * A level in two tones, each pixel judged by its surroundings.
     *
     * @throws TimeIsUp
     */
    public function bits(int $level): BitPlane
    {
        return $this->bits[$level] ??= LocalBinariser::binarise(
            $this->level($level),
            $this->rows($level),
            $level < $this->last && ($this->plain === null || $level < 0) ? $this->rows($level + 1) : null,
            budget: $this->budget,
        );
    }

    /**
     * Two tones by what is near alone, for a faint symbol in bright surroundings.
     *
     * @throws TimeIsUp
     */
    public function nearBits(int $level): BitPlane
    {
        return LocalBinariser::binarise($this->level($level), $this->rows($level), null, true, $this->budget);
    }

    /** Two tones by what lies within four pixels, for a blurred symbol. */
    public function ringBits(int $level): BitPlane
    {
        return RingBinariser::binarise($this->level($level), $this->rows($level));
    }

    /**
     * A level with eight pixels an integer.
     *
     * @return list<array<int, int>> a row each, from 1
     *
     * @throws TimeIsUp
     */
    public function rows(int $level): array
    {
        $this->budget?->insist();

        return $this->rows[$level] ??= $this->level($level)->rows();
    }
}
