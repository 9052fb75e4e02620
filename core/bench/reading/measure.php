<?php

declare(strict_types=1);

// Reads a corpus and prints a table by category: php measure.php FOLDER [CATEGORY,…] [--each]. Beside it, what
// opencv.mjs found in the same pictures, when FOLDER/opencv.json is there.

use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\LinearReading;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;

require __DIR__.'/../../vendor/autoload.php';

$median = static function (array $values, float $share = 0.5): float {
    sort($values);

    return $values === [] ? 0.0 : (float) $values[min(count($values) - 1, (int) ($share * count($values)))];
};
$folder = $argv[1];
$wanted = isset($argv[2]) && $argv[2] !== '--each' ? explode(',', $argv[2]) : null;
$each = in_array('--each', $argv, true);
$others = [];
foreach (is_file("$folder/opencv.json") ? json_decode((string) file_get_contents("$folder/opencv.json"), true) : [] as $other) {
    $others[$other['file']] = $other;
}
$rows = [];
$all = ['ms' => [], 'other' => []];
$isWarm = false;
foreach (json_decode((string) file_get_contents("$folder/truth.json"), true) as ['file' => $file, 'category' => $category, 'texts' => $texts]) {
    if ($wanted !== null && ! in_array($category, $wanted, true)) {
        continue;
    }
    $plane = (new PictureDecoder)->decode((string) file_get_contents("$folder/$file"));
    if (! $isWarm) {
        (new Reader)->read($plane);
        $isWarm = true;
    }
    $start = hrtime(true);
    $outcome = (new Reader)->read($plane);
    $ms = (hrtime(true) - $start) / 1e6;
    $read = [
        ...array_map(static fn (Reading $reading): string => $reading->symbol->content->text, $outcome->readings),
        ...array_map(static fn (LinearReading $reading): string => $reading->text, $outcome->linear),
    ];
    $found = count(array_intersect($texts, $read));
    $false = array_values(array_diff($read, $texts));
    $other = $others[$file] ?? null;
    $row = &$rows[$category];
    $row ??= ['pictures' => 0, 'symbols' => 0, 'read' => 0, 'false' => 0, 'other' => 0, 'otherFalse' => 0, 'ms' => []];
    $row['pictures']++;
    $row['symbols'] += count($texts);
    $row['read'] += $found;
    $row['false'] += count($false);
    $row['ms'][] = $ms;
    if ($other !== null) {
        $row['other'] += count(array_intersect($texts, $other['texts']));
        $row['otherFalse'] += count(array_diff($other['texts'], $texts));
        $all['other'][] = array_sum($other['ms']);
    }
    unset($row);
    $all['ms'][] = $ms;
    if ($false !== []) {
        echo "FALSE $file: ".json_encode($false, JSON_UNESCAPED_UNICODE)."\n";
    }
    if ($each) {
        printf("%-20s %2d of %2d  %5.0f ms  %s\n", $file, $found, count($texts), $ms, $outcome->failure?->hint() ?? '');
    }
}
printf("%-12s %8s %8s %6s %6s %8s %8s   %s\n", 'category', 'pictures', 'symbols', 'read', 'false', 'median', 'p95', $others === [] ? '' : 'OpenCV read, false');
$sum = ['symbols' => 0, 'read' => 0, 'false' => 0, 'other' => 0, 'otherFalse' => 0];
foreach ($rows as $category => $row) {
    foreach ($sum as $key => $value) {
        $sum[$key] += $row[$key];
    }
    printf("%-12s %8d %8d %6d %6d %5.0f ms %5.0f ms   %s\n", $category, $row['pictures'], $row['symbols'], $row['read'], $row['false'], $median($row['ms']), $median($row['ms'], 0.95), $others === [] ? '' : $row['other'].', '.$row['otherFalse'].($row['other'] > $row['read'] ? '  more than ours' : ''));
}
printf("%-12s %8d %8d %6d %6d %5.0f ms %5.0f ms   %s\n", 'all', count($all['ms']), $sum['symbols'], $sum['read'], $sum['false'], $median($all['ms']), $median($all['ms'], 0.95), $others === [] ? '' : sprintf('%d, %d; ours are %.2f times as many; OpenCV median %.0f ms', $sum['other'], $sum['otherFalse'], $sum['read'] / max(1, $sum['other']), $median($all['other'])));
printf("peak memory %.0f MB\n", memory_get_peak_usage(true) / 1e6);
exit($sum['false'] > 0 ? 1 : 0);
