<?php

declare(strict_types=1);

namespace KeenGlyph\Bench\Reading;

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\Version;
use UnexpectedValueException;

/** Pictures by category, each from its seed; a category's severity grows with the number of the picture and runs past what can be read. */
final class Pictures
{
    public const CATEGORIES = ['plain', 'turned', 'tilted', 'defocus', 'motion', 'noise', 'faint', 'shadow', 'glare', 'inverted', 'mirrored', 'curved', 'damaged', 'crowded', 'small', 'tall', 'many', 'coloured', 'clutter', 'jpeg', 'screenshot', 'mixed', 'foreign', 'micro', 'bars', 'nothing'];

    private Chance $chance;

    private Canvas $canvas;

    /** @var list<string> */
    private array $texts = [];

    private float $hard = 0.0;

    /** @return array{bytes: string, format: string, texts: list<string>} */
    public function make(string $category, int $number, int $of, string $seed, bool $small = false): array
    {
        $this->chance = new Chance("$seed $category $number");
        $this->texts = [];
        $this->hard = $of > 1 ? $number / ($of - 1) : 0.5;
        [$width, $height] = $small ? [480, 360] : [[640, 480], [800, 600], [1152, 864]][$this->chance->int(0, 2)];
        $this->canvas = Canvas::plain($width, $height, $this->chance->float(150, 230));
        $format = $this->{'make'.ucfirst($category)}() === 'jpeg' ? 'jpeg' : 'png';
        $quality = $category === 'jpeg' ? (int) (60 - 54 * $this->hard) : 90;

        if ($small && $format === 'png') {
            // Noise does not compress without loss.
            [$format, $quality] = ['jpeg', 92];
        }

        return ['bytes' => $this->canvas->bytes($format, $quality), 'format' => $format, 'texts' => $this->texts];
    }

    private function makePlain(): void
    {
        $this->symbol(size: $this->chance->float(2, 12));
    }

    private function makeTurned(): void
    {
        $this->symbol(turn: $this->chance->float(0, 360), size: $this->chance->float(2.5, 9));
    }

    private function makeTilted(): void
    {
        $this->symbol(turn: $this->chance->float(0, 360), tilt: 25 + 42 * $this->hard, size: $this->chance->float(4, 10));
    }

    private function makeDefocus(): void
    {
        $size = $this->chance->float(3, 9);
        $this->symbol(turn: $this->chance->float(0, 360), size: $size);
        $this->disc($size * (0.3 + 0.9 * $this->hard));
    }

    private function makeMotion(): void
    {
        $size = $this->chance->float(3, 9);
        $this->symbol(turn: $this->chance->float(-25, 25), size: $size);
        $this->streak($size * (0.5 + 1.9 * $this->hard), $this->chance->float(0, 180));
    }

    private function makeNoise(): void
    {
        $this->symbol(turn: $this->chance->float(0, 360), size: $this->chance->float(2.5, 8));
        $this->noise(12 + 75 * $this->hard);
    }

    private function makeFaint(): void
    {
        $light = $this->chance->float(90, 220);
        $this->symbol(turn: $this->chance->float(0, 360), dark: $light - 75 + 68 * $this->hard, light: $light, size: $this->chance->float(3, 8));
        $this->noise(2.0);
    }

    private function makeShadow(): void
    {
        $this->symbol(turn: $this->chance->float(0, 360), size: $this->chance->float(3, 9));
        $this->light(0.5 + 0.45 * $this->hard, $this->chance->float(0, 360), $this->chance->int(0, 1) === 1);
        $this->noise(3.0);
    }

    private function makeGlare(): void
    {
        $surface = $this->symbol(turn: $this->chance->float(0, 360), tilt: $this->chance->float(0, 25), size: $this->chance->float(4, 9), level: ErrorCorrectionLevel::H);
        [$left, $top, $right, $bottom] = $surface->box();
        $x = $this->chance->float($left, $right);
        $y = $this->chance->float($top, $bottom);
        $radius = ($right - $left) * (0.08 + 0.2 * $this->hard);
        $this->canvas->each(static fn (int $column, int $row, float $grey): float => $grey + 300 * exp(-(($column - $x) ** 2 + ($row - $y) ** 2) / (2 * $radius * $radius)));
    }

    private function makeInverted(): void
    {
        $this->canvas = Canvas::plain($this->canvas->width, $this->canvas->height, $this->chance->float(10, 90));
        $this->symbol(turn: $this->chance->float(0, 360), tilt: 40 * $this->hard, dark: 220, light: 40, size: $this->chance->float(3, 8));
        $this->noise(4.0);
    }

    private function makeMirrored(): void
    {
        $this->symbol(turn: $this->chance->float(0, 360), tilt: 40 * $this->hard, size: $this->chance->float(3, 8), mirrored: true);
        $this->noise(4.0);
    }

    private function makeCurved(): void
    {
        $this->symbol(turn: $this->chance->float(-30, 30), tilt: $this->chance->float(0, 20), size: $this->chance->float(4, 9), cylinder: 40 + 100 * $this->hard);
        $this->noise(3.0);
    }

    private function makeDamaged(): void
    {
        $surface = $this->symbol(turn: $this->chance->float(0, 360), size: $this->chance->float(4, 9), level: $this->chance->int(0, 1) === 1 ? ErrorCorrectionLevel::H : ErrorCorrectionLevel::Q);
        [$left, $top, $right, $bottom] = $surface->box();
        $side = $right - $left;
        for ($i = 0, $n = 1 + (int) (6 * $this->hard); $i < $n; $i++) {
            $x = $this->chance->float($left, $right);
            $y = $this->chance->float($top, $bottom);
            $angle = $this->chance->float(0, M_PI);
            $long = $side * $this->chance->float(0.1, 0.45);
            $wide = $side * $this->chance->float(0.01, 0.035);
            $tone = $this->chance->int(0, 1) === 1 ? 235 : 30;
            $this->canvas->each(static function (int $column, int $row, float $grey) use ($x, $y, $angle, $long, $wide, $tone): float {
                $u = ($column - $x) * cos($angle) + ($row - $y) * sin($angle);
                $v = ($row - $y) * cos($angle) - ($column - $x) * sin($angle);

                return abs($u) < $long / 2 && abs($v) < $wide ? $tone : $grey;
            });
        }
    }

    private function makeCrowded(): void
    {
        $this->canvas = Canvas::plain($this->canvas->width, $this->canvas->height, $this->chance->float(20, 120));
        $this->symbol(turn: $this->chance->float(0, 360), size: $this->chance->float(3, 8), quiet: (int) round(3 - 3 * $this->hard));
    }

    private function makeSmall(): void
    {
        $this->symbol(turn: $this->hard > 0.5 ? $this->chance->float(0, 360) : 0.0, size: 2.4 - 1.3 * $this->hard);
    }

    private function makeTall(): void
    {
        $version = 10 + (int) (30 * $this->hard);
        $this->canvas = Canvas::plain(1152, 864, 210);
        $this->symbol(version: $version, turn: $this->chance->float(-20, 20), tilt: $this->chance->float(0, 30), size: min(8.0, 760 / (4 * $version + 25)));
        $this->noise(3.0);
    }

    private function makeMany(): void
    {
        $this->canvas = Canvas::plain(1152, 864, 215);
        $across = 2 + (int) (6 * $this->hard);
        for ($i = 0; $i < $across * max(1, $across - 1); $i++) {
            $step = 1152 / $across;
            $tall = 864 / max(1, $across - 1);
            $this->symbol(
                version: 2,
                turn: $this->chance->float(0, 360),
                size: min($step, $tall) / 50,
                x: ($i % $across + 0.5) * $step,
                y: (intdiv($i, $across) + 0.5) * $tall,
            );
        }
        $this->noise(3.0);
    }

    private function makeColoured(): void
    {
        // What a luminance plane leaves of coloured ink on coloured paper.
        $light = $this->chance->float(100, 180);
        $this->symbol(turn: $this->chance->float(0, 360), dark: $light - 55 + 35 * $this->hard, light: $light, size: $this->chance->float(3, 8));
        $this->noise(3.0);
    }

    private function makeClutter(): void
    {
        $this->clutter(60 + (int) (500 * $this->hard));
        $this->symbol(turn: $this->chance->float(0, 360), tilt: $this->chance->float(0, 35), size: $this->chance->float(2.5, 7));
        $this->noise(5.0);
    }

    private function makeJpeg(): string
    {
        $this->symbol(turn: $this->chance->float(0, 360), size: $this->chance->float(2, 6));
        $this->noise(4.0);

        return 'jpeg';
    }

    private function makeScreenshot(): void
    {
        $this->clutter(200);
        $this->symbol(size: (float) $this->chance->int(1, 5) + ($this->hard > 0.5 ? $this->chance->float(0, 0.9) : 0.0));
    }

    private function makeMixed(): string
    {
        $this->clutter(80);
        $size = $this->chance->float(3, 8);
        $this->symbol(turn: $this->chance->float(0, 360), tilt: 50 * $this->hard, size: $size);
        $this->disc($size * 0.5 * $this->hard);
        $this->light(0.6 * $this->hard, $this->chance->float(0, 360), false);
        $this->noise(4 + 20 * $this->hard);

        return 'jpeg';
    }

    /** Symbols of OpenCV's encoder, kept as pictures of eight pixels a module or so, before the camera. */
    private function makeForeign(): void
    {
        $folder = __DIR__.'/../../tests/fixtures/opencv';
        $list = json_decode((string) file_get_contents("$folder/texts.json"), true, flags: JSON_THROW_ON_ERROR);
        $cases = array_values(array_filter(is_array($list) ? $list : [], is_array(...)));
        $case = $cases[$this->chance->int(0, count($cases) - 1)] ?? [];
        [$file, $text] = [$case['file'] ?? null, $case['text'] ?? null];
        if (! is_string($file) || ! is_string($text)) {
            throw new UnexpectedValueException('The list of OpenCV’s symbols names no file or text.');
        }
        $rows = self::modules((new PictureDecoder)->decode((string) file_get_contents("$folder/$file")));
        $this->place($rows, 4, $this->chance->float(0, 360), 50 * $this->hard, $this->chance->float(3, 8), 30, 225);
        $this->disc(1 + 2 * $this->hard);
        $this->noise(4 + 15 * $this->hard);
        $this->texts[] = $text;
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
        $symbol = Encoder::encode($text = 'HIVE-'.$this->chance->int(0, 99999), new EncodeOptions(ErrorCorrectionLevel::L, micro: true));
        $this->place($symbol->matrix->rows, 2, $this->chance->float(0, 360), 45 * $this->hard, $this->chance->float(3, 9), 30, 225);
        $this->texts[] = $text;
        $this->noise(4.0);
    }

    private function makeBars(): void
    {
        $symbologies = [LinearSymbology::Ean13, LinearSymbology::Ean8, LinearSymbology::UpcA, LinearSymbology::UpcE, LinearSymbology::Itf14, LinearSymbology::Code128, LinearSymbology::Gs1128, LinearSymbology::Code39];
        $symbology = $symbologies[$this->chance->int(0, 7)];
        $given = match ($symbology) {
            LinearSymbology::Ean13 => '9521234'.$this->chance->int(10000, 99999),
            LinearSymbology::Ean8 => '952'.$this->chance->int(1000, 9999),
            LinearSymbology::UpcA => (string) $this->chance->int(10_000_000_000, 99_999_999_999),
            LinearSymbology::UpcE => '0'.$this->chance->int(100000, 999999),
            LinearSymbology::Itf14 => '1952123'.$this->chance->int(100000, 999999),
            LinearSymbology::Gs1128 => '(01)09521234543213(10)H'.$this->chance->int(1, 9999),
            default => 'HIVE-'.$this->chance->int(1000, 99999),
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
        $size = min($this->chance->float(1.6, 4), min($this->canvas->width, $this->canvas->height) * 0.95 / strlen($row));
        $this->place(array_fill(0, 40, $row), 4, $this->chance->float(0, 360), 35 * $this->hard, $size, 30, 225);
        $this->disc($size * 0.6 * $this->hard);
        $this->noise(4.0);
        $this->texts[] = $symbol->text;
    }

    /** @param  list<string>  $rows */
    private function place(array $rows, int $quiet, float $turn, float $tilt, float $size, float $dark, float $light): void
    {
        $blank = str_repeat('0', $quiet);
        $rows = array_map(static fn (string $row): string => $blank.$row.$blank, $rows);
        $empty = array_fill(0, $quiet, str_repeat('0', strlen($rows[0])));
        $rows = [...$empty, ...$rows, ...$empty];
        $size = min($size, 0.95 * min($this->canvas->width, $this->canvas->height) / hypot(count($rows), strlen($rows[0])));
        $surface = new Surface(strlen($rows[0]), $size, $this->canvas->width / 2, $this->canvas->height / 2, $turn, $tilt, $this->chance->float(0, 360), 0.0, count($rows));
        $this->canvas->lay($rows, $surface->back(), $surface->box(), $dark, $light);
    }

    private function makeNothing(): void
    {
        $this->clutter(100 + (int) (900 * $this->hard));
        if ($this->chance->int(0, 1) === 1) {
            // A field of modules without finder patterns is the likest thing to a symbol.
            $n = $this->chance->int(21, 60);
            $rows = [];
            for ($i = 0; $i < $n; $i++) {
                $rows[] = implode('', array_map(fn (): string => (string) $this->chance->int(0, 1), range(1, $n)));
            }
            $surface = new Surface($n, 6, $this->canvas->width / 2, $this->canvas->height / 2, $this->chance->float(0, 90));
            $this->canvas->lay($rows, $surface->back(), $surface->box(), 30, 220);
        }
        $this->noise(30 * $this->hard);
    }

    private function symbol(float $turn = 0, float $tilt = 0, float $size = 5, float $dark = 30, float $light = 225, float $cylinder = 0, bool $mirrored = false, int $quiet = 4, ?int $version = null, ?ErrorCorrectionLevel $level = null, ?float $x = null, ?float $y = null): Surface
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

    private function noise(float $sigma): void
    {
        $this->canvas->each(fn (int $x, int $y, float $grey): float => $grey + $sigma * $this->chance->normal());
    }

    private function light(float $fall, float $way, bool $isSharp): void
    {
        $angle = deg2rad($way);
        [$w, $h] = [$this->canvas->width, $this->canvas->height];
        $this->canvas->each(static function (int $x, int $y, float $grey) use ($fall, $angle, $isSharp, $w, $h): float {
            $t = 0.5 + (($x - $w / 2) * cos($angle) + ($y - $h / 2) * sin($angle)) / hypot($w, $h) * 1.6;
            $t = $isSharp ? ($t > 0.5 ? 1 : 0) : max(0, min(1, $t));

            return $grey * (1 - $fall * $t);
        });
    }

    private function disc(float $radius): void
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

    private function streak(float $length, float $way): void
    {
        $reach = max(1, (int) ceil($length / 2));
        $kernel = array_fill(0, 2 * $reach + 1, array_fill(0, 2 * $reach + 1, 0.0));
        for ($i = 0; $i < 64; $i++) {
            $r = ($i / 63 - 0.5) * $length;
            $kernel[(int) round($reach + $r * sin(deg2rad($way)))][(int) round($reach + $r * cos(deg2rad($way)))] += 1 / 64;
        }
        $this->canvas->convolve($kernel);
    }

    private function clutter(int $things): void
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
