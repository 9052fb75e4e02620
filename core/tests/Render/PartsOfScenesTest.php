<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Gradient;
use KeenGlyph\Core\Finish\Inks;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\ModuleShape;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Finish\OverlayBox;
use KeenGlyph\Core\Finish\PixelArt;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Render\GradientRaster;
use KeenGlyph\Core\Render\Layer;
use KeenGlyph\Core\Render\Layers;
use KeenGlyph\Core\Render\ModuleBox;
use KeenGlyph\Core\Render\ModuleField;
use KeenGlyph\Core\Render\ModuleFieldBuilder;
use KeenGlyph\Core\Render\ModuleRuns;
use KeenGlyph\Core\Render\MovedParts;
use KeenGlyph\Core\Render\Paint;
use KeenGlyph\Core\Render\Path;
use KeenGlyph\Core\Render\Picture;
use KeenGlyph\Core\Render\Piece;
use KeenGlyph\Core\Render\PixelRows;
use KeenGlyph\Core\Render\PlacedPath;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\PrintInk;
use KeenGlyph\Core\Render\Raster;
use KeenGlyph\Core\Render\Scene;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Render\ShadingText;
use KeenGlyph\Core\Render\VectorPath;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Rows of dark and light modules by chance. */
function chanceRows(int $width, int $height, int $darkOfTen = 5): array
{
    $rows = [];
    for ($y = 0; $y < $height; $y++) {
        $row = '';
        for ($x = 0; $x < $width; $x++) {
            $row .= chance(1, 10) <= $darkOfTen ? '1' : '0';
        }
        $rows[] = $row;
    }

    return $rows;
}

/** A scene of so many modules with these parts, eight pixels a module and no quiet zone. */
function sceneWith(int $modules, array $parts, int $modulePx = 8): Scene
{
    return new Scene(Layout::of($modules, new Finish(new Inks(Colour::fromHex('#000'), Colour::fromHex('#FFF')), 0), Size::ofModule($modulePx)), $parts, Colour::fromHex('#FFFFFF'), 'Hive 7');
}

/** Pixels of red, green, blue and alpha; the file of them is not looked at here. */
function pixelsIn(int $width, int $height, string $rgba): PixelArt
{
    return new PixelArt($width, $height, $rgba, '');
}

function inkOf(string $hex): Paint
{
    return Paint::of(Colour::fromHex($hex));
}

/** Which modules the boxes cover, and that none covers one twice. */
function boxesDrawn(array $boxes, int $width, int $height): array
{
    $rows = array_fill(0, $height, str_repeat('0', $width));
    foreach ($boxes as $box) {
        for ($y = $box->row; $y < $box->row + $box->height; $y++) {
            for ($x = $box->column; $x < $box->column + $box->width; $x++) {
                expect($rows[$y][$x])->toBe('0');
                $rows[$y][$x] = '1';
            }
        }
    }

    return $rows;
}

it('covers dark modules with boxes, each once, and no light one', function (): void {
    for ($round = 0; $round < 60; $round++) {
        [$width, $height] = [chance(1, 30), chance(1, 30)];
        $rows = chanceRows($width, $height, chance(0, 10));
        expect(boxesDrawn(ModuleRuns::of($rows), $width, $height))->toBe($rows);
    }
});

it('makes one box of a run, and one of equal rows below each other', function (): void {
    expect(ModuleRuns::of(['0110', '0110', '0000', '1111']))->toEqual([new ModuleBox(1, 0, 2, 2), new ModuleBox(0, 3, 4, 1)])
        ->and(ModuleRuns::of([]))->toBe([])
        ->and(ModuleRuns::of(['000']))->toBe([])
        // Rows that differ in one module share none of their boxes.
        ->and(ModuleRuns::of(['11011', '11011', '11111']))->toEqual([new ModuleBox(0, 0, 2, 2), new ModuleBox(3, 0, 2, 2), new ModuleBox(0, 2, 5, 1)]);
});

it('draws a field as whole squares in boxes and every other module by its own outline', function (): void {
    $leaf = Path::rounded(0, 0, 1, 1, [0.5, 0, 0.5, 0]);
    $field = new ModuleField(['1A0', '110', 'A01'], ['A' => $leaf], inkOf('#14201C'));
    $placed = $field->placed();
    expect($field->isSquares())->toBeFalse()
        ->and(boxesDrawn($field->boxes(), 3, 3))->toBe(['100', '110', '001'])
        ->and(array_values(array_filter($placed, static fn (PlacedPath $one): bool => $one->path === $leaf)))->toEqual([new PlacedPath($leaf, 1, 0), new PlacedPath($leaf, 0, 2)])
        ->and(count($placed))->toBe(count($field->boxes()) + 2);
    // Without outlines there is nothing but boxes.
    $plain = new ModuleField(['10', '01'], [], inkOf('#14201C'));
    expect($plain->isSquares())->toBeTrue()->and($plain->placed())->toHaveCount(2);
});

it('draws each kind of module as it is told to, and leaves out the others', function (): void {
    $matrix = new ModuleMatrix(['111', '101', '111']);
    // A corner of a finder pattern (f), timing (t) and data (d).
    $builder = static fn (ModuleShape $shape): ModuleFieldBuilder => new ModuleFieldBuilder($matrix, $shape, null, ['fft', 'fdd', 'tdd']);
    $square = $builder(ModuleShape::Square)->of(['f' => null, 't' => 's', 'd' => 'm'], inkOf('#000'));
    expect($square->rows)->toBe(['001', '001', '111'])->and($square->isSquares())->toBeTrue();
    $disc = $builder(ModuleShape::Disc)->of(['f' => null, 't' => 's', 'd' => 'm'], inkOf('#000'));
    // Data in the shape's outline, timing as whole squares.
    expect($disc->rows)->toBe(['001', '00m', '1mm'])->and(array_keys($disc->tiles))->toBe(['m'])
        ->and($builder(ModuleShape::Disc)->of(['f' => 'm', 't' => null, 'd' => null], inkOf('#000'))->rows)->toBe(['mm0', 'm00', '000']);
});

it('gives joined modules an outline by their neighbours, the same for the same neighbours', function (ModuleShape $shape): void {
    $side = 12;
    $rows = chanceRows($side, $side);
    $matrix = new ModuleMatrix($rows);
    $field = (new ModuleFieldBuilder($matrix, $shape, null, array_fill(0, $side, str_repeat('d', $side))))->of(['d' => 'm'], inkOf('#000'));
    $seen = [];
    for ($y = 0; $y < $side; $y++) {
        for ($x = 0; $x < $side; $x++) {
            $character = $field->rows[$y][$x];
            if ($rows[$y][$x] === '0' && $shape !== ModuleShape::Poured) {
                expect($character)->toBe(ModuleField::BLANK);

                continue;
            }
            $around = '';
            foreach ([[-1, -1], [0, -1], [1, -1], [-1, 0], [1, 0], [-1, 1], [0, 1], [1, 1]] as [$dx, $dy]) {
                $around .= $x + $dx < 0 ? '0' : ($rows[$y + $dy][$x + $dx] ?? '0');
            }
            $key = $rows[$y][$x].$around;
            expect($seen[$key] ?? $character)->toBe($character);
            $seen[$key] = $character;
            expect($character === ModuleField::BLANK || $character === ModuleField::SQUARE || isset($field->tiles[$character]))->toBeTrue();
            // A dark module is never left out.
            expect($rows[$y][$x] === '1' && $character === ModuleField::BLANK)->toBeFalse();
        }
    }
})->with(array_values(array_filter(ModuleShape::cases(), static fn (ModuleShape $shape): bool => $shape->joins())));

it('turns pixels of the parts into the coverage that their outlines have', function (): void {
    $field = new ModuleField(['10', 'D1'], ['D' => Path::disc(0.5, 0.5, 0.5)], inkOf('#000000'));
    $piece = new Piece(Path::box(0.5, 0.5, 1, 1), inkOf('#A05000'));
    [$first, $second] = Layers::of(sceneWith(2, [$field, $piece]));
    expect($first)->toBeInstanceOf(Layer::class)
        // Modules with outlines: a row of pixels each.
        ->and($first->rows)->toHaveCount(16)
        ->and($first->tall)->toBe(1)
        ->and($first->rows[0])->toBe(str_repeat("\xFF", 8).str_repeat("\0", 8))
        ->and([$first->place($first->top), $first->place($first->top + 15), $first->place($first->top - 1)])->toBe([0, 15, -1]);
    $inked = array_sum(array_map(static fn (string $row): int => array_sum(array_map(ord(...), str_split($row))), $first->rows)) / 255 / 64;
    // Two squares and a disc of half a module.
    expect($inked)->toEqualWithDelta(2 + M_PI / 4, 0.02)
        ->and($second->left)->toBe(4)
        ->and($second->rows[4])->toBe(str_repeat("\xFF", 8))
        ->and(trim($second->rows[3] ?? '', "\0"))->toBe('');
});

it('lets one row of pixels stand for a module where all are squares', function (): void {
    [$layer] = Layers::of(sceneWith(3, [new ModuleField(['101', '010', '111'], [], inkOf('#000'))], 5));
    expect($layer->rows)->toHaveCount(3)->and($layer->tall)->toBe(5)
        ->and(array_map($layer->place(...), [$layer->top, $layer->top + 4, $layer->top + 5, $layer->top + 14]))->toBe([0, 0, 1, 2]);
});

it('draws nothing of a piece that lies beside the sheet', function (): void {
    [$layer] = Layers::of(sceneWith(2, [new Piece(Path::box(5, 5, 1, 1), inkOf('#000'))]));
    expect($layer->rows)->toBe([]);
});

it('scales a picture into its box', function (): void {
    $art = pixelsIn(2, 1, "\xFF\x00\x00\xFF\x00\x00\xFF\xFF");
    [$layer] = Layers::of(sceneWith(4, [new Picture($art, 1, 1, 2, 1)], 10));
    expect([$layer->left, $layer->top, count($layer->rows), $layer->paint])->toBe([10, 10, 10, null])
        ->and(strlen($layer->rows[0]))->toBe(20)->and(strlen($layer->colours[0]))->toBe(60)
        ->and(substr($layer->colours[5], 0, 3))->toBe("\xFF\x00\x00")->and(substr($layer->colours[5], -3))->toBe("\x00\x00\xFF");
});

it('draws boxes over the modules in the two inks, a later one over an earlier', function (): void {
    $finish = Finish::coloured(Colour::fromHex('#C00000'), Colour::fromHex('#FFFFFF'), 0);
    $matrix = new ModuleMatrix(array_fill(0, 4, '1111'));
    $overlay = new Overlay([new OverlayBox(0.0, 0.0, 4.0, 2.0, false), new OverlayBox(1.0, 1.0, 2.0, 2.0, true), new OverlayBox(1.5, 1.5, 1.0, 1.0, false)]);
    $drawn = Raster::of(SceneBuilder::ofGrid($matrix, $finish, Layout::of(4, $finish, Size::ofModule(2)), '', $overlay));
    expect($drawn)->toBeInstanceOf(PixelRows::class);
    $light = array_search([255, 255, 255, 255], $drawn->palette, true);
    $shape = array_map(static fn (string $row): string => implode('', array_map(static fn (string $pixel): string => ord($pixel) === $light ? '.' : '#', str_split($row))), $drawn->rows);
    expect($shape)->toBe(['........', '........', '..####..', '..#..#..', '###..###', '########', '########', '########']);
});

it('lays the parts over each other, the later one above', function (): void {
    $scene = sceneWith(2, [new Piece(Path::box(0, 0, 2, 2), inkOf('#FFFFFF')), new Piece(Path::box(0, 0, 1, 2), inkOf('#C00000')), new Piece(Path::box(0, 1, 2, 1), inkOf('#0000C0'))], 4);
    $drawn = Raster::of($scene);
    $picture = imagecreatefromstring(PngRenderer::render($scene));
    $at = static function (int $x, int $y) use ($picture): string {
        $colour = imagecolorsforindex($picture, imagecolorat($picture, $x, $y));

        return sprintf('%02X%02X%02X', $colour['red'], $colour['green'], $colour['blue']);
    };
    expect([count($drawn->rows), strlen($drawn->rows[0]), $drawn->depth])->toBe([8, 8, 1])
        // Nothing, and the three inks.
        ->and(array_slice($drawn->palette, 0, 4))->toBe([[255, 255, 255, 0], [255, 255, 255, 255], [192, 0, 0, 255], [0, 0, 192, 255]])
        ->and([$at(1, 1), $at(6, 1), $at(1, 6), $at(6, 6)])->toBe(['C00000', 'FFFFFF', '0000C0', '0000C0']);
});

it('gives each pixel of a row the ink that the gradient has at its middle', function (Gradient $gradient): void {
    $scene = sceneWith(10, [new ModuleField(array_fill(0, 10, str_repeat('1', 10)), [], Paint::gradient($gradient, 10))], 8);
    [$layer] = Layers::of($scene);
    foreach ([3, 4] as $depth) {
        $raster = new GradientRaster($gradient, 80, new Layer($layer->left, $layer->top, $layer->rows, $layer->tall, $layer->paint), $scene->layout, $depth);
        foreach ([0, 1, 37, 79] as $y) {
            $row = $raster->row($layer->top + $y);
            expect(strlen($row))->toBe($depth * strlen($layer->rows[0]));
            [$x1, $y1, $x2, $y2] = $gradient->line(80);
            foreach ([0, 20, 41, 79] as $x) {
                [$px, $py] = [$x + 0.5, $y + 0.5];
                $length = hypot($x2 - $x1, $y2 - $y1);
                $place = $gradient->radial ? hypot($px - $x1, $py - $y1) / $length : (($px - $x1) * ($x2 - $x1) + ($py - $y1) * ($y2 - $y1)) / $length ** 2;
                $ink = $gradient->at(max(0.0, min(1.0, $place)));
                foreach ([$ink->red, $ink->green, $ink->blue] as $k => $value) {
                    expect(abs(ord($row[$depth * $x + $k]) - $value))->toBeLessThanOrEqual(6);
                }
                expect($depth === 4 ? $row[4 * $x + 3] : "\xFF")->toBe("\xFF");
            }
        }
    }
})->with(fn (): array => array_map(static fn (array $one): array => [new Gradient($one[0], $one[1], [[0.0, Colour::fromHex('#000000')], [1.0, Colour::fromHex('#C08040')]])], [
    'right' => [false, 0.0], 'left' => [false, 180.0], 'down' => [false, 90.0], 'up' => [false, 270.0], 'slanted' => [false, 35.0], 'nearly down' => [false, 89.5], 'slanted back' => [false, 215.0], 'from the middle' => [true, 0.0],
]));

it('writes a gradient as a shading that PDF and PostScript take', function (): void {
    $inks = [[0.25, Colour::fromHex('#000000')], [0.75, Colour::fromHex('#FF0000')]];
    $linear = ShadingText::of(new Gradient(false, 0.0, $inks), 20.0, PrintInk::Rgb);
    expect($linear)->toStartWith('<< /ShadingType 2 /Coords [0 10 20 10] /ColorSpace /DeviceRGB /Extend [true true]')
        // Ends that the inks leave out are filled in: three blends between four places.
        ->and(substr_count($linear, '/FunctionType 2'))->toBe(3)
        ->and($linear)->toContain('/Bounds [0.25 0.75]')->toContain('/Encode [0 1 0 1 0 1]')->toContain('/C0 [0 0 0] /C1 [1 0 0]');
    $radial = ShadingText::of(new Gradient(true, 0.0, [[0.0, Colour::fromHex('#FFFFFF')], [1.0, Colour::fromHex('#000000')]]), 20.0, PrintInk::Cmyk);
    expect($radial)->toStartWith('<< /ShadingType 3 /Coords [10 10 0 10 10 14.142')
        ->and($radial)->toContain('/ColorSpace /DeviceCMYK')->toContain('/Bounds []')->toContain('/C0 [0 0 0 0] /C1 [0 0 0 1]');
});

it('writes paths in the operators of a page, each from its own place', function (): void {
    $names = ['move' => 'm', 'line' => 'l', 'curve' => 'c', 'close' => 'h'];
    $text = VectorPath::operators([new PlacedPath(Path::box(0, 0, 1, 1), 2, 3), new PlacedPath(new Path([['M', [0.0, 0.0]], ['C', [0.0, 0.5, 0.5, 1.0, 1.0, 1.0]], ['Z', []]]), 0.1234, 0)], $names);
    expect($text)->toBe("2 3 m\n3 3 l\n3 4 l\n2 4 l\nh\n0.123 0 m\n0.123 0.5 0.623 1 1.123 1 c\nh\n");
    $field = new ModuleField(['11'], [], inkOf('#000'));
    $piece = new Piece(Path::box(0, 0, 3, 1), inkOf('#000'));
    expect(VectorPath::placed($field))->toHaveCount(1)
        ->and(VectorPath::placed($piece))->toEqual([new PlacedPath($piece->path)]);
});

it('puts one drawing into another, in its units and at its place', function (): void {
    $art = pixelsIn(1, 1, "\x10\x20\x30\xFF");
    $scene = sceneWith(2, [
        new Piece(Path::box(0, 0, 2, 2), inkOf('#FFFFFF')),
        new ModuleField(['10', '01'], [], inkOf('#14201C')),
        new Piece(Path::disc(1, 1, 0.5), inkOf('#C00000'), true),
        new Picture($art, 0.5, 0.5, 1, 1),
    ]);
    $parts = MovedParts::of($scene, 3.0, 10.0, 20.0);
    expect($parts)->toHaveCount(4)
        ->and([$parts[0]->path->bounds()?->left, $parts[0]->path->bounds()?->bottom])->toBe([10.0, 26.0])
        // A field becomes a path of its own.
        ->and($parts[1])->toBeInstanceOf(Piece::class)
        ->and([$parts[1]->path->bounds()?->right, $parts[1]->path->bounds()?->top])->toBe([16.0, 20.0])
        ->and([$parts[1]->evenOdd, $parts[2]->evenOdd])->toBe([false, true])
        ->and($parts[3])->toEqual(new Picture($art, 11.5, 21.5, 3.0, 3.0));
    $gradient = new Gradient(false, 0.0, [[0.0, Colour::fromHex('#000')], [1.0, Colour::fromHex('#400')]]);
    expect(static fn () => MovedParts::of(sceneWith(2, [new ModuleField(['11', '11'], [], Paint::gradient($gradient, 2))]), 1.0, 0.0, 0.0))->toThrow(InvalidFinish::class);
});

it('knows whether edges lie on pixels, and whether a ground lies beneath everything', function (): void {
    $ground = new Piece(Path::box(0, 0, 2, 2), inkOf('#FFFFFF'));
    $squares = new ModuleField(['10', '01'], [], inkOf('#000'));
    $gradient = new Gradient(false, 0.0, [[0.0, Colour::fromHex('#000')], [1.0, Colour::fromHex('#400')]]);
    $looks = static fn (array $parts): array => [sceneWith(2, $parts)->isSquares(), sceneWith(2, $parts)->isPlain(), sceneWith(2, $parts)->isOpaque()];
    expect($looks([$ground, $squares]))->toBe([true, true, true])
        ->and($looks([$squares]))->toBe([true, true, false])
        ->and($looks([new Piece(Path::rounded(0, 0, 2, 2, [0.5, 0.5, 0.5, 0.5]), inkOf('#FFF')), $squares]))->toBe([false, false, false])
        ->and($looks([new Piece(Path::box(0, 0, 1, 2), inkOf('#FFF')), $squares]))->toBe([true, true, false])
        ->and($looks([$ground, new ModuleField(['10', '01'], [], Paint::gradient($gradient, 2))]))->toBe([true, false, true])
        ->and($looks([$ground, new ModuleField(['D0', '0D'], ['D' => Path::disc(0.5, 0.5, 0.5)], inkOf('#000'))]))->toBe([false, false, true])
        ->and($looks([$ground, new Picture(pixelsIn(1, 1, "\0\0\0\xFF"), 0, 0, 1, 1)]))->toBe([false, false, true])
        ->and($looks([$ground, new Piece(new Path([['M', [0.0, 0.0]], ['L', [1.0, 1.0]], ['L', [0.0, 1.0]], ['Z', []]]), inkOf('#000'))]))->toBe([false, false, true]);
});

it('paints with the first ink of a gradient where there is none', function (): void {
    $gradient = new Gradient(true, 0.0, [[0.0, Colour::fromHex('#204060')], [1.0, Colour::fromHex('#000000')]]);
    $paint = Paint::gradient($gradient, 29.0);
    expect($paint->ink->hex())->toBe('#204060')->and($paint->gradient)->toBe($gradient)->and($paint->side)->toBe(29.0)
        ->and(inkOf('#14201C')->gradient)->toBeNull();
});
