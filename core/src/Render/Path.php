<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/**
 * Outlines of straight lines and cubic curves. A command is a letter and its numbers: M or L with x, y; C with two
 * control points and the end; or Z. An outline that runs against the one around it is a hole.
 *
 * @phpstan-type Command array{string, list<float>}
 */
final readonly class Path
{
    /** Distance of a circle's control points, as a share of its radius. */
    private const KAPPA = 0.5522847498;

    /** @param  list<Command>  $commands */
    public function __construct(public array $commands = [])
    {
    }

    /** A rectangle; lengths in the units of the path, y downwards. */
    public static function box(float $x, float $y, float $width, float $height): self
    {
        return self::polygon([[$x, $y], [$x + $width, $y], [$x + $width, $y + $height], [$x, $y + $height]]);
    }

    /** @param  non-empty-list<array{float, float}>  $points */
    public static function polygon(array $points): self
    {
        $commands = [];
        foreach ($points as $i => [$x, $y]) {
            $commands[] = [$i === 0 ? 'M' : 'L', [$x, $y]];
        }
        $commands[] = ['Z', []];

        return new self($commands);
    }

    /**
     * A box whose corners are rounded each by its own radius.
     *
     * @param  array{float, float, float, float}  $radii  top left, top right, bottom right, bottom left
     */
    public static function rounded(float $x, float $y, float $width, float $height, array $radii): self
    {
        [$tl, $tr, $br, $bl] = $radii;
        [$right, $bottom] = [$x + $width, $y + $height];
        $commands = [['M', [$x + $tl, $y]], ['L', [$right - $tr, $y]]];
        $curve = static function (float $radius, float $dx1, float $dy1, float $dx2, float $dy2, float $toX, float $toY) use (&$commands): void {
            if ($radius > 0) {
                $commands[] = ['C', [$toX + $radius * $dx1, $toY + $radius * $dy1, $toX + $radius * $dx2, $toY + $radius * $dy2, $toX, $toY]];
            }
        };
        $k = self::KAPPA;
        $curve($tr, $k - 1, -1.0, 0.0, -$k, $right, $y + $tr);
        $commands[] = ['L', [$right, $bottom - $br]];
        $curve($br, 1.0, $k - 1, $k, 0.0, $right - $br, $bottom);
        $commands[] = ['L', [$x + $bl, $bottom]];
        $curve($bl, 1 - $k, 1.0, 0.0, $k, $x, $bottom - $bl);
        $commands[] = ['L', [$x, $y + $tl]];
        $curve($tl, -1.0, 1 - $k, -$k, 0.0, $x + $tl, $y);
        $commands[] = ['Z', []];

        return new self($commands);
    }

    /**
     * A circle of four cubic curves.
     *
     * @param  float  $x  of the middle
     */
    public static function disc(float $x, float $y, float $radius): self
    {
        return self::rounded($x - $radius, $y - $radius, 2 * $radius, 2 * $radius, [$radius, $radius, $radius, $radius]);
    }

    /** A regular polygon around a point, its first corner straight above turned by `$turn` degrees. */
    public static function regular(float $x, float $y, float $radius, int $corners, float $turn = 0.0): self
    {
        $points = [];
        foreach (range(0, $corners - 1) as $i) {
            $angle = deg2rad($turn - 90 + 360 * $i / $corners);
            $points[] = [$x + $radius * cos($angle), $y + $radius * sin($angle)];
        }

        return self::polygon($points);
    }

    /** With other paths behind it. */
    public function and(self ...$others): self
    {
        return new self(array_merge($this->commands, ...array_map(static fn (self $other): array => $other->commands, $others)));
    }

    /** Every point multiplied and then moved. */
    public function placed(float $scaleX, float $scaleY, float $dx, float $dy): self
    {
        return $this->transformed(new AffineMap($scaleX, d: $scaleY, e: $dx, f: $dy));
    }

    /** Every point through a map. */
    public function transformed(AffineMap $map): self
    {
        [$a, $b, $c, $d, $e, $f] = [$map->a, $map->b, $map->c, $map->d, $map->e, $map->f];
        $commands = [];
        foreach ($this->commands as [$letter, $numbers]) {
            $moved = [];
            for ($i = 0, $count = count($numbers); $i < $count; $i += 2) {
                $moved[] = $a * $numbers[$i] + $c * $numbers[$i + 1] + $e;
                $moved[] = $b * $numbers[$i] + $d * $numbers[$i + 1] + $f;
            }
            $commands[] = [$letter, $moved];
        }

        return new self($commands);
    }

    /** The same outlines run the other way: a hole in what is around them. */
    public function reversed(): self
    {
        $reversed = [];
        foreach ($this->outlines() as $outline) {
            $drawn = array_values(array_filter($outline, static fn (array $command): bool => $command[0] !== 'Z'));
            $reversed[] = ['M', array_slice($drawn[count($drawn) - 1][1], -2)];
            for ($i = count($drawn) - 1; $i > 0; $i--) {
                $to = array_slice($drawn[$i - 1][1], -2);
                [$letter, $n] = $drawn[$i];
                $reversed[] = $letter === 'C' ? ['C', [$n[2], $n[3], $n[0], $n[1], ...$to]] : ['L', $to];
            }
            $reversed[] = ['Z', []];
        }

        return new self($reversed);
    }

    /** The box around all points, curves' control points with them; null when there is nothing. */
    public function bounds(): ?Bounds
    {
        $xs = $ys = [];
        foreach ($this->commands as [, $numbers]) {
            for ($i = 0, $count = count($numbers); $i < $count; $i += 2) {
                $xs[] = $numbers[$i];
                $ys[] = $numbers[$i + 1];
            }
        }

        return $xs === [] || $ys === [] ? null : new Bounds(min($xs), min($ys), max($xs), max($ys));
    }

    /**
     * The outlines as polygons that stray from their curves by a fraction of a unit.
     *
     * @param  float  $scale  pixels a unit: curves are cut finer the larger they are drawn
     * @return list<list<array{float, float}>>
     */
    public function polygons(float $scale = 1.0): array
    {
        return array_column($this->lines($scale), 0);
    }

    /**
     * The same with whether each outline is closed.
     *
     * @return list<array{list<array{float, float}>, bool}>
     */
    public function lines(float $scale = 1.0): array
    {
        $lines = [];
        foreach ($this->outlines() as $outline) {
            $points = [];
            [$x, $y] = [0.0, 0.0];
            foreach ($outline as [$letter, $numbers]) {
                if ($letter === 'C') {
                    [$x1, $y1, $x2, $y2, $x3, $y3] = $numbers;
                    $length = hypot($x1 - $x, $y1 - $y) + hypot($x2 - $x1, $y2 - $y1) + hypot($x3 - $x2, $y3 - $y2);
                    $steps = min(40, max(3, (int) ceil(1.6 * sqrt($length * $scale))));
                    for ($i = 1; $i <= $steps; $i++) {
                        $t = $i / $steps;
                        $u = 1 - $t;
                        $points[] = [
                            $u * $u * $u * $x + 3 * $u * $u * $t * $x1 + 3 * $u * $t * $t * $x2 + $t * $t * $t * $x3,
                            $u * $u * $u * $y + 3 * $u * $u * $t * $y1 + 3 * $u * $t * $t * $y2 + $t * $t * $t * $y3,
                        ];
                    }
                    [$x, $y] = [$x3, $y3];
                } elseif ($letter !== 'Z') {
                    [$x, $y] = $numbers;
                    $points[] = [$x, $y];
                }
            }
            $lines[] = [$points, $outline[count($outline) - 1][0] === 'Z'];
        }

        return $lines;
    }

    /** @return list<non-empty-list<Command>> commands from one M to the next */
    private function outlines(): array
    {
        $outlines = [];
        foreach ($this->commands as $command) {
            if ($command[0] === 'M' || $outlines === []) {
                $outlines[] = [$command];
            } else {
                $outlines[count($outlines) - 1][] = $command;
            }
        }

        return $outlines;
    }
}
