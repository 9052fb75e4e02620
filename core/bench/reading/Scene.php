<?php

declare(strict_types=1);

namespace KeenGlyph\Bench\Reading;

use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\Version;

/** A picture in the making: the canvas, what has been put into it, and what a camera and light do to it. */
final class Scene
{
    /** @var list<string> what a reader should find */
    public array $texts = [];

    /**
     * @param  float  $hard  0 the mildest of its category to 1 the hardest
     */
    public function __construct(public readonly Chance $chance, public Canvas $canvas, public readonly float $hard)
    {
    }

    /** @param  list<string>  $rows */
    public function place(array $rows, int $quiet, float $turn, float $tilt, float $size, float $dark, float $light): void
    {
        $blank = str_repeat('0', $quiet);
        $rows = array_map(static fn (string $row): string => $blank.$row.$blank, $rows);
        $empty = array_fill(0, $quiet, str_repeat('0', strlen($rows[0])));
        $rows = [...$empty, ...$rows, ...$empty];
        $size = min($size, 0.95 * min($this->canvas->width, $this->canvas->height) / hypot(count($rows), strlen($rows[0])));
        $surface = new Surface(strlen($rows[0]), $size, $this->canvas->width / 2, $this->canvas->height / 2, $turn, $tilt, $this->chance->float(0, 360), 0.0, count($rows));
        $this->canvas->lay($rows, $surface->back(), $surface->box(), $dark, $light);
    }

    public function symbol(float $turn = 0, float $tilt = 0, float $size = 5, float $dark = 30, float $light = 225, float $cylinder = 0, bool $mirrored = false, int $quiet = 4, ?int $version = null, ?ErrorCorrectionLevel $level = null, ?float $x = null, ?float $y = null): Surface
    {
        $version ??= $this->chance->int(1, 6);
        $level ??= [ErrorCorrectionLevel::L, ErrorCorrectionLevel::M, ErrorCorrectionLevel::Q, ErrorCorrectionLevel::H][$this->chance->int(0, 3)];
        $capacity = (int) (Version::of($version)->capacity($level) / 8) - 4;
        $text = $this->chance->text($version > 6 ? (int) ($capacity * $this->chance->float(0.6, 0.95)) : max(8, min($capacity, 12 + 14 * $version)));
        $text = substr($text, -min(strlen($text), $capacity));
        $rows = Encoder::encode($text, new EncodeOptions(level: $level, version: Version::of($version)))->matrix->rows;
        $n = count($rows);
        $blank = str_repeat('0', $quiet);
        $rows = array_map(static fn (string $row): string => $blank.$row.$blank, $rows);
        $empty = array_fill(0, $quiet, str_repeat('0', $n + 2 * $quiet));
        $rows = [...$empty, ...$rows, ...$empty];
        $side = count($rows);
        // As large as asked, as far as the picture holds it at any turn.
        $room = min($this->canvas->width, $this->canvas->height) / $side;
        $size = min($size, $x !== null ? INF : $room * ($turn == 0 ? 0.97 : 0.72));
        $reach = $side * $size * ($turn == 0 ? 0.5 : 0.7);
        $x ??= $this->chance->float($reach, max($reach, $this->canvas->width - $reach));
        $y ??= $this->chance->float($reach, max($reach, $this->canvas->height - $reach));
        if ($turn == 0 && $size == (int) $size) {
            [$x, $y] = [(int) $x + $side * $size / 2 - (int) ($side * $size / 2), (int) $y + $side * $size / 2 - (int) ($side * $size / 2)];
        }
        $surface = new Surface($side, $size, $x, $y, $turn, $tilt, $this->chance->float(0, 360), $cylinder, 0.0, $mirrored);
        $this->canvas->lay($rows, $surface->back(), $surface->box(), $dark, $light);
        $this->texts[] = $text;

        return $surface;
    }

    public function noise(float $sigma): void
    {
        $this->canvas->each(fn (int $x, int $y, float $grey): float => $grey + $sigma * $this->chance->normal());
    }

    public function light(float $fall, float $way, bool $isSharp): void
    {
        $angle = deg2rad($way);
        [$w, $h] = [$this->canvas->width, $this->canvas->height];
        $this->canvas->each(static function (int $x, int $y, float $grey) use ($fall, $angle, $isSharp, $w, $h): float {
            $t = 0.5 + (($x - $w / 2) * cos($angle) + ($y - $h / 2) * sin($angle)) / hypot($w, $h) * 1.6;
            $t = $isSharp ? ($t > 0.5 ? 1 : 0) : max(0, min(1, $t));

            return $grey * (1 - $fall * $t);
        });
    }

    public function disc(float $radius): void
    {
        $reach = max(1, (int) ceil($radius));
        $kernel = [];
        $sum = 0.0;
        for ($y = -$reach; $y <= $reach; $y++) {
            $row = [];
            for ($x = -$reach; $x <= $reach; $x++) {
                $row[] = $weight = max(0.0, min(1.0, $radius + 0.5 - hypot($x, $y)));
                $sum += $weight;
            }
            $kernel[] = $row;
        }
        $this->canvas->convolve(array_map(static fn (array $row): array => array_map(static fn (float $weight): float => $weight / $sum, $row), $kernel));
    }

    /** @param  float  $sigma  pixels */
    public function gaussian(float $sigma): void
    {
        $reach = max(1, (int) ceil(3 * $sigma));
        $line = array_map(static fn (int $x): float => exp(-$x * $x / (2 * $sigma * $sigma)), range(-$reach, $reach));
        $sum = array_sum($line);
        $line = array_map(static fn (float $weight): float => $weight / $sum, $line);
        $this->canvas->convolve(array_map(static fn (float $row): array => array_map(static fn (float $weight): float => $row * $weight, $line), $line));
    }

    public function streak(float $length, float $way): void
    {
        $reach = max(1, (int) ceil($length / 2));
        $kernel = array_fill(0, 2 * $reach + 1, array_fill(0, 2 * $reach + 1, 0.0));
        for ($i = 0; $i < 64; $i++) {
            $r = ($i / 63 - 0.5) * $length;
            $kernel[(int) round($reach + $r * sin(deg2rad($way)))][(int) round($reach + $r * cos(deg2rad($way)))] += 1 / 64;
        }
        $this->canvas->convolve($kernel);
    }

    public function clutter(int $things): void
    {
        for ($i = 0; $i < $things; $i++) {
            $x = $this->chance->int(0, $this->canvas->width - 1);
            $y = $this->chance->int(0, $this->canvas->height - 1);
            $w = $this->chance->int(2, 90);
            $h = $this->chance->int(2, 60);
            $tone = $this->chance->float(0, 255);
            $isStriped = $this->chance->int(0, 3) === 0;
            for ($row = $y; $row < min($this->canvas->height, $y + $h); $row++) {
                for ($column = $x; $column < min($this->canvas->width, $x + $w); $column++) {
                    if (! $isStriped || intdiv($column - $x, 3) % 2 === 0) {
                        $this->canvas->grey[$row * $this->canvas->width + $column] = $tone;
                    }
                }
            }
        }
    }
}
