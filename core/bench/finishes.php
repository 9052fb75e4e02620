<?php

declare(strict_types=1);

// Random finishes from a seed, drawn in every format, rasterised by other people's programs and read back.
//
//   php core/bench/finishes.php FOLDER [COUNT] [SEED]
//
// Draws until COUNT finishes hold throughout and COUNT were stopped by the ledger. Writes pictures as PNG and
// `finishes.json`, which says of each picture what it must read as and what our reader made of it, for another
// reader to be asked the same.

use KeenGlyph\Core\Finish\CentreShape;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\IconArt;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\ModuleShape;
use KeenGlyph\Core\Finish\RingShape;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Proof\Ledger;
use KeenGlyph\Core\Proof\Subject;
use KeenGlyph\Core\Proof\Verdict;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;

require __DIR__.'/../vendor/autoload.php';

[$folder, $count, $seed] = [$argv[1] ?? sys_get_temp_dir().'/finishes', (int) ($argv[2] ?? 300), (int) ($argv[3] ?? 20261125)];
is_dir($folder) || mkdir($folder, 0o777, true);
mt_srand($seed);

/** @return array<string, mixed> */
function randomFinish(int $side): array
{
    $chance = static fn (int $percent): bool => mt_rand(1, 100) <= $percent;
    $pick = static fn (BackedEnum ...$cases): string => (string) $cases[mt_rand(0, count($cases) - 1)]->value;
    $tone = static fn (int $from, int $to): string => sprintf('#%02X%02X%02X', mt_rand($from, $to), mt_rand($from, $to), mt_rand($from, $to));
    $dark = static fn (): string => $chance(80) ? $tone(0, 90) : $tone(60, 210);
    $finish = [
        'dark' => $dark(), 'light' => $chance(85) ? $tone(225, 255) : $tone(120, 230), 'quiet' => $chance(85) ? 4 : mt_rand(0, 3),
        'shape' => $pick(...ModuleShape::cases()), 'ring' => $chance(70) ? ['square', 'soft', 'cut', 'modules'][mt_rand(0, 3)] : $pick(...RingShape::cases()), 'centre' => $pick(...CentreShape::cases()),
        'transparent' => $chance(10), 'padding' => $chance(20) ? mt_rand(1, 6) / 2 : 0, 'corner' => $chance(30) ? mt_rand(1, 6) : 0, 'border' => $chance(20) ? mt_rand(1, 4) / 4 : 0,
    ];
    if ($chance(30)) {
        $finish['ring_ink'] = $dark();
    }
    if ($chance(30)) {
        $finish['centre_ink'] = $dark();
    }
    if ($chance(25)) {
        $finish['gradient'] = ['kind' => $chance(50) ? 'linear' : 'radial', 'angle' => mt_rand(0, 359), 'stops' => [['ink' => $dark()], ['ink' => $dark()]]];
    }
    if ($chance(60)) {
        $icons = array_keys(IconArt::ICONS);
        $finish['mark'] = ($chance(60) ? ['icon' => $icons[mt_rand(0, count($icons) - 1)]] : ['text' => ['F', 'Fen', 'FB'][mt_rand(0, 2)]])
            + ['size' => mt_rand(3, max(4, (int) ($side * 0.5))), 'plate' => ['none', 'square', 'soft', 'disc'][mt_rand(0, 3)], 'beneath' => $chance(75) ? 'clear' : 'keep'];
    }
    if ($chance(30)) {
        $finish['caption'] = ['text' => 'Fennmoor honey', 'layout' => ['above', 'beneath', 'plate'][mt_rand(0, 2)], 'size' => mt_rand(4, 8) / 2];
    }
    if ($chance(10)) {
        [$finish['dark'], $finish['light']] = [$finish['light'], $finish['dark']];
    }

    return $finish;
}

$read = static function (string $file) use ($folder): ?string {
    $outcome = (new Reader)->read((new PictureDecoder)->decode((string) file_get_contents("$folder/$file")), ReadOptions::qr());

    return count($outcome->readings) === 1 ? $outcome->readings[0]->symbol->content->bytes : null;
};
$run = static function (string $command): void {
    exec("$command 2>&1", $lines, $status);
    if ($status !== 0) {
        throw new RuntimeException("$command: ".implode(' ', $lines));
    }
};
$entries = [];
$tally = ['good' => 0, 'stopped' => 0];
for ($i = 0; min($tally) < $count && $i < 60 * $count; $i++) {
    $text = 'https://fennmoor.example/hive/'.bin2hex(pack('N*', ...array_map(static fn (): int => mt_rand(), range(1, mt_rand(1, 12)))));
    $encoding = new EncodeOptions(ErrorCorrectionLevel::cases()[mt_rand(0, 3)]);
    $symbol = Encoder::encode($text, $encoding);
    $values = randomFinish($symbol->matrix->size());
    try {
        $finish = FinishFile::read($values, new MarkPictures);
        $layout = Layout::of($symbol->matrix->size(), $finish, Size::ofModule(8));
    } catch (InvalidFinish) {
        continue;
    }
    $scene = SceneBuilder::of($symbol, $finish, $layout, 'Random finish');
    $png = PngRenderer::render($scene);
    $lines = Ledger::of(new Subject(Payloads::parse($text, Kind::Link), $symbol, $encoding, $finish, $layout, $png));
    $verdicts = array_map(static fn ($line): Verdict => $line->verdict, $lines);
    $verdict = in_array(Verdict::Fails, $verdicts, true) ? 'stopped' : (in_array(Verdict::Marginal, $verdicts, true) ? 'marginal' : 'good');
    if ($verdict === 'marginal' || $tally[$verdict] >= $count) {
        continue;
    }
    $tally[$verdict]++;
    $name = "$verdict-{$tally[$verdict]}";
    $why = array_values(array_map(static fn ($line): string => $line->check, array_filter($lines, static fn ($line): bool => $line->verdict === Verdict::Fails)));
    $files = ['png' => "$name.png"];
    file_put_contents("$folder/$name.png", $png);
    if ($verdict === 'good') {
        foreach (['svg', 'pdf', 'eps', 'webp', 'jpg'] as $format) {
            file_put_contents("$folder/$name.$format", PictureFormat::from($format)->draw($scene, $symbol->matrix, $finish, png: $png));
            $files[$format] = "$name-$format.png";
        }
        $run("rsvg-convert -b '{$finish->inks->light->hex()}' $folder/$name.svg -o $folder/$name-svg.png");
        $run("pdftoppm -r {$layout->dpi} -png -singlefile $folder/$name.pdf $folder/$name-pdf");
        $run('gs -q -dNOPAUSE -dBATCH -sDEVICE=png16m -r'.(4 * $layout->dpi)." -dDownScaleFactor=4 -dEPSCrop -sOutputFile=$folder/$name-eps.png $folder/$name.eps");
        foreach (['webp', 'jpg'] as $format) {
            $picture = new Imagick("$folder/$name.$format");
            $picture->setImageBackgroundColor($finish->inks->light->hex());
            $picture->setImageAlphaChannel(Imagick::ALPHACHANNEL_REMOVE);
            $picture->writeImage("png24:$folder/$name-$format.png");
        }
        array_map(unlink(...), array_map(static fn (string $format): string => "$folder/$name.$format", ['svg', 'pdf', 'eps', 'webp', 'jpg']));
    } else {
        // A little out of focus and grainy, as a picture from a hand is: what is stopped need not fail in the laboratory.
        $picture = new Imagick("$folder/$name.png");
        $picture->setImageBackgroundColor($finish->inks->light->hex());
        $picture->setImageAlphaChannel(Imagick::ALPHACHANNEL_REMOVE);
        $picture->gaussianBlurImage(0, 3.2);
        $picture->evaluateImage(Imagick::EVALUATE_GAUSSIANNOISE, 0.08);
        $picture->setImageFormat('png24');
        $picture->writeImage("png24:$folder/$name-seen.png");
        $files['seen'] = "$name-seen.png";
    }
    if ($finish->inks->transparent || $finish->frame->corner > 0) {
        // Other readers see clear pixels as black.
        $picture = new Imagick("$folder/$name.png");
        $picture->setImageBackgroundColor($finish->inks->light->hex());
        $picture->setImageAlphaChannel(Imagick::ALPHACHANNEL_REMOVE);
        $picture->writeImage("png24:$folder/$name.png");
    }
    foreach ($files as $format => $file) {
        $ours = $read($file);
        $entries[] = ['file' => $file, 'format' => $format, 'verdict' => $verdict, 'why' => $why, 'text' => $text, 'ours' => $ours === $text, 'finish' => $values];
    }
}
file_put_contents("$folder/finishes.json", json_encode($entries, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES));
foreach (['good', 'stopped'] as $verdict) {
    $own = array_filter($entries, static fn (array $entry): bool => $entry['verdict'] === $verdict);
    $ok = count(array_filter(array_column($own, 'ours')));
    printf("%-8s %4d finishes, %5d pictures, our reader %.1f %%\n", $verdict, $tally[$verdict], count($own), 100 * $ok / max(1, count($own)));
}
