<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Run\CutSheet;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\LabelLayout;
use KeenGlyph\Core\Run\LabelPart;
use KeenGlyph\Core\Run\LabelSheet;
use KeenGlyph\Core\Run\LabelText;
use KeenGlyph\Core\Run\Recipe;
use KeenGlyph\Core\Run\RowDrawer;
use KeenGlyph\Core\Run\SheetBuilder;

/** @param  array<string, mixed>  ...$more  parts beside the symbol */
function jarLayout(array ...$more): array
{
    return ['width' => 40, 'height' => 46, 'ground' => '#FFFAEC', 'parts' => [['kind' => 'symbol', 'x' => 2, 'y' => 9, 'width' => 20, 'height' => 20], ...$more]];
}

/** @param  array<string, mixed>  $more */
function jarDrawer(array $layout, array $more = []): RowDrawer
{
    return new RowDrawer(Recipe::of(['text' => 'https://fennmoor.example/p/{{sku}}', 'dpi' => 300, 'format' => 'png', 'layout' => $layout, ...$more]));
}

it('draws a label whose every symbol reads, with lines of the row beside it', function (): void {
    $parts = [['kind' => 'text', 'x' => 2, 'y' => 2, 'width' => 36, 'height' => 5, 'text' => '{{name}}'], ['kind' => 'bars', 'x' => 2.5, 'y' => 32, 'width' => 35, 'height' => 12, 'symbology' => 'ean13', 'text' => '{{gtin}}'], ['kind' => 'box', 'x' => 2, 'y' => 8, 'width' => 36, 'height' => 0.3, 'ink' => '#2B1A0E']];
    $row = ['sku' => '0123', 'name' => 'Heather honey', 'gtin' => '952012345678'];
    $drawn = jarDrawer(jarLayout(...$parts))->draw($row, 20);
    $found = (new Reader)->read((new PictureDecoder)->decode($drawn->picture), new ReadOptions(budgetMs: 10_000));
    [$width, $height] = getimagesizefromstring($drawn->picture);
    expect($drawn->text)->toBe('https://fennmoor.example/p/0123')->and($drawn->wasSearched)->toBeTrue()
        ->and([$found->readings[0]->symbol->content->text, $found->linear[0]->text])->toBe(['https://fennmoor.example/p/0123', '9520123456788'])
        ->and([$width, $height])->toBe([(int) round(40 / 25.4 * 300), (int) round(46 / 25.4 * 300)]);
});

it('puts parts to a hundredth of a millimetre into files of outlines', function (): void {
    $label = jarDrawer(jarLayout(['kind' => 'box', 'x' => 30.25, 'y' => 40.1, 'width' => 3.3, 'height' => 2, 'ink' => '#FF0000']))->drawing(['sku' => '1'], 2);
    $box = $label->scene->parts[count($label->scene->parts) - 1]->path->bounds();
    $unit = $label->scene->layout->moduleMm();
    expect([$box->left * $unit, $box->top * $unit, $box->width() * $unit, $box->height() * $unit])->toEqualWithDelta([30.25, 40.1, 3.3, 2.0], 0.001)
        ->and($label->scene->layout->sideMm())->toEqualWithDelta(40.0, 1e-6)->and($label->scene->layout->heightMm())->toEqualWithDelta(46.0, 1e-6)
        // Version 3 and four modules of quiet zone on each side: 20 mm are 37 modules.
        ->and([$label->symbols[0]->left, $label->symbols[0]->top, $label->symbols[0]->width])->toEqualWithDelta([2 + 4 * 20 / 37, 9 + 4 * 20 / 37, 29 * 20 / 37], 0.001);
});

it('sets a row aside when something lies over its symbol', function (): void {
    jarDrawer(jarLayout(['kind' => 'box', 'x' => 4, 'y' => 11, 'width' => 9, 'height' => 9]))->draw(['sku' => '1'], 1);
})->throws(InvalidRun::class, 'something lies over it');

it('sets a row aside when its bars have no room, or nothing to say', function (array $part, array $row, string $says): void {
    expect(fn () => jarDrawer(jarLayout(['kind' => 'bars', 'x' => 2, 'y' => 32, 'width' => 36, 'height' => 12, 'text' => '{{gtin}}', 'symbology' => 'ean13', ...$part]))->draw(['sku' => '1', ...$row], 1))->toThrow(InvalidRun::class, $says);
})->with([
    'an empty cell' => [[], ['gtin' => ''], 'nothing to say'], 'a wrong check digit' => [[], ['gtin' => '9520123456789'], 'check digit'], 'flat' => [['height' => 1.5], ['gtin' => '952012345678'], 'more height'],
    'a tower' => [['width' => 0.5, 'height' => 13, 'y' => 31], ['gtin' => '952012345678'], 'times as high'],
    'narrower than dots' => [['width' => 5, 'caption' => false], ['gtin' => '952012345678'], 'pixels'],
]);

it('makes a text smaller, breaks it or refuses it, and never cuts it', function (): void {
    $part = static fn (array $more): LabelPart => LabelPart::of(['kind' => 'text', 'x' => 1, 'y' => 2, 'width' => 20, 'height' => 6, 'text' => 'x', 'size_pt' => 10, ...$more], 1);
    $bounds = static fn (array $more, string $text): KeenGlyph\Core\Render\Bounds => LabelText::set($part($more), $text)->bounds();
    $long = 'Heather honey with comb';
    expect($bounds([], $long)->right)->toBeLessThanOrEqual(21.0)->and($bounds([], $long)->right)->toBeGreaterThan(19.5)
        ->and($bounds(['fit' => 'wrap', 'height' => 14], $long)->height())->toBeGreaterThan($bounds([], 'Heather')->height() * 1.8)
        ->and($bounds(['align' => 'right'], 'Hive')->right)->toEqualWithDelta(21.0, 0.3)->and($bounds(['align' => 'centre'], 'HH')->left + $bounds(['align' => 'centre'], 'HH')->right)->toEqualWithDelta(22.0, 0.4);
    expect(fn () => LabelText::set($part(['fit' => 'refuse']), $long))->toThrow(InvalidRun::class, 'larger than its place')
        ->and(fn () => LabelText::set($part([]), str_repeat('Heather ', 20)))->toThrow(InvalidRun::class, 'at 4.0 pt')
        ->and(fn () => LabelText::set($part(['fit' => 'wrap']), str_repeat('Heather ', 9)))->toThrow(InvalidRun::class)
        ->and(fn () => LabelText::set($part(['fit' => 'wrap']), str_repeat('Heather ', 9000)))->toThrow(InvalidRun::class, 'at most 500 characters');
});

it('says what is wrong with a layout', function (array $layout, string $says): void {
    expect(fn () => LabelLayout::of($layout))->toThrow(InvalidRun::class, $says);
})->with([
    'no symbol' => [['width' => 40, 'height' => 20, 'parts' => []], 'one part of the kind symbol; it has 0'],
    'two' => [jarLayout(['kind' => 'symbol', 'x' => 2, 'y' => 2, 'width' => 20]), 'it has 2'],
    'beyond' => [jarLayout(['kind' => 'text', 'x' => 30, 'y' => 2, 'width' => 11, 'height' => 4, 'text' => 'x']), 'Part 2 of the layout: it goes beyond'],
    'an unknown key' => [jarLayout(['kind' => 'box', 'x' => 1, 'y' => 2, 'width' => 1, 'height' => 1, 'colour' => 'red']), 'no “colour”'],
    'an unknown kind' => [jarLayout(['kind' => 'star']), 'its kind is symbol, text'], 'no size' => [['parts' => []], 'width'], 'not a list' => [[...jarLayout(), 'parts' => 'x'], 'a list'],
    'a remote picture' => [jarLayout(['kind' => 'picture', 'x' => 1, 'y' => 1, 'width' => 5, 'height' => 5, 'picture' => 'https://fennmoor.example/logo.png']), 'a data address'],
    'a script' => [jarLayout(['kind' => 'picture', 'x' => 1, 'y' => 1, 'width' => 5, 'height' => 5, 'picture' => 'data:image/svg+xml;base64,'.base64_encode('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><script/></svg>')]), 'script'],
    'five pictures' => [jarLayout(...array_fill(0, 5, ['kind' => 'picture', 'x' => 1, 'y' => 1, 'width' => 5, 'height' => 5, 'picture' => 'x'])), 'at most 4 pictures'],
    'an infinite place' => [jarLayout(['kind' => 'box', 'x' => INF, 'y' => 1, 'width' => 5, 'height' => 5]), 'x is a number'],
]);

it('comes back from what it is kept as', function (): void {
    $svg = 'data:image/svg+xml;base64,'.base64_encode('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 5 5"><path d="M0 0h5v5z" fill="#A90D5A"/></svg>');
    $recipe = Recipe::of(['text' => 'HIVE-{{n}}', 'dpi' => 300, 'layout' => [...jarLayout(['kind' => 'picture', 'x' => 30, 'y' => 2, 'width' => 6, 'height' => 6, 'picture' => $svg], ['kind' => 'text', 'x' => 2, 'y' => 31, 'width' => 30, 'height' => 4, 'text' => 'Apiary {{place}}']), 'bleed' => 1.5]]);
    $again = Recipe::of(json_decode((string) json_encode($recipe->toArray()), true));
    expect($again->toArray())->toBe($recipe->toArray())->and($again->columns())->toBe(['n', 'place'])->and($again->layout?->bleed)->toBe(1.5);
    expect(fn () => Recipe::of([...$recipe->toArray(), 'size_mm' => 20]))->toThrow(InvalidRun::class, 'as large as its part');
});

it('puts labels with bleed, marks and discs on a sheet, each read back from the page', function (): void {
    $sheet = LabelSheet::of(['width' => 210, 'height' => 297, 'columns' => 4, 'rows' => 5, 'label_width' => 40, 'label_height' => 46, 'left' => 16, 'top' => 20, 'pitch_x' => 46, 'pitch_y' => 53, 'marks' => true, 'register' => true]);
    $drawer = jarDrawer([...jarLayout(['kind' => 'bars', 'x' => 2, 'y' => 32, 'width' => 36, 'height' => 12, 'text' => 'HIVE{{sku}}']), 'bleed' => 1]);
    $sheets = new SheetBuilder('Jars', $sheet, 18, 1.0);
    for ($i = 1; $i <= 5; $i++) {
        $sheets->add($drawer->drawing(['sku' => "000$i"], $i));
    }
    $file = (string) tempnam(sys_get_temp_dir(), 'kg-sheet');
    try {
        $stream = fopen($file, 'wb');
        $sheets->write($stream);
        fclose($stream);
        expect($sheets->proof($file))->toBe(['pages' => 2, 'labels' => 5, 'read_back' => 5, 'checked' => true]);
        // The discs' middles are where the drawing of the cuts has them, as another program draws the page.
        $page = (new PictureDecoder)->decode((string) shell_exec('pdftoppm -gray -r 72 -f 1 -l 1 '.escapeshellarg($file)));
        foreach ([[10, 10], [200, 10], [200, 287], [10, 287]] as [$x, $y]) {
            expect(ord($page->pixels[(int) ($y / 25.4 * 72) * $page->width + (int) ($x / 25.4 * 72)]))->toBeLessThan(60)->and(CutSheet::svg($sheet))->toContain(sprintf('cx="%.3F" cy="%.3F"', $x, $y));
        }
    } finally {
        unlink($file);
    }
});

it('puts linear symbols on sheets', function (): void {
    $sheets = new SheetBuilder('Bars', LabelSheet::of('a4-3x7-63.5x38.1'));
    $drawer = new RowDrawer(Recipe::of(['symbology' => 'code128', 'text' => '{{n}}', 'size_mm' => 50, 'dpi' => 300]));
    foreach (['HIVE-0001', 'HIVE-0002'] as $i => $n) {
        $sheets->add($drawer->drawing(['n' => $n], $i));
    }
    $file = (string) tempnam(sys_get_temp_dir(), 'kg-sheet');
    $stream = fopen($file, 'wb');
    $sheets->write($stream);
    fclose($stream);
    expect($sheets->proof($file)['read_back'])->toBe(2);
    unlink($file);
});

it('refuses a bleed into the neighbour, and discs under labels', function (): void {
    expect(fn () => new SheetBuilder('x', LabelSheet::of('a4-3x7-63.5x38.1'), 1, 1.0))->toThrow(InvalidRun::class, '0.0 mm apart')
        ->and(fn () => LabelSheet::of('a4-5x13-38.1x21.2')->withRegister())->toThrow(InvalidRun::class, 'cutting machine');
});

it('draws the whole label in every format', function (PictureFormat $format): void {
    $drawn = jarDrawer(jarLayout(['kind' => 'text', 'x' => 2, 'y' => 2, 'width' => 36, 'height' => 5, 'text' => 'Heather']), ['format' => $format->value])->draw(['sku' => '7'], 1);
    expect($drawn->picture)->toStartWith(['svg' => '<svg', 'png' => "\x89PNG", 'pdf' => '%PDF-1.4', 'eps' => '%!PS', 'webp' => 'RIFF', 'jpg' => "\xFF\xD8"][$format->value]);
    if ($format === PictureFormat::Svg) {
        expect($drawn->picture)->toContain('width="40mm"')->toContain('height="46mm"');
    }
})->with([PictureFormat::Svg, PictureFormat::Png, PictureFormat::Pdf, PictureFormat::Eps, PictureFormat::Webp, PictureFormat::Jpg]);

it('keeps modules and symbols on the dots of a roll’s printer, in outlines too', function (): void {
    $recipe = Recipe::of(['text' => 'https://fennmoor.example/p/{{sku}}', 'dpi' => 203, 'layout' => jarLayout(['kind' => 'bars', 'x' => 2.3, 'y' => 32, 'width' => 35, 'height' => 12, 'text' => 'HIVE'])])->onDots();
    $dot = 25.4 / 203;
    $label = (new RowDrawer($recipe))->drawing(['sku' => '1'], 1);
    foreach ($label->symbols as $symbol) {
        foreach ([$symbol->left / $dot, $symbol->top / $dot, $symbol->moduleMm() / $dot] as $dots) {
            expect(abs($dots - round($dots)))->toBeLessThan(0.01);
        }
    }
    $alone = (new RowDrawer(Recipe::of(['text' => 'HIVE {{n}}', 'size_mm' => 20, 'dpi' => 203])->onDots()))->drawing(['n' => '7'], 1);
    expect(abs($alone->symbols[0]->moduleMm() / $dot - round($alone->symbols[0]->moduleMm() / $dot)))->toBeLessThan(0.001);
});
