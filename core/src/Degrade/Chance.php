<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

use Random\Engine\Mt19937;

/** Numbers by chance that are the same for the same seed on every machine. */
final class Chance
{
    /** Numbers of noise that are kept; a picture begins somewhere among them. */
    private const NOISE = 65_536;

    private Mt19937 $engine;

    public function __construct(int $seed)
    {
        $this->engine = new Mt19937($seed);
    }

    /** Between two numbers, all alike. */
    public function between(float $least, float $most): float
    {
        /** @var array{1: int} $drawn */
        $drawn = unpack('V', $this->engine->generate());

        return $least + ($most - $least) * $drawn[1] / 4_294_967_296;
    }

    /** @return list<float> noise of standard deviation 1, the same for all: where it begins is left to chance */
    public static function noise(): array
    {
        /** @var ?list<float> $noise */
        static $noise = null;
        if ($noise === null) {
            $chance = new self(9521234);
            $noise = [];
            while (count($noise) < self::NOISE) {
                // Box and Muller: two at a time.
                $far = sqrt(-2 * log(max(1e-12, $chance->between(0, 1))));
                $way = $chance->between(0, 2 * M_PI);
                $noise[] = $far * cos($way);
                $noise[] = $far * sin($way);
            }
        }

        return $noise;
    }
}
