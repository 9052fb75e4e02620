<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** What lines across a picture read, and what of it several of them agree on. */
final class LineVotes
{
    /** Lines that must agree, by symbology: fewer where the symbol checks itself better. */
    private const AGREE = ['ean13' => 3, 'upca' => 3, 'code128' => 2, 'itf14' => 3, 'ean8' => 4, 'upce' => 5, 'code39' => 4];

    /** @var array<string, non-empty-list<BarHit>> */
    private array $votes = [];

    /** @param  float  $step  pixels between lines */
    public function __construct(private readonly float $step)
    {
    }

    /** @param  list<BarHit>  $hits  of one line */
    public function add(array $hits): void
    {
        foreach ($hits as $hit) {
            $this->votes[$hit->key()][] = $hit;
        }
    }

    /**
     * One text at a place: the one with most votes.
     *
     * @param  int  $most  lines that there can be: a picture of a few rows needs no more to agree than it has
     * @return list<LinearReading>
     */
    public function agreed(float $scale, int $most = PHP_INT_MAX): array
    {
        uasort($this->votes, static fn (array $a, array $b): int => count($b) <=> count($a));
        $readings = [];
        foreach ($this->votes as $lines) {
            if (count($lines) < min(self::AGREE[$lines[0]->text->symbology], max(2, $most)) || ! $this->areOne($lines)) {
                continue;
            }
            $reading = self::reading($lines, $scale);
            foreach ($readings as $other) {
                if ($other->overlaps($reading)) {
                    continue 2;
                }
            }
            $readings[] = $reading;
        }

        return $readings;
    }

    /** Whether all lines read the same. */
    public function areUnanimous(): bool
    {
        return count($this->votes) === 1;
    }

    /**
     * Whether the lines read one symbol and not scattered bits of a texture: side by side, its ends in a row.
     *
     * @param  non-empty-list<BarHit>  $lines
     */
    private function areOne(array $lines): bool
    {
        usort($lines, static fn (BarHit $a, BarHit $b): int => $a->at <=> $b->at);
        $long = array_map(static fn (BarHit $hit): float => hypot($hit->to[0] - $hit->from[0], $hit->to[1] - $hit->from[1]), $lines);
        $mean = array_sum($long) / count($long);
        if (max($long) > 1.15 * $mean || min($long) < 0.85 * $mean) {
            return false;
        }
        $together = 0;
        for ($i = 1; $i < count($lines); $i++) {
            $apart = $lines[$i]->at - $lines[$i - 1]->at;
            $shift = hypot($lines[$i]->from[0] - $lines[$i - 1]->from[0], $lines[$i]->from[1] - $lines[$i - 1]->from[1]);
            $together += $apart <= 2.1 * $this->step && $shift <= max(2.0, 2.5 * $apart) ? 1 : 0;
        }

        return $together >= 0.6 * (count($lines) - 1);
    }

    /** @param  non-empty-list<BarHit>  $lines */
    private static function reading(array $lines, float $scale): LinearReading
    {
        usort($lines, static fn (BarHit $a, BarHit $b): int => $a->at <=> $b->at);
        $first = $lines[0];
        $last = $lines[count($lines) - 1];
        $box = [$first->from, $first->to, $last->to, $last->from];
        // The first corner is the upper left one as the symbol stands: its bars run down from its first side.
        $along = [$first->to[0] - $first->from[0], $first->to[1] - $first->from[1]];
        $down = [$last->from[0] - $first->from[0], $last->from[1] - $first->from[1]];
        if ($along[0] * $down[1] - $along[1] * $down[0] < 0) {
            $box = [$box[3], $box[2], $box[1], $box[0]];
        }
        $corners = array_map(static fn (array $place): Point => new Point(round($place[0] * $scale, 2), round($place[1] * $scale, 2)), $box);
        $turned = fmod(rad2deg(atan2($along[1], $along[0])) + 360, 360);
        $text = $first->text;

        return new LinearReading($text->symbology, $text->text, $text->gs1, $corners, hypot(...$along) * $scale / $text->modules, (int) round($turned) % 360, count($lines));
    }
}
