<?php

declare(strict_types=1);

namespace KeenGlyph\Bench\Reading;

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use UnexpectedValueException;

/** Pictures by category, each from its seed; a category's severity grows with the number of the picture and runs past what can be read. */
final class Pictures
{
    public const CATEGORIES = ['plain', 'turned', 'tilted', 'defocus', 'motion', 'noise', 'faint', 'shadow', 'glare', 'inverted', 'mirrored', 'curved', 'damaged', 'crowded', 'small', 'tall', 'many', 'coloured', 'clutter', 'jpeg', 'screenshot', 'mixed', 'foreign', 'micro', 'bars', 'nothing'];

    /** What a reader that lives with cameras and runs must stand; severities of SeverePictures. */
    public const SEVERE = SeverePictures::CATEGORIES;

    private Scene $scene;

    /** @return array{bytes: string, format: string, texts: list<string>} */
    public function make(string $category, int $number, int $of, string $seed, bool $small = false): array
    {
        $chance = new Chance("$seed $category $number");
        [$width, $height] = $small ? [480, 360] : [[640, 480], [800, 600], [1152, 864]][$chance->int(0, 2)];
        $this->scene = new Scene($chance, Canvas::plain($width, $height, $chance->float(150, 230)), $of > 1 ? $number / ($of - 1) : 0.5);
        $format = in_array($category, self::SEVERE, true) ? SeverePictures::draw($category, $this->scene) : $this->{'make'.ucfirst($category)}();
        $format = $format === 'jpeg' ? 'jpeg' : 'png';
        $quality = $category === 'jpeg' ? (int) (60 - 54 * $this->scene->hard) : 90;

        if ($small && $format === 'png') {
            // Noise does not compress without loss.
            [$format, $quality] = ['jpeg', 92];
        }

        return ['bytes' => $this->scene->canvas->bytes($format, $quality), 'format' => $format, 'texts' => $this->scene->texts];
    }

    private function makePlain(): void
    {
        $this->scene->symbol(size: $this->scene->chance->float(2, 12));
    }

    private function makeTurned(): void
    {
        $this->scene->symbol(turn: $this->scene->chance->float(0, 360), size: $this->scene->chance->float(2.5, 9));
    }

    private function makeTilted(): void
    {
        $this->scene->symbol(turn: $this->scene->chance->float(0, 360), tilt: 25 + 42 * $this->scene->hard, size: $this->scene->chance->float(4, 10));
    }

    private function makeDefocus(): void
    {
        $size = $this->scene->chance->float(3, 9);
        $this->scene->symbol(turn: $this->scene->chance->float(0, 360), size: $size);
        $this->scene->disc($size * (0.3 + 0.9 * $this->scene->hard));
    }

    private function makeMotion(): void
    {
        $size = $this->scene->chance->float(3, 9);
        $this->scene->symbol(turn: $this->scene->chance->float(-25, 25), size: $size);
        $this->scene->streak($size * (0.5 + 1.9 * $this->scene->hard), $this->scene->chance->float(0, 180));
    }

    private function makeNoise(): void
    {
        $this->scene->symbol(turn: $this->scene->chance->float(0, 360), size: $this->scene->chance->float(2.5, 8));
        $this->scene->noise(12 + 75 * $this->scene->hard);
    }

    private function makeFaint(): void
    {
        $light = $this->scene->chance->float(90, 220);
        $this->scene->symbol(turn: $this->scene->chance->float(0, 360), dark: $light - 75 + 68 * $this->scene->hard, light: $light, size: $this->scene->chance->float(3, 8));
        $this->scene->noise(2.0);
    }

    private function makeShadow(): void
    {
        $this->scene->symbol(turn: $this->scene->chance->float(0, 360), size: $this->scene->chance->float(3, 9));
        $this->scene->light(0.5 + 0.45 * $this->scene->hard, $this->scene->chance->float(0, 360), $this->scene->chance->int(0, 1) === 1);
        $this->scene->noise(3.0);
    }

    private function makeGlare(): void
    {
        $surface = $this->scene->symbol(turn: $this->scene->chance->float(0, 360), tilt: $this->scene->chance->float(0, 25), size: $this->scene->chance->float(4, 9), level: ErrorCorrectionLevel::H);
        [$left, $top, $right, $bottom] = $surface->box();
        $x = $this->scene->chance->float($left, $right);
        $y = $this->scene->chance->float($top, $bottom);
        $radius = ($right - $left) * (0.08 + 0.2 * $this->scene->hard);
        $this->scene->canvas->each(static fn (int $column, int $row, float $grey): float => $grey + 300 * exp(-(($column - $x) ** 2 + ($row - $y) ** 2) / (2 * $radius * $radius)));
    }

    private function makeInverted(): void
    {
        $this->scene->canvas = Canvas::plain($this->scene->canvas->width, $this->scene->canvas->height, $this->scene->chance->float(10, 90));
        $this->scene->symbol(turn: $this->scene->chance->float(0, 360), tilt: 40 * $this->scene->hard, dark: 220, light: 40, size: $this->scene->chance->float(3, 8));
        $this->scene->noise(4.0);
    }

    private function makeMirrored(): void
    {
        $this->scene->symbol(turn: $this->scene->chance->float(0, 360), tilt: 40 * $this->scene->hard, size: $this->scene->chance->float(3, 8), mirrored: true);
        $this->scene->noise(4.0);
    }

    private function makeCurved(): void
    {
        $this->scene->symbol(turn: $this->scene->chance->float(-30, 30), tilt: $this->scene->chance->float(0, 20), size: $this->scene->chance->float(4, 9), cylinder: 40 + 100 * $this->scene->hard);
        $this->scene->noise(3.0);
    }

    private function makeDamaged(): void
    {
        $surface = $this->scene->symbol(turn: $this->scene->chance->float(0, 360), size: $this->scene->chance->float(4, 9), level: $this->scene->chance->int(0, 1) === 1 ? ErrorCorrectionLevel::H : ErrorCorrectionLevel::Q);
        [$left, $top, $right, $bottom] = $surface->box();
        $side = $right - $left;
        for ($i = 0, $n = 1 + (int) (6 * $this->scene->hard); $i < $n; $i++) {
            $x = $this->scene->chance->float($left, $right);
            $y = $this->scene->chance->float($top, $bottom);
            $angle = $this->scene->chance->float(0, M_PI);
            $long = $side * $this->scene->chance->float(0.1, 0.45);
            $wide = $side * $this->scene->chance->float(0.01, 0.035);
            $tone = $this->scene->chance->int(0, 1) === 1 ? 235 : 30;
            $this->scene->canvas->each(static function (int $column, int $row, float $grey) use ($x, $y, $angle, $long, $wide, $tone): float {
                $u = ($column - $x) * cos($angle) + ($row - $y) * sin($angle);
                $v = ($row - $y) * cos($angle) - ($column - $x) * sin($angle);

                return abs($u) < $long / 2 && abs($v) < $wide ? $tone : $grey;
            });
        }
    }

    private function makeCrowded(): void
    {
        $this->scene->canvas = Canvas::plain($this->scene->canvas->width, $this->scene->canvas->height, $this->scene->chance->float(20, 120));
        $this->scene->symbol(turn: $this->scene->chance->float(0, 360), size: $this->scene->chance->float(3, 8), quiet: (int) round(3 - 3 * $this->scene->hard));
    }

    private function makeSmall(): void
    {
        $this->scene->symbol(turn: $this->scene->hard > 0.5 ? $this->scene->chance->float(0, 360) : 0.0, size: 2.4 - 1.3 * $this->scene->hard);
    }

    private function makeTall(): void
    {
        $version = 10 + (int) (30 * $this->scene->hard);
        $this->scene->canvas = Canvas::plain(1152, 864, 210);
        $this->scene->symbol(version: $version, turn: $this->scene->chance->float(-20, 20), tilt: $this->scene->chance->float(0, 30), size: min(8.0, 760 / (4 * $version + 25)));
        $this->scene->noise(3.0);
    }

    private function makeMany(): void
    {
        $this->scene->canvas = Canvas::plain(1152, 864, 215);
        $across = 2 + (int) (6 * $this->scene->hard);
        for ($i = 0; $i < $across * max(1, $across - 1); $i++) {
            $step = 1152 / $across;
            $tall = 864 / max(1, $across - 1);
            $this->scene->symbol(
                version: 2,
                turn: $this->scene->chance->float(0, 360),
                size: min($step, $tall) / 50,
                x: ($i % $across + 0.5) * $step,
                y: (intdiv($i, $across) + 0.5) * $tall,
            );
        }
        $this->scene->noise(3.0);
    }

    private function makeColoured(): void
    {
        // What a luminance plane leaves of coloured ink on coloured paper.
        $light = $this->scene->chance->float(100, 180);
        $this->scene->symbol(turn: $this->scene->chance->float(0, 360), dark: $light - 55 + 35 * $this->scene->hard, light: $light, size: $this->scene->chance->float(3, 8));
        $this->scene->noise(3.0);
    }

    private function makeClutter(): void
    {
        $this->scene->clutter(60 + (int) (500 * $this->scene->hard));
        $this->scene->symbol(turn: $this->scene->chance->float(0, 360), tilt: $this->scene->chance->float(0, 35), size: $this->scene->chance->float(2.5, 7));
        $this->scene->noise(5.0);
    }

    private function makeJpeg(): string
    {
        $this->scene->symbol(turn: $this->scene->chance->float(0, 360), size: $this->scene->chance->float(2, 6));
        $this->scene->noise(4.0);

        return 'jpeg';
    }

    private function makeScreenshot(): void
    {
        $this->scene->clutter(200);
        $this->scene->symbol(size: (float) $this->scene->chance->int(1, 5) + ($this->scene->hard > 0.5 ? $this->scene->chance->float(0, 0.9) : 0.0));
    }

    private function makeMixed(): string
    {
        $this->scene->clutter(80);
        $size = $this->scene->chance->float(3, 8);
        $this->scene->symbol(turn: $this->scene->chance->float(0, 360), tilt: 50 * $this->scene->hard, size: $size);
        $this->scene->disc($size * 0.5 * $this->scene->hard);
        $this->scene->light(0.6 * $this->scene->hard, $this->scene->chance->float(0, 360), false);
        $this->scene->noise(4 + 20 * $this->scene->hard);

        return 'jpeg';
    }

    /** Symbols of OpenCV's encoder, kept as pictures of eight pixels a module or so, before the camera. */
    private function makeForeign(): void
    {
        $folder = __DIR__.'/../../tests/fixtures/opencv';
        $list = json_decode((string) file_get_contents("$folder/texts.json"), true, flags: JSON_THROW_ON_ERROR);
        $cases = array_values(array_filter(is_array($list) ? $list : [], is_array(...)));
        $case = $cases[$this->scene->chance->int(0, count($cases) - 1)] ?? [];
        [$file, $text] = [$case['file'] ?? null, $case['text'] ?? null];
        if (! is_string($file) || ! is_string($text)) {
            throw new UnexpectedValueException('The list of OpenCV’s symbols names no file or text.');
        }
        $rows = self::modules((new PictureDecoder)->decode((string) file_get_contents("$folder/$file")));
        $this->scene->place($rows, 4, $this->scene->chance->float(0, 360), 50 * $this->scene->hard, $this->scene->chance->float(3, 8), 30, 225);
        $this->scene->disc(1 + 2 * $this->scene->hard);
        $this->scene->noise(4 + 15 * $this->scene->hard);
        $this->scene->texts[] = $text;
    }

    /** @return list<string> the modules of a flat picture, without its blank margin */
    private static function modules(LuminancePlane $plane): array
    {
        $lines = str_split($plane->pixels, max(1, $plane->width));
        $dark = array_keys(array_filter($lines, static fn (string $line): bool => min(array_map(ord(...), str_split($line))) < 128));
        $top = $lines[$dark[0] ?? 0];
        $left = strlen($top) - strlen(ltrim($top, "\xFF"));
        // The finder pattern's upper edge is seven modules long.
        $module = max(1, (int) round(strspn($top, "\0", $left) / 7));
        $n = intdiv(count($dark) + intdiv($module, 2), $module);
        $rows = [];
        for ($row = 0; $row < $n; $row++) {
            $line = $lines[($dark[0] ?? 0) + $row * $module + intdiv($module, 2)];
            $rows[] = implode('', array_map(static fn (int $column): string => ord($line[$left + $column * $module + intdiv($module, 2)]) < 128 ? '1' : '0', range(0, $n - 1)));
        }

        return $rows;
    }

    private function makeMicro(): void
    {
        $symbol = Encoder::encode($text = 'HIVE-'.$this->scene->chance->int(0, 99999), new EncodeOptions(ErrorCorrectionLevel::L, micro: true));
        $this->scene->place($symbol->matrix->rows, 2, $this->scene->chance->float(0, 360), 45 * $this->scene->hard, $this->scene->chance->float(3, 9), 30, 225);
        $this->scene->texts[] = $text;
        $this->scene->noise(4.0);
    }

    private function makeBars(): void
    {
        $symbologies = [LinearSymbology::Ean13, LinearSymbology::Ean8, LinearSymbology::UpcA, LinearSymbology::UpcE, LinearSymbology::Itf14, LinearSymbology::Code128, LinearSymbology::Gs1128, LinearSymbology::Code39];
        $symbology = $symbologies[$this->scene->chance->int(0, 7)];
        $given = match ($symbology) {
            LinearSymbology::Ean13 => '9521234'.$this->scene->chance->int(10000, 99999),
            LinearSymbology::Ean8 => '952'.$this->scene->chance->int(1000, 9999),
            LinearSymbology::UpcA => (string) $this->scene->chance->int(10_000_000_000, 99_999_999_999),
            LinearSymbology::UpcE => '0'.$this->scene->chance->int(100000, 999999),
            LinearSymbology::Itf14 => '1952123'.$this->scene->chance->int(100000, 999999),
            LinearSymbology::Gs1128 => '(01)09521234543213(10)H'.$this->scene->chance->int(1, 9999),
            default => 'HIVE-'.$this->scene->chance->int(1000, 99999),
        };
        $symbol = $symbology->encode($given);
        $row = str_repeat('0', $symbol->quiet[0]).$symbol->pattern.str_repeat('0', $symbol->quiet[1]);
        if (str_contains($symbol->pattern, 'n')) {
            $bars = '';
            foreach (str_split($symbol->pattern) as $i => $element) {
                $bars .= str_repeat($i % 2 === 0 ? '1' : '0', $element === 'w' ? 3 : 1);
            }
            $row = str_repeat('0', 10).$bars.str_repeat('0', 10);
        }
        $size = min($this->scene->chance->float(1.6, 4), min($this->scene->canvas->width, $this->scene->canvas->height) * 0.95 / strlen($row));
        $this->scene->place(array_fill(0, 40, $row), 4, $this->scene->chance->float(0, 360), 35 * $this->scene->hard, $size, 30, 225);
        $this->scene->disc($size * 0.6 * $this->scene->hard);
        $this->scene->noise(4.0);
        $this->scene->texts[] = $symbol->text;
    }

    private function makeNothing(): void
    {
        $this->scene->clutter(100 + (int) (900 * $this->scene->hard));
        if ($this->scene->chance->int(0, 1) === 1) {
            // A field of modules without finder patterns is the likest thing to a symbol.
            $n = $this->scene->chance->int(21, 60);
            $rows = [];
            for ($i = 0; $i < $n; $i++) {
                $rows[] = implode('', array_map(fn (): string => (string) $this->scene->chance->int(0, 1), range(1, $n)));
            }
            $surface = new Surface($n, 6, $this->scene->canvas->width / 2, $this->scene->canvas->height / 2, $this->scene->chance->float(0, 90));
            $this->scene->canvas->lay($rows, $surface->back(), $surface->box(), 30, 220);
        }
        $this->scene->noise(30 * $this->scene->hard);
    }
}
