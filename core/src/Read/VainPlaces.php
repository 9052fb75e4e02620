<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function max;

/** Counts the places at which a finder pattern was looked for in vain, so that textures are left alone: checks and weaves are all of one size. */
final class VainPlaces
{
    /**
     * Places of about one size probed in vain, and more a megapixel as a share of all that the rule allows, after which what is
     * of that size is checks or a weave: a page full of letters has 620 a megapixel.
     */
    private const FEW = 300;

    private const SHARE = 0.3;

    /** Places looked at for each that may be probed in vain: letters have five or six. */
    private const LOOKED = 6;

    /** Places probed in one picture, a megapixel or less, before it counts as a texture. */
    private const PROBES = 3000;

    /** @var array<int, int> by size: a class is the root of two as large as the one before */
    private array $alike = [];

    private int $looked = 0;

    private int $probed = 0;

    private readonly int $all;

    private readonly int $most;

    private readonly int $mostAlike;

    public function __construct(CoreRule $rule, int $pixels)
    {
        $million = $pixels / 1e6;
        $this->all = (int) ($rule->vain * max(1.0, $million));
        $this->most = (int) (self::PROBES * max(1.0, $million));
        $this->mostAlike = (int) (self::FEW + self::SHARE * $rule->vain * $million);
    }

    /** Counts a place that is looked at while no pattern has been found; false when there were too many. */
    public function look(): bool
    {
        return ++$this->looked <= self::LOOKED * $this->all;
    }

    /**
     * Whether places of this size have not all been in vain.
     *
     * @param  int  $long  pixels of the five runs
     */
    public function isWorth(int $long): bool
    {
        return ($this->alike[self::size($long)] ?? 0) < $this->mostAlike;
    }

    /**
     * Counts a place that is probed; false when there were too many.
     *
     * @param  int  $long  pixels of the five runs
     * @param  bool  $hasFound  whether there is any pattern
     */
    public function probe(int $long, bool $hasFound): bool
    {
        $size = self::size($long);
        $this->alike[$size] = ($this->alike[$size] ?? 0) + 1;

        return ++$this->probed <= ($hasFound ? $this->most : $this->all);
    }

    private static function size(int $long): int
    {
        return (int) (2 * log($long, 2));
    }
}
