<?php

declare(strict_types=1);

namespace KeenGlyph\Bench\Reading;

/** What was read of one category, or of all. */
final class Tally
{
    public int $symbols = 0;

    public int $read = 0;

    public int $false = 0;

    public int $other = 0;

    public int $otherFalse = 0;

    /** @var list<float> */
    public array $ms = [];

    /** @var list<float> */
    public array $otherMs = [];

    /**
     * @param  list<string>  $texts  what the picture holds
     * @param  list<string>  $read
     * @param  ?array{texts: list<string>, ms: float}  $other  what another reader read
     */
    public function add(array $texts, array $read, float $ms, ?array $other): void
    {
        $this->symbols += count($texts);
        $this->read += count(array_intersect($texts, $read));
        $this->false += count(array_diff($read, $texts));
        $this->ms[] = $ms;
        if ($other !== null) {
            $this->other += count(array_intersect($texts, $other['texts']));
            $this->otherFalse += count(array_diff($other['texts'], $texts));
            $this->otherMs[] = $other['ms'];
        }
    }

    public function line(string $name): string
    {
        $line = sprintf('%-12s %8d %8d %6d %6d %5.0f ms %5.0f ms', $name, count($this->ms), $this->symbols, $this->read, $this->false, self::middle($this->ms), self::middle($this->ms, 0.95));
        if ($this->otherMs !== []) {
            $line .= sprintf('   %d, %d, %.0f ms%s', $this->other, $this->otherFalse, self::middle($this->otherMs), $this->other > $this->read ? '  more than ours' : '');
        }

        return $line;
    }

    /** @param  list<float>  $values */
    private static function middle(array $values, float $share = 0.5): float
    {
        sort($values);

        return $values === [] ? 0.0 : $values[min(count($values) - 1, (int) ($share * count($values)))];
    }
}
