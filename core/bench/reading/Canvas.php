<?php

declare(strict_types=1);

namespace KeenGlyph\Bench\Reading;

use Imagick;
use ImagickKernel;

/** Grey picture that symbols are put into and that is then made worse: one float a pixel, 0 black to 255 white. */
final class Canvas
{
    /** @param  array<int, float>  $grey  row by row from 0 */
    public function __construct(public readonly int $width, public readonly int $height, public array $grey)
    {
    }

    public static function plain(int $width, int $height, float $grey): self
    {
        return new self($width, $height, array_fill(0, $width * $height, $grey));
    }

    /**
     * Lays modules into the picture.
     *
     * @param  list<string>  $rows  '1' dark, '0' light, with the quiet zone
     * @param  callable(float, float): ?array{float, float}  $back  from pixels to modules; null beside the surface
     * @param  array{float, float, float, float}  $box  pixels that can be met: left, top, right, bottom
     */
    public function lay(array $rows, callable $back, array $box, float $dark, float $light): void
    {
        $tall = count($rows);
        $wide = strlen($rows[0]);
        $near = 2;
        for ($y = max(0, (int) $box[1] - 1), $bottom = min($this->height - 1, (int) $box[3] + 1); $y <= $bottom; $y++) {
            for ($x = max(0, (int) $box[0] - 1), $right = min($this->width - 1, (int) $box[2] + 1); $x <= $right; $x++) {
                $sum = 0.0;
                $own = $this->grey[$y * $this->width + $x];
                for ($i = 0; $i < $near * $near; $i++) {
                    $place = $back($x + (($i % $near) + 0.5) / $near, $y + (intdiv($i, $near) + 0.5) / $near);
                    if ($place === null || $place[0] < 0 || $place[1] < 0 || $place[0] >= $wide || $place[1] >= $tall) {
                        $sum += $own;
                    } else {
                        $sum += $rows[(int) $place[1]][(int) $place[0]] === '1' ? $dark : $light;
                    }
                }
                $this->grey[$y * $this->width + $x] = $sum / ($near * $near);
            }
        }
    }

    /** @param  callable(int, int, float): float  $change  column, row, grey to grey */
    public function each(callable $change): void
    {
        $i = 0;
        for ($y = 0; $y < $this->height; $y++) {
            for ($x = 0; $x < $this->width; $x++, $i++) {
                $this->grey[$i] = $change($x, $y, $this->grey[$i]);
            }
        }
    }

    /** @param  array<int, array<int, float>>  $kernel  odd sides, sum 1 */
    public function convolve(array $kernel): void
    {
        $picture = $this->picture();
        $picture->morphology(Imagick::MORPHOLOGY_CONVOLVE, 1, ImagickKernel::fromMatrix($kernel));
        /** @var array<int, int> $bytes */
        $bytes = unpack('C*', $picture->getImageBlob()) ?: [];
        $this->grey = array_map(floatval(...), array_values($bytes));
    }

    public function bytes(string $format, int $quality = 90): string
    {
        $picture = $this->picture();
        $picture->setImageFormat($format);
        $picture->setImageCompressionQuality($quality);

        return $picture->getImageBlob();
    }

    private function picture(): Imagick
    {
        $raw = '';
        foreach (array_chunk($this->grey, 4096) as $part) {
            $raw .= pack('C*', ...array_map(static fn (float $grey): int => max(0, min(255, (int) round($grey))), $part));
        }
        $picture = new Imagick;
        $picture->readImageBlob("P5\n{$this->width} {$this->height}\n255\n".$raw, 'x.pgm');
        $picture->setImageDepth(8);
        $picture->setImageFormat('GRAY');

        return $picture;
    }
}
