<?php

declare(strict_types=1);

// Reads a corpus and prints a table by category, and one by step: what each was taken for, took and gained. php measure.php
// FOLDER [CATEGORY,…|all] [--each] [--quick|--patient]. Beside it, what opencv.mjs found in the same pictures, when FOLDER/opencv.json is there. Ends with 1 when anything was read that
// is not there.

use KeenGlyph\Bench\Reading\Corpus;
use KeenGlyph\Bench\Reading\StepTally;
use KeenGlyph\Bench\Reading\Tally;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Effort;
use KeenGlyph\Core\Read\LinearReading;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;

require __DIR__.'/../../vendor/autoload.php';

$folder = $argv[1] ?? exit("php measure.php FOLDER [CATEGORY,…|all] [--each] [--quick|--patient]\n");
$wanted = str_starts_with($argv[2] ?? 'all', '--') || ($argv[2] ?? 'all') === 'all' ? null : explode(',', $argv[2]);
$isTold = in_array('--each', $argv, true);
$options = new ReadOptions(effort: in_array('--quick', $argv, true) ? Effort::Quick : (in_array('--patient', $argv, true) ? Effort::Patient : Effort::Usual));
$steps = new StepTally;
$all = new Tally;
/** @var array<string, Tally> $tallies */
$tallies = [];
foreach (Corpus::in($folder, $wanted)->pictures as $i => ['file' => $file, 'category' => $category, 'texts' => $texts, 'other' => $other]) {
    $plane = (new PictureDecoder)->decode((string) file_get_contents("$folder/$file"));
    if ($i === 0) {
        // The first picture pays for the compiling of the code.
        (new Reader)->read($plane, $options);
    }
    $start = hrtime(true);
    $outcome = (new Reader)->read($plane, $options);
    $ms = (hrtime(true) - $start) / 1e6;
    $read = [
        ...array_map(static fn (Reading $reading): string => $reading->symbol->content->text, $outcome->readings),
        ...array_map(static fn (LinearReading $reading): string => $reading->text, $outcome->linear),
    ];
    $steps->add($outcome, $plane->width * $plane->height, count(array_intersect($texts, $read)));
    $tallies[$category] ??= new Tally;
    foreach ([$all, $tallies[$category]] as $tally) {
        $tally->add($texts, $read, $ms, $other);
    }
    if (array_diff($read, $texts) !== []) {
        echo "FALSE $file: ".json_encode(array_values(array_diff($read, $texts)), JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR)."\n";
    }
    if ($isTold) {
        printf("%-20s %2d of %2d  %5.0f ms  %s\n", $file, count(array_intersect($texts, $read)), count($texts), $ms, $outcome->failure?->hint() ?? '');
    }
}
printf("%-12s %8s %8s %6s %6s %8s %8s   %s\n", 'category', 'pictures', 'symbols', 'read', 'false', 'median', 'p95', $all->otherMs === [] ? '' : 'OpenCV read, false, median');
foreach ($tallies as $category => $tally) {
    echo $tally->line($category)."\n";
}
echo $all->line('all')."\n";
echo "\n".$steps->table()."\n";
if ($all->otherMs !== []) {
    printf('%.2f times as many as OpenCV; ', $all->read / max(1, $all->other));
}
printf("peak memory %.0f MB\n", memory_get_peak_usage(true) / 1e6);
exit($all->false > 0 ? 1 : 0);
