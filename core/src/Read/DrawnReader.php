<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Symbol\ModuleMatrix;

use function abs;
use function intdiv;
use function ord;
use function rtrim;
use function strlen;
use function strspn;
use function substr;

/**
 * A QR Code symbol as it comes out of a program: upright, of two tones, whole pixels a module, and nothing beside it. Its first
 * row begins with the seven dark modules of a finder pattern, which tell where it lies and how large a module is; a photograph is
 * told from it by the first pixels. Every module is then taken from the picture, and decoded.
 */
final class DrawnReader
{
    /** Greys, of 255, between the two tones at the least. */
    private const CONTRAST = 40;

    private const SMALLEST = 21;

    private const LARGEST = 177;

    /** The symbol; null when the picture is anything else, or what is in it cannot be decoded. */
    public static function read(LuminancePlane $picture): ?Reading
    {
        [$width, $pixels] = [$picture->width, $picture->pixels];
        $ground = $pixels[0];
        $first = strspn($pixels, $ground);
        if ($first < $width || $first >= strlen($pixels) || abs(ord($pixels[$first]) - ord($ground)) < self::CONTRAST) {
            return null;
        }
        [$top, $left, $ink] = [intdiv($first, $width), $first % $width, $pixels[$first]];
        $run = strspn($pixels, $ink, $first, $width - $left);
        $across = strlen(rtrim(substr($pixels, $top * $width, $width), $ground)) - $left;
        $module = intdiv($run, 7);
        if ($module < 1 || $run !== 7 * $module || $across % $module !== 0) {
            return null;
        }
        $modules = intdiv($across, $module);
        $down = intdiv(strlen(rtrim($pixels, $ground)) - 1, $width) + 1 - $top;
        if ($modules < self::SMALLEST || $modules > self::LARGEST || $modules % 4 !== 1 || $down !== $across || ! self::isAlone($picture, $ground, $top, $left, $across)) {
            return null;
        }
        $matrix = self::matrix($picture, $ground, $ink, $top, $left, $module, $modules);

        return $matrix === null ? null : self::decoded($picture, $matrix, $top, $left, $module, ord($ink) > ord($ground));
    }

    /** Whether all that is not ground lies within the square. */
    private static function isAlone(LuminancePlane $picture, string $ground, int $top, int $left, int $side): bool
    {
        $width = $picture->width;
        $rest = $width - $left - $side;
        for ($y = $top, $end = $top + $side; $y < $end; $y++) {
            $start = $y * $width;
            if (strspn($picture->pixels, $ground, $start, $left) !== $left || ($rest > 0 && strspn($picture->pixels, $ground, $start + $left + $side, $rest) !== $rest)) {
                return false;
            }
        }

        return true;
    }

    /** The modules by the pixels at their middles; null where one has a tone of its own. */
    private static function matrix(LuminancePlane $picture, string $ground, string $ink, int $top, int $left, int $module, int $modules): ?ModuleMatrix
    {
        $rows = [];
        for ($row = 0; $row < $modules; $row++) {
            $line = substr($picture->pixels, ($top + $row * $module + intdiv($module, 2)) * $picture->width + $left, $modules * $module);
            $tones = '';
            for ($x = intdiv($module, 2), $end = $modules * $module; $x < $end; $x += $module) {
                $tones .= $line[$x];
            }
            if (strspn($tones, $ground.$ink) !== $modules) {
                return null;
            }
            $rows[] = strtr($tones, $ground.$ink, '01');
        }

        return new ModuleMatrix($rows);
    }

    private static function decoded(LuminancePlane $picture, ModuleMatrix $matrix, int $top, int $left, int $module, bool $isLight): ?Reading
    {
        $n = (float) $matrix->size();
        try {
            $symbol = MatrixDecoder::decode($matrix);
        } catch (Unreadable) {
            return null;
        }
        // Places are said in pixels of the picture.
        $window = PixelWindow::of(new GreyPlane(8, 2, str_repeat("\x40", 16)), 0, 0, 8, 2);
        $mapping = new GridMapping($matrix->size(), Homography::fromPoints(
            [[0.0, 0.0], [$n, 0.0], [$n, $n], [0.0, $n]],
            array_map(static fn (array $corner): array => [$left + $module * $corner[0], $top + $module * $corner[1]], [[0.0, 0.0], [$n, 0.0], [$n, $n], [0.0, $n]]),
        ));

        return new Reading($symbol, SymbolFrame::of($window, $mapping, (float) $module), GridGeometry::of($window, $mapping, false), $picture, false, $isLight);
    }
}
