<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\ModuleShape;
use KeenGlyph\Core\Finish\RingShape;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Render\Coverage;
use KeenGlyph\Core\Render\Path;
use KeenGlyph\Core\Render\PathData;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\PrintInk;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Render\Shapes;
use KeenGlyph\Core\Render\Stroke;
use KeenGlyph\Core\Render\Typeface;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;

const SCENE_TEXT = 'https://fennmoor.example/hive/7?batch=H26-07';

/** A small picture with clear, half-clear and full pixels. */
function photo(): string
{
    $picture = imagecreatetruecolor(48, 32);
    imagealphablending($picture, false);
    imagesavealpha($picture, true);
    for ($y = 0; $y < 32; $y++) {
        for ($x = 0; $x < 48; $x++) {
            imagesetpixel($picture, $x, $y, imagecolorallocatealpha($picture, 5 * $x, 7 * $y, 90, hypot($x - 24, $y - 16) > 15 ? 127 : ($x > 30 ? 60 : 0)));
        }
    }
    ob_start();
    imagepng($picture);

    return 'data:image/png;base64,'.base64_encode((string) ob_get_clean());
}

function logo(): string
{
    return 'data:image/svg+xml;base64,'.base64_encode('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 60"><rect width="100" height="60" rx="12" fill="#143D2B"/><g transform="rotate(30 50 30)"><path d="M30 30h40M50 15v30" stroke="white" stroke-width="8" stroke-linecap="round"/></g><path fill-rule="evenodd" fill="#fc0" d="M5 5h20v20h-20zM10 10h10v10h-10z"/></svg>');
}

/** @return array<string, array{array<string, mixed>}> */
function looks(): array
{
    return [
        'discs, hexagons and an icon' => [['dark' => '#2B1A0E', 'light' => '#FFFAEC', 'shape' => 'disc', 'ring' => 'soft', 'centre' => 'hexagon', 'centre_ink' => '#8A3A0A', 'mark' => ['icon' => 'comb', 'size' => 7], 'caption' => ['text' => 'Heather honey, scan for its hive']]],
        'poured along a gradient' => [['shape' => 'poured', 'ring' => 'round', 'centre' => 'disc', 'gradient' => ['angle' => 30, 'stops' => [['ink' => '#7A1040'], ['ink' => '#103070']]], 'corner' => 4, 'padding' => 1, 'border' => 0.5, 'mark' => ['text' => 'Fen', 'size' => 7, 'plate' => 'disc']]],
        'rows from the middle on a plate' => [['shape' => 'rows', 'ring' => 'leaf', 'centre' => 'lozenge', 'gradient' => ['kind' => 'radial', 'stops' => [['ink' => '#7A1040'], ['at' => 0.4, 'ink' => '#000000'], ['ink' => '#103070']]], 'corner' => 3, 'caption' => ['text' => "Scan me\nŁódź, Éire", 'layout' => 'plate']]],
        'columns downwards' => [['shape' => 'columns', 'ring' => 'octagon', 'centre' => 'octagon', 'gradient' => ['angle' => 90, 'stops' => [['ink' => '#004030'], ['ink' => '#301050']]]]],
        'hexagons over bars' => [['shape' => 'hexagon', 'ring' => 'modules', 'centre' => 'modules', 'ring_ink' => '#203060', 'ean' => '9520123456788', 'caption' => ['text' => 'Above', 'layout' => 'above']]],
        'leaves and a photograph' => [['shape' => 'leaf', 'ring' => 'circle', 'centre' => 'soft', 'mark' => ['picture' => photo(), 'size' => 8, 'plate' => 'soft']]],
        'soft under a logo' => [['shape' => 'soft', 'ring' => 'cut', 'mark' => ['picture' => logo(), 'size' => 8, 'plate' => 'none', 'beneath' => 'keep']]],
        'tiles and lozenges' => [['shape' => 'tile', 'centre' => 'lozenge', 'dark' => '#4A2A00', 'light' => '#F2E2B0']],
        'lozenges, inverted' => [['shape' => 'lozenge', 'dark' => '#F4F8F1', 'light' => '#143D2B']],
    ];
}

/** @return array{KeenGlyph\Core\Symbol\QrSymbol, Finish, Layout, KeenGlyph\Core\Render\Scene} */
function sceneOf(array $values, ?Size $size = null, ErrorCorrectionLevel $level = ErrorCorrectionLevel::H): array
{
    $symbol = Encoder::encode(SCENE_TEXT, new EncodeOptions($level));
    $finish = FinishFile::read($values, new MarkPictures);
    $layout = Layout::of($symbol->matrix->size(), $finish, $size ?? Size::ofModule(8, 96));

    return [$symbol, $finish, $layout, SceneBuilder::of($symbol, $finish, $layout, 'Hive 7')];
}

/** Mean and largest difference of two pictures, channel by channel, of 255; the picture's size must be the same. */
function apart(string $one, string $other): array
{
    [$a, $b] = [new Imagick, new Imagick];
    $a->readImageBlob($one);
    $b->readImageBlob($other);
    foreach ([$a, $b] as $picture) {
        $picture->setImageBackgroundColor('white');
        $picture->setImageAlphaChannel(Imagick::ALPHACHANNEL_REMOVE);
        $picture->setImageDepth(8);
    }
    expect([$b->getImageWidth(), $b->getImageHeight()])->toBe([$a->getImageWidth(), $a->getImageHeight()]);
    $a->setImageFormat('RGB');
    $b->setImageFormat('RGB');
    [$x, $y] = [unpack('C*', $a->getImageBlob()), unpack('C*', $b->getImageBlob())];
    $sum = 0;
    $far = 0;
    foreach ($x as $i => $value) {
        $difference = abs($value - $y[$i]);
        $sum += $difference;
        $far += $difference > 96 ? 1 : 0;
    }

    return [$sum / count($x), $far / count($x)];
}

it('shows the same in every format, as other programs draw it, and reads back', function (array $values) {
    [$symbol, $finish, $layout, $scene] = sceneOf($values);
    $png = PngRenderer::render($scene);
    $folder = sys_get_temp_dir().'/scene-'.bin2hex(random_bytes(4));
    mkdir($folder);
    foreach (PictureFormat::cases() as $format) {
        file_put_contents("$folder/a.{$format->value}", $format->draw($scene, $symbol->matrix, $finish, png: $png));
    }
    // Ghostscript clips without smoothing, so it draws four times as large and is averaged.
    exec("rsvg-convert $folder/a.svg -o $folder/svg.png && pdftoppm -r 96 -png -singlefile $folder/a.pdf $folder/pdf && gs -q -dNOPAUSE -dBATCH -sDEVICE=png16m -r384 -dDownScaleFactor=4 -dEPSCrop -sOutputFile=$folder/eps.png $folder/a.eps", $lines, $status);
    expect($status)->toBe(0, implode("\n", $lines));
    foreach (['svg.png', 'pdf.png', 'eps.png', 'a.webp', 'a.jpg'] as $file) {
        $picture = (string) file_get_contents("$folder/$file");
        [$mean, $far] = apart($png, $picture);
        expect($mean)->toBeLessThan(4.0, "$file strays by $mean")
            ->and($far)->toBeLessThan(0.01, "$file differs in $far")
            ->and(readPicture($picture)->readings[0]->symbol->content->bytes ?? null)->toBe(SCENE_TEXT, $file);
    }
    expect(readPicture($png)->readings[0]->symbol->content->bytes ?? null)->toBe(SCENE_TEXT)
        ->and(json_decode((string) file_get_contents("$folder/a.json"), true)['rows'])->toBe($symbol->matrix->rows);
    array_map(unlink(...), glob("$folder/*") ?: []);
    rmdir($folder);
})->with(looks());

it('is as large in print as it says, to a tenth of a millimetre', function (float $mm, float $dpi) {
    [$symbol, $finish, $layout, $scene] = sceneOf(['shape' => 'disc', 'caption' => ['text' => 'Honey']], Size::ofMillimetres($mm, $dpi));
    $file = (string) tempnam(sys_get_temp_dir(), 'pdf');
    file_put_contents($file, PictureFormat::Pdf->draw($scene, $symbol->matrix, $finish));
    preg_match('/Page size:\s+([\d.]+) x ([\d.]+) pts/', (string) shell_exec("pdfinfo $file"), $points);
    unlink($file);
    preg_match('/width="([\d.]+)mm" height="([\d.]+)mm"/', PictureFormat::Svg->draw($scene, $symbol->matrix, $finish, physical: true), $svg);
    expect((float) $points[1] / 72 * 25.4)->toEqualWithDelta($mm, 0.1)
        ->and((float) $points[2] / 72 * 25.4)->toEqualWithDelta($layout->heightMm(), 0.1)
        ->and((float) $svg[1])->toEqualWithDelta($mm, 0.1)
        ->and((float) $svg[2])->toEqualWithDelta($layout->heightMm(), 0.1);
})->with([[40.0, 300.0], [20.5, 600.0], [85.6, 1200.0]]);

it('draws nothing that reaches outside an SVG file, and escapes its words', function () {
    [, $finish, $layout] = sceneOf(looks()['leaves and a photograph'][0]);
    $symbol = Encoder::encode(SCENE_TEXT, new EncodeOptions(ErrorCorrectionLevel::H));
    $svg = PictureFormat::Svg->draw(SceneBuilder::of($symbol, $finish, $layout, '<script>"&', null, "a\0<b>"), $symbol->matrix, $finish);
    expect(simplexml_load_string($svg))->not->toBeFalse()
        ->and($svg)->not->toContain('<script')
        ->and($svg)->toContain('<desc>')
        ->and(preg_match_all('/(?:href|src|url)\s*[=(]\s*["\']?+(?!data:image\/png;base64,|#)/', $svg))->toBe(0)
        ->and(substr_count($svg, 'http'))->toBe(1);
});

it('prints black with black ink alone', function () {
    [$symbol, $finish, , $scene] = sceneOf([]);
    $eps = PictureFormat::Eps->draw($scene, $symbol->matrix, $finish, PrintInk::Cmyk);
    expect($eps)->toContain('0 0 0 1 setcmykcolor')->not->toContain('setrgbcolor');
    $pdf = PictureFormat::Pdf->draw($scene, $symbol->matrix, $finish, PrintInk::Cmyk);
    preg_match('/stream\n(.*?)\nendstream/s', $pdf, $stream);
    expect((string) gzuncompress($stream[1]))->toContain('0 0 0 1 k')->not->toContain(' rg');
});

it('bounds the pixels of drawings that need smoothing', function () {
    expect(fn () => PngRenderer::render(sceneOf(['shape' => 'disc'], Size::ofSide(6000))[3]))->toThrow(InvalidFinish::class, 'take SVG')
        ->and(fn () => PngRenderer::render(sceneOf(['gradient' => ['stops' => [['ink' => '#000'], ['ink' => '#700']]]], Size::ofSide(6000))[3]))->toThrow(InvalidFinish::class)
        ->and(strlen(PngRenderer::render(sceneOf([], Size::ofSide(6000))[3])))->toBeLessThan(200_000);
});

it('keeps a palette where inks allow it, and is clear where nothing lies', function () {
    $type = static fn (array $values): int => ord(PngRenderer::render(sceneOf($values)[3])[25]);
    $bits = static fn (array $values): int => ord(PngRenderer::render(sceneOf($values)[3])[24]);
    expect([$bits([]), $type([])])->toBe([1, 3])
        ->and([$bits(['shape' => 'disc', 'centre_ink' => '#B5470F']), $type(['shape' => 'disc', 'centre_ink' => '#B5470F'])])->toBe([8, 3])
        ->and($type(['gradient' => ['stops' => [['ink' => '#000'], ['ink' => '#700']]]]))->toBe(2)
        ->and($type(['corner' => 3, 'gradient' => ['stops' => [['ink' => '#000'], ['ink' => '#700']]]]))->toBe(6);
    foreach ([['transparent' => true], ['transparent' => true, 'shape' => 'disc'], ['corner' => 5]] as $values) {
        $picture = imagecreatefromstring(PngRenderer::render(sceneOf($values)[3]));
        $corner = imagecolorsforindex($picture, imagecolorat($picture, 0, 0));
        expect($corner['alpha'])->toBe(127);
    }
});

it('covers exactly the area of a path', function (Path $path, float $area, bool $evenOdd) {
    $sum = 0;
    foreach (Coverage::rows($path, 40, 40, $evenOdd) as $row) {
        $sum += array_sum(array_map('ord', str_split($row))) / 255;
    }
    // Shares are rounded to seventeenths; over many pixels that evens out.
    expect($sum)->toEqualWithDelta($area, max(0.6, $area * 0.02));
})->with([
    'a box between pixels' => [Path::box(3.25, 4.5, 10.5, 7.75), 10.5 * 7.75, false],
    'a disc' => [Path::disc(20, 20, 12.3), M_PI * 12.3 ** 2, false],
    'a ring' => [Shapes::ring(RingShape::Circle, 5, 5, 28), M_PI * (14 ** 2 - 13 ** 2), false],
    'a hole by the even-odd rule' => [Path::box(2, 2, 20, 20)->and(Path::box(5, 5, 10, 10)), 300.0, true],
    'twice over' => [Path::box(2, 2, 20, 20)->and(Path::box(5, 5, 10, 10)), 400.0, false],
    'beyond the sheet' => [Path::box(-10, -10, 30, 30), 400.0, false],
    'a slanted line' => [Path::polygon([[1, 1], [39, 20], [39, 22], [1, 3]]), 76.0, false],
]);

it('inks as much of a module as each shape says, and stays inside it', function (ModuleShape $shape) {
    foreach (range(0, 15) as $variant) {
        $bounds = Shapes::module($shape, $variant)->bounds();
        expect(min($bounds->left, $bounds->top))->toBeGreaterThanOrEqual(-0.001)->and(max($bounds->right, $bounds->bottom))->toBeLessThanOrEqual(1.001);
    }
    $rows = Coverage::rows(Shapes::module($shape, in_array($shape, [ModuleShape::Soft, ModuleShape::Poured], true) ? 15 : 0)->placed(60, 60, 0, 0), 60, 60);
    $inked = array_sum(array_map(static fn (string $row): float => array_sum(array_map('ord', str_split($row))) / 255, $rows)) / 3600;
    expect(Shapes::ink($shape))->toEqualWithDelta($inked, 0.01);
})->with(ModuleShape::cases());

it('leaves no seam between joined modules', function (string $shape) {
    [, , $layout, $scene] = sceneOf(['shape' => $shape]);
    $matrix = Encoder::encode(SCENE_TEXT, new EncodeOptions(ErrorCorrectionLevel::H))->matrix;
    $picture = imagecreatefromstring(PngRenderer::render($scene));
    for ($y = 9; $y < 15; $y++) {
        for ($x = 9; $x < $matrix->size() - 9; $x++) {
            if ($matrix->isDark($x, $y) && $matrix->isDark($x + 1, $y)) {
                foreach ([-1, 0] as $side) {
                    $tone = imagecolorsforindex($picture, imagecolorat($picture, $layout->before + ($x + 1) * 8 + $side, $layout->above + $y * 8 + 4))['red'];
                    expect($tone)->toBe(0);
                }
            }
        }
    }
})->with(['soft', 'poured', 'rows']);

it('reads path data in every command and writes it back', function () {
    $path = PathData::parse('m10 10 h20 V30 l-5,5 -5-5 c0 5 -5 5 -5 0 s-5-5-5 0 q-2.5 5-5 0 t-3 0 a5 5 0 0 1-2-2 A5 5 0 1110 10z M50 50 60 50 60 60');
    $again = PathData::parse(PathData::write($path));
    expect(PathData::write($again))->toBe(PathData::write($path))
        ->and($path->bounds()->left)->toBeLessThan(10.0)
        ->and(count($path->polygons()))->toBe(2);
    $circle = PathData::parse('M0 5a5 5 0 1 1 10 0a5 5 0 1 1-10 0z');
    foreach ($circle->polygons(100)[0] as [$x, $y]) {
        expect(hypot($x - 5, $y - 5))->toEqualWithDelta(5.0, 0.01);
    }
});

it('refuses path data that is none', function (string $data) {
    expect(fn () => PathData::parse($data))->toThrow(InvalidArgumentException::class);
})->with(['L5 5', 'M5', 'M1 2 3', 'M0 0 C1 2 3', 'M1e9 0L1 1', 'M0 0 L1 url(x)', 'M0 0'.str_repeat('L1 1', 20100)]);

it('draws lines of a width, with round ends where asked', function () {
    $line = PathData::parse('M5 20H35', false);
    $area = static function (Path $path): float {
        return array_sum(array_map(static fn (string $row): float => array_sum(array_map('ord', str_split($row))) / 255, Coverage::rows($path, 40, 40)));
    };
    expect($area(Stroke::outline($line, 4, false, 1)))->toEqualWithDelta(120.0, 0.5)
        ->and($area(Stroke::outline($line, 4, true, 1)))->toEqualWithDelta(120.0 + M_PI * 4, 1.0)
        ->and($area(Stroke::outline(PathData::parse('M10 10H30V30H10Z', false), 2, false, 1)))->toEqualWithDelta(160.0, 2.0);
});

it('sets letters in the shipped face and says which it lacks', function () {
    [$path, $width] = Typeface::line('Fennmoor Éire Łódź 340 g', 10.0);
    $bounds = $path->bounds();
    expect($width)->toBeGreaterThan(80.0)->toBeLessThan(160.0)
        ->and($bounds->left)->toBeGreaterThan(-1.0)->and($bounds->right)->toBeLessThan($width + 1)
        ->and($bounds->top)->toBeLessThan(-6.5)->and($bounds->bottom)->toBeLessThan(4.0);
    expect(fn () => Typeface::line('蜂', 10.0))->toThrow(InvalidFinish::class, '蜂');
});
