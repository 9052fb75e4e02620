<?php

declare(strict_types=1);

// Random labels, good and bad, as pictures; and what the bench finds of each: php make.php FOLDER COUNT SEED PART/PARTS

use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Degrade\Chance;
use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Proof\ProofBench;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;

require __DIR__.'/../../vendor/autoload.php';

const CONDITIONS = [Condition::Distance, Condition::Tilt, Condition::Defocus, Condition::Motion, Condition::LowLight];

[, $folder, $count, $seed, $part] = $argv;
[$own, $parts] = array_map(intval(...), explode('/', $part));
is_dir($folder) || mkdir($folder, 0777, true);
$device = Devices::named('kiosk');
$truth = [];
for ($i = $own; $i < (int) $count; $i += $parts) {
    $chance = new Chance(crc32("$seed $i"));
    $place = static fn (int $count): int => (int) min($count - 1, $chance->between(0, $count));
    $text = 'https://fennmoor.example/'.substr(str_repeat(hash('sha256', "$seed $i"), 4), 0, (int) $chance->between(4, 120));
    $grey = (int) $chance->between(0, 150);
    $finish = [
        'dark' => sprintf('#%02X%02X%02X', $grey, (int) max(0, $grey - $chance->between(0, 40)), (int) min(255, $grey + $chance->between(0, 40))),
        'light' => ['#FFFFFF', '#FFFFFF', '#F0E8D8', '#D8D8D0'][$place(4)],
        'quiet' => [4, 4, 4, 2, 1][$place(5)],
        'shape' => ['square', 'square', 'square', 'disc', 'soft', 'lozenge'][$place(6)],
    ];
    $moduleMm = 0.25 * 6 ** $chance->between(0, 1);
    $composition = Composition::of(PayloadInput::ofText($text), new CompositionOptions(
        encoding: new EncodeOptions(level: ErrorCorrectionLevel::cases()[$place(4)]),
        finish: FinishFile::read($finish, new MarkPictures),
        size: Size::ofModule(8, 8 * 25.4 / $moduleMm),
    ));
    $layout = $composition->layout();
    file_put_contents("$folder/$i.png", $composition->picture(PictureFormat::Png));
    $label = $composition->printed();
    $bench = new ProofBench($label, $composition->symbol->text, 1);
    $working = $device->workingMm($label->moduleMm, $label->sideMm());
    $cells = [];
    foreach (CONDITIONS as $condition) {
        $cell = $bench->cell($device, $condition);
        $scale = $condition->scale($label, $working);
        $cells[$condition->value] = [
            'need' => $cell->need, 'ratio' => min(1e6, $cell->ratio()), 'share' => $cell->margin === null ? 0.0 : max(0.0, $condition->share($scale, $cell->margin)), 'scale' => $scale, 'ratio_scale' => $condition->isByRatio(),
            'other' => $cell->other === null ? 0.0 : max(0.0, $condition->share($scale, $cell->other)), 'bears' => $cell->bears($cell->need),
        ];
    }
    $truth[] = [
        'file' => "$i.png", 'text' => $text, 'symbol' => $composition->symbol->designation(), 'module_mm' => $moduleMm, 'module_px' => 8, 'left' => $layout->before, 'top' => $layout->above, 'side_px' => 8 * $layout->modules,
        'working_mm' => $working, 'finish' => $finish, 'cells' => $cells,
    ];
    fwrite(STDERR, '.');
}
file_put_contents("$folder/truth-$own.json", json_encode(['device' => $device->toArray(), 'labels' => $truth], JSON_THROW_ON_ERROR));
