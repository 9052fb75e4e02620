<?php

declare(strict_types=1);

use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Read\KnownPlaceReader;
use KeenGlyph\Core\Read\Point;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Run\LabelSheet;
use KeenGlyph\Core\Run\Recipe;
use KeenGlyph\Core\Run\RowDrawer;
use KeenGlyph\Core\Run\SheetBuilder;
use KeenGlyph\Core\Symbol\Version;

/*
 * What a row of a run costs beside its parts: a 30-byte link at 20 mm and 300 dpi. bin/bench runs [ROWS]
 */
require dirname(__DIR__).'/vendor/autoload.php';

$rows = max(40, (int) ($argv[1] ?? 400));
$text = static fn (int $i): string => sprintf('https://fennmoor.example/p/%03d', $i % 1000);
$compose = static fn (int $i): Composition => Composition::of(PayloadInput::ofText($text($i)), new CompositionOptions(size: Size::ofMillimetres(20, 300)));
/** @return float milliseconds a row, after as many rows again to warm up */
$time = static function (callable $work) use ($rows): float {
    for ($i = 0; $i < 40; $i++) {
        $work($i);
    }
    $begun = hrtime(true);
    for ($i = 0; $i < $rows; $i++) {
        $work($i);
    }

    return (hrtime(true) - $begun) / 1e6 / $rows;
};
$drawer = static fn (array $more): RowDrawer => new RowDrawer(Recipe::of(['text' => 'https://fennmoor.example/p/{{n}}', 'size_mm' => 20, 'dpi' => 300, ...$more]));
$row = static fn (int $i): array => ['n' => sprintf('%03d', $i % 1000)];

$pictures = array_map(static fn (int $i): array => [$compose($i), $compose($i)->picture(PictureFormat::Png)], range(0, 39));
$alone = [
    'drawing alone, PNG' => $time(static fn (int $i): string => $compose($i)->picture(PictureFormat::Png)),
    'drawing alone, SVG' => $time(static fn (int $i): string => $compose($i)->picture(PictureFormat::Svg)),
    'reading alone, at its place' => $time(static function (int $i) use ($pictures): void {
        [$composition, $png] = $pictures[$i % 40];
        $layout = $composition->layout();
        [$left, $top, $side] = [(float) $layout->before, (float) $layout->above, (float) $layout->modules * $layout->modulePx];
        assert($composition->symbol->version instanceof Version);
        KnownPlaceReader::read((new PictureDecoder)->decode($png), $composition->symbol->version, [new Point($left, $top), new Point($left + $side, $top), new Point($left + $side, $top + $side), new Point($left, $top + $side)]);
    }),
    'reading alone, searched for' => $time(static fn (int $i) => (new Reader)->read((new PictureDecoder)->decode($pictures[$i % 40][1]))),
];
[$png, $svg] = [$drawer(['format' => 'png']), $drawer([])];
$label = $drawer(['format' => 'png', 'size_mm' => null, 'layout' => ['width' => 40, 'height' => 30, 'parts' => [['kind' => 'symbol', 'x' => 1, 'y' => 1, 'width' => 20], ['kind' => 'text', 'x' => 22, 'y' => 4, 'width' => 17, 'height' => 5, 'text' => 'Hive {{n}}']]]]);
$numbers = static fn (int $i): int => $i + 1;
$runs = [
    'a row as PNG, read back' => $time(static fn (int $i) => $png->draw($row($i), $numbers($i))),
    'a row as SVG, read back' => $time(static fn (int $i) => $svg->draw($row($i), $numbers($i))),
    'a label with a line of text, read back' => $time(static fn (int $i) => $label->draw($row($i), $numbers($i))),
    'a row looked at before' => $time(static fn (int $i) => $svg->check($row($i), $numbers($i))),
];
$begun = hrtime(true);
$sheets = new SheetBuilder('bench', LabelSheet::of('a4-3x8-63.5x33.9'));
for ($i = 0; $i < $rows; $i++) {
    $sheets->add($svg->drawing($row($i), $numbers($i)));
}
$file = (string) tempnam(sys_get_temp_dir(), 'bench');
$stream = fopen($file, 'wb') ?: throw new RuntimeException('There is no temporary file.');
$sheets->write($stream);
fclose($stream);
$runs['a label laid on a sheet'] = (hrtime(true) - $begun) / 1e6 / $rows;
$begun = hrtime(true);
$proof = $sheets->proof($file);
unlink($file);
$runs["… and read from its pages ({$proof['read_back']} of {$proof['labels']})"] = (hrtime(true) - $begun) / 1e6 / $rows;

printf("%-52s %9s %12s %12s\n", "$rows rows, one process", 'ms a row', '× drawing', '× reading');
foreach ([...$alone, ...$runs] as $what => $ms) {
    printf("%-52s %9.2f %12.2f %12.2f\n", $what, $ms, $ms / $alone['drawing alone, PNG'], $ms / $alone['reading alone, at its place']);
}
printf("Memory %.0f MB\n", memory_get_peak_usage(true) / 1e6);
