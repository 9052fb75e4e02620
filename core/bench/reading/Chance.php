<?php

declare(strict_types=1);

namespace KeenGlyph\Bench\Reading;

use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** Numbers that are the same again for the same seed. */
final class Chance
{
    private readonly Randomizer $numbers;

    public function __construct(string $seed)
    {
        $this->numbers = new Randomizer(new Xoshiro256StarStar(hash('sha256', $seed, true)));
    }

    public function float(float $from, float $to): float
    {
        return $from + ($to - $from) * $this->numbers->getInt(0, 1 << 30) / (1 << 30);
    }

    public function int(int $from, int $to): int
    {
        return $this->numbers->getInt($from, $to);
    }

    /** About nought, one the standard deviation. */
    public function normal(): float
    {
        return $this->float(-1, 1) + $this->float(-1, 1) + $this->float(-1, 1);
    }

    public function text(int $length): string
    {
        $text = 'https://fennmoor.example/';
        while (strlen($text) < $length) {
            $text .= 'abcdefghijklmnopqrstuvwxyz0123456789-/'[$this->int(0, 37)];
        }

        return substr($text, 0, max($length, 12));
    }
}
