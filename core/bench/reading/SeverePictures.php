<?php

declare(strict_types=1);

namespace KeenGlyph\Bench\Reading;

use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\Version;

/** What makes a reader fail or waste its time, mildest to hardest: measures stand in modules, light in what falls on the label. */
final class SeverePictures
{
    public const CATEGORIES = ['blur', 'streaks', 'glaring', 'blinds', 'bottle', 'barblur', 'empty', 'large', 'clean'];

    /** A display's grey of half the light: sRGB, near enough. */
    private const GAMMA = 2.2;

    /** @return string the format it is kept in: png or jpeg */
    public static function draw(string $category, Scene $scene): string
    {
        match ($category) {
            'blur' => self::blur($scene),
            'streaks' => self::streaks($scene),
            'glaring' => self::glaring($scene),
            'blinds' => self::blinds($scene),
            'bottle' => self::bottle($scene),
            'barblur' => self::barBlur($scene),
            'empty' => self::nothing($scene),
            'large' => self::large($scene),
            default => self::clean($scene),
        };

        return $category === 'large' ? 'jpeg' : 'png';
    }

    /** Out of focus: a gaussian's standard deviation or a disc's radius of 0.2 to 1.4 modules. */
    private static function blur(Scene $scene): void
    {
        $size = $scene->chance->float(3.5, 8);
        $isDisc = $scene->chance->int(0, 1) === 1;
        $size = self::size($scene->symbol(turn: $scene->chance->float(0, 360), tilt: $scene->chance->float(0, 15), size: $size));
        $amount = $size * (0.2 + 1.2 * $scene->hard);
        $isDisc ? $scene->disc($amount) : $scene->gaussian($amount);
        $scene->noise(2.0);
    }

    /** Moved by 0.4 to 3 modules while the shutter was open. */
    private static function streaks(Scene $scene): void
    {
        $size = self::size($scene->symbol(turn: $scene->chance->float(0, 360), tilt: $scene->chance->float(0, 15), size: $scene->chance->float(3.5, 8)));
        $scene->streak($size * (0.4 + 2.6 * $scene->hard), $scene->chance->float(0, 180));
        $scene->noise(2.0);
    }

    /** A lamp mirrored in the label: all white over up to 0.42 of the side, softer beyond. */
    private static function glaring(Scene $scene): void
    {
        $levels = [ErrorCorrectionLevel::M, ErrorCorrectionLevel::Q, ErrorCorrectionLevel::H];
        $surface = $scene->symbol(turn: $scene->chance->float(0, 360), tilt: $scene->chance->float(0, 20), size: $scene->chance->float(4, 9), version: $scene->chance->int(2, 6), level: $levels[$scene->chance->int(0, 2)]);
        $n = $surface->side - 8;
        [$x, $y] = $surface->forth(4 + $n * $scene->chance->float(0.25, 0.95), 4 + $n * $scene->chance->float(0.25, 0.95));
        $radius = $n * self::size($surface) * (0.06 + 0.36 * $scene->hard) / 2;
        $wide = $scene->chance->float(0.7, 1.0);
        $scene->canvas->each(static function (int $column, int $row, float $grey) use ($x, $y, $radius, $wide): float {
            $far = hypot(($column - $x) / $wide, $row - $y) / $radius;

            return $far < 1 ? 255.0 : min(255.0, $grey + 225 * exp(-($far - 1) * 5));
        });
        $scene->noise(2.0);
    }

    /** The sun through blinds or along an edge: 10 : 1 to 120 : 1 of light, before the camera's gamma. */
    private static function blinds(Scene $scene): void
    {
        $surface = $scene->symbol(turn: $scene->chance->float(0, 360), tilt: $scene->chance->float(0, 20), size: $scene->chance->float(4, 9), dark: 45);
        [$left, $top, $right, $bottom] = $surface->box();
        $ratio = 10 * 12 ** $scene->hard;
        $way = $scene->chance->float(0, M_PI);
        $period = $scene->chance->int(0, 2) === 0 ? 0.0 : ($right - $left) * $scene->chance->float(0.3, 0.8);
        [$x, $y] = [$scene->chance->float($left, $right), $scene->chance->float($top, $bottom)];
        $edge = $scene->chance->float(0.5, 4);
        $scene->canvas->each(static function (int $column, int $row, float $grey) use ($ratio, $way, $period, $x, $y, $edge): float {
            $along = ($column - $x) * cos($way) + ($row - $y) * sin($way);
            if ($period > 0) {
                $along = abs(fmod($along + 1000 * $period, $period) - $period / 2) - $period / 4;
            }
            $light = 1 / (1 + exp(-4 * $along / $edge));

            return 255 * (($grey / 255) ** self::GAMMA * ($light + (1 - $light) / $ratio)) ** (1 / self::GAMMA);
        });
        $scene->noise(1.0);
    }

    /** Around a bottle: 80 to 140 degrees of it, seen a little from above. */
    private static function bottle(Scene $scene): void
    {
        $scene->symbol(turn: $scene->chance->float(-30, 30), tilt: $scene->chance->float(0, 20), size: $scene->chance->float(4, 9), cylinder: 80 + 60 * $scene->hard);
        $scene->noise(3.0);
    }

    /** EAN-13, EAN-8 and UPC-A out of focus by up to 1.1 modules. */
    private static function barBlur(Scene $scene): void
    {
        $given = ['9521234'.$scene->chance->int(10000, 99999), '952'.$scene->chance->int(1000, 9999), '0'.$scene->chance->int(1_000_000_000, 9_999_999_999)];
        $kind = $scene->chance->int(0, 2);
        $symbol = [LinearSymbology::Ean13, LinearSymbology::Ean8, LinearSymbology::UpcA][$kind]->encode($given[$kind]);
        $row = str_repeat('0', $symbol->quiet[0]).$symbol->pattern.str_repeat('0', $symbol->quiet[1]);
        $size = min($scene->chance->float(2.5, 5), min($scene->canvas->width, $scene->canvas->height) * 0.95 / strlen($row));
        $scene->place(array_fill(0, 40, $row), 4, $scene->chance->float(-12, 12), 15 * $scene->hard, $size, 30, 225);
        $amount = $size * (0.3 + 0.8 * $scene->hard);
        $scene->chance->int(0, 1) === 1 ? $scene->disc($amount) : $scene->gaussian($amount);
        $scene->noise(2.0);
        $scene->texts[] = $symbol->text;
    }

    /** Pages of text, checks, rings, half a symbol, lines, a bare wall. */
    private static function nothing(Scene $scene): void
    {
        $chance = $scene->chance;
        [$width, $height] = [$scene->canvas->width, $scene->canvas->height];
        $turn = $chance->float(0, M_PI);
        $step = $chance->float(4, 30);
        $pattern = match ($chance->int(0, 5)) {
            0 => static fn (float $u, float $v): bool => ((int) floor($u / $step) + (int) floor($v / $step)) % 2 === 0,
            1 => static fn (float $u, float $v): bool => (int) floor(hypot($u, $v) / $step) % 2 === 0,
            2 => static fn (float $u, float $v): bool => (int) floor($u / $step) % 3 === 0,
            default => null,
        };
        if ($pattern !== null) {
            $scene->canvas->each(static fn (int $x, int $y, float $grey): float => $pattern(($x - $width / 2) * cos($turn) - ($y - $height / 2) * sin($turn), ($y - $height / 2) * cos($turn) + ($x - $width / 2) * sin($turn)) ? 40.0 : $grey);
        } elseif ($chance->int(0, 2) === 0) {
            $surface = $scene->symbol(turn: $chance->float(0, 360), size: $chance->float(4, 9));
            $scene->texts = [];
            [$left, , $right] = $surface->box();
            $middle = ($left + $right) / 2;
            $scene->canvas->each(static fn (int $x, int $y, float $grey): float => $x > $middle ? 200.0 : $grey);
        } else {
            self::page($scene);
        }
        $scene->noise(1 + 6 * $scene->hard);
    }

    /** Lines of strokes as small print has them. */
    private static function page(Scene $scene): void
    {
        $chance = $scene->chance;
        $tall = $chance->int(8, 22);
        $canvas = $scene->canvas;
        $stroke = max(1, intdiv($tall, 7));
        for ($top = $tall; $top < $canvas->height - 2 * $tall; $top += (int) (1.7 * $tall)) {
            for ($left = 2 * $tall; $left < $canvas->width - 3 * $tall; $left += (int) ($tall * ($chance->int(0, 5) === 0 ? 1.3 : 0.75))) {
                for ($i = 0, $strokes = $chance->int(2, 4); $i < $strokes; $i++) {
                    $isUpright = $chance->int(0, 1) === 1;
                    [$x, $y] = [$left + ($isUpright ? $chance->int(0, 2) * intdiv($tall, 5) : 0), $top + ($isUpright ? 0 : $chance->int(0, 2) * intdiv($tall, 2))];
                    [$w, $h] = $isUpright ? [$stroke, $tall] : [(int) ($tall * 0.5), $stroke];
                    for ($row = $y; $row < min($canvas->height, $y + $h); $row++) {
                        for ($column = $x; $column < min($canvas->width, $x + $w); $column++) {
                            $canvas->grey[$row * $canvas->width + $column] = 35.0;
                        }
                    }
                }
            }
        }
    }

    /** Versions 25 to 40 as a telephone takes them. */
    private static function large(Scene $scene): void
    {
        $version = 25 + (int) round(15 * $scene->hard);
        $scene->canvas = Canvas::plain(1152, 1152, 205);
        $scene->symbol(version: $version, turn: $scene->chance->float(-12, 12), tilt: $scene->chance->float(0, 15), size: min(8.0, 1090 / (4 * $version + 25)));
        $scene->noise(3.0);
    }

    /** Versions 1 to 40 as they are drawn, 1 to 10 pixels a module. */
    private static function clean(Scene $scene): void
    {
        $version = 1 + (int) round(39 * $scene->hard);
        $n = Version::of($version)->modules() + 8;
        $size = max(1, min(10, $scene->chance->int(1, 10), intdiv(1400, $n)));
        $scene->canvas = Canvas::plain($n * $size, $n * $size, 255);
        $scene->symbol(version: $version, size: $size, dark: 0, light: 255, x: $n * $size / 2, y: $n * $size / 2);
    }

    /** Pixels a module at the surface's middle. */
    private static function size(Surface $surface): float
    {
        [$ax, $ay] = $surface->forth($surface->side / 2 - 0.5, $surface->side / 2);
        [$bx, $by] = $surface->forth($surface->side / 2 + 0.5, $surface->side / 2);

        return hypot($bx - $ax, $by - $ay);
    }
}
