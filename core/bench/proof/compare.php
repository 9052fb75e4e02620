<?php

declare(strict_types=1);

// The bench's verdicts beside OpenCV's readings, as a page: php compare.php FOLDER COUNT SEED > docs/proof-validation.md

[, $folder, $count, $seed] = $argv;
/** @var array<string, array{file: string, symbol: string, module_mm: float, finish: array{dark: string, light: string, quiet: int, shape: string}, cells: array<string, array{ratio: float, share: float, bears: bool}>}> $labels */
$labels = [];
foreach (glob("$folder/truth-*.json") ?: [] as $file) {
    /** @var array{labels: list<array{file: string, symbol: string, module_mm: float, finish: array{dark: string, light: string, quiet: int, shape: string}, cells: array<string, array{ratio: float, share: float, bears: bool}>}>} $truth */
    $truth = json_decode((string) file_get_contents($file), true);
    foreach ($truth['labels'] as $label) {
        $labels[$label['file']] = $label;
    }
}
/** @var array<string, array<string, array{share: float, bears: bool}>> $read */
$read = [];
foreach (glob("$folder/opencv-*.json") ?: [] as $file) {
    /** @var list<array{file: string, conditions: array<string, array{share: float, bears: bool}>}> $made */
    $made = json_decode((string) file_get_contents($file), true);
    foreach ($made as $one) {
        $read[$one['file']] = $one['conditions'];
    }
}

/**
 * Ranks, ties sharing their mean.
 *
 * @param  list<float>  $values
 * @return list<float>
 */
function ranks(array $values): array
{
    asort($values);
    $order = array_keys($values);
    $ranks = [];
    for ($i = 0; $i < count($order); $i = $j) {
        for ($j = $i; $j < count($order) && abs($values[$order[$j]] - $values[$order[$i]]) < 1e-12; $j++) {
        }
        for ($k = $i; $k < $j; $k++) {
            $ranks[$order[$k]] = ($i + $j - 1) / 2;
        }
    }
    ksort($ranks);

    return array_values($ranks);
}

/**
 * Spearman's rank correlation.
 *
 * @param  list<float>  $a
 * @param  list<float>  $b
 */
function spearman(array $a, array $b): float
{
    $one = ranks($a);
    $other = ranks($b);
    $mean = (count($one) - 1) / 2;
    [$ab, $aa, $bb] = [0.0, 0.0, 0.0];
    foreach ($one as $i => $value) {
        $ab += ($value - $mean) * ($other[$i] - $mean);
        $aa += ($value - $mean) ** 2;
        $bb += ($other[$i] - $mean) ** 2;
    }

    return $aa * $bb > 0 ? $ab / sqrt($aa * $bb) : 0.0;
}

$first = reset($labels);
$conditions = $first === false ? [] : array_keys($first['cells']);
$rows = '';
/** @var array<string, list<float>> $ours */
$ours = [];
/** @var array<string, list<float>> $theirs */
$theirs = [];
$all = ['good' => ['read' => 0, 'not' => 0], 'bad' => ['read' => 0, 'not' => 0]];
$wrong = [];
foreach ($conditions as $condition) {
    $table = ['good' => ['read' => 0, 'not' => 0], 'bad' => ['read' => 0, 'not' => 0]];
    [$a, $b] = [[], []];
    foreach ($labels as $file => $label) {
        $cell = $label['cells'][$condition];
        $a[] = $ours[$file][] = (float) $cell['share'];
        $b[] = $theirs[$file][] = (float) $read[$file][$condition]['share'];
        [$is, $was] = [$cell['bears'] ? 'good' : 'bad', $read[$file][$condition]['bears'] ? 'read' : 'not'];
        $table[$is][$was]++;
        $all[$is][$was]++;
        if ($is === 'good' && $was === 'not') {
            $wrong[] = sprintf('| %s | %s | %s, %.2f mm | %.2f | %s |', $condition, $label['symbol'], "{$label['finish']['shape']}, {$label['finish']['dark']} on {$label['finish']['light']}, quiet zone {$label['finish']['quiet']}", $label['module_mm'], $cell['ratio'], $label['file']);
        }
    }
    $good = array_sum($table['good']);
    $rows .= sprintf("| %s | %.3f | %d | %d | %d | %d | %.1f %% |\n", $condition, spearman($a, $b), $table['good']['read'], $table['good']['not'], $table['bad']['read'], $table['bad']['not'], $good > 0 ? 100 * $table['good']['not'] / $good : 0);
}
/** @param  non-empty-list<float>  $shares */
$mean = static fn (array $shares): float => array_sum($shares) / max(1, count($shares));
$rho = spearman(array_values(array_map($mean, $ours)), array_values(array_map($mean, $theirs)));
$good = array_sum($all['good']);
$unread = array_filter($theirs, static fn (array $shares): bool => array_sum($shares) < 1e-9);
$sound = array_diff_key($labels, $unread);
$rhoSound = spearman(array_values(array_map($mean, array_intersect_key($ours, $sound))), array_values(array_map($mean, array_intersect_key($theirs, $sound))));

echo "# Validation of the bench\n\n";
echo "Made by `bin/bench proof $count $seed`: $count labels at random (module 0.25 to 1.5 mm, four levels, inks from black to pale grey, four papers, quiet zones of 4, 2 and 1 modules, four shapes), judged by the bench’s kiosk camera and its plain decoder, and photographed anew by other code (OpenCV’s warps and filters, `core/bench/proof/opencv.mjs`) for OpenCV’s two readers. Another seed gives other labels.\n\n";
printf("- Rank correlation of the margins, the mean of all conditions: **%.3f** (Spearman).\n", $rho);
printf("- Of the cells that the bench calls good **%.1f %%** are not read (%d of %d).\n", $good > 0 ? 100 * $all['good']['not'] / $good : 0, $all['good']['not'], $good);
printf("- %d labels are read by OpenCV under no condition at all; without them the correlation is %.3f.\n\n", count($unread), $rhoSound);
echo "| condition | correlation | good, read | good, not read | bad, read | bad, not read | good that fail |\n|---|---|---|---|---|---|---|\n$rows\n";
echo "“Good” means that the margin reaches what a label usually has to bear; “read” that at least half of the pictures at that figure are read.\n\n## Where it is wrong, and why\n\n";
echo $wrong === [] ? "Nowhere among these.\n" : "| condition | symbol | finish, module | times the need | file |\n|---|---|---|---|---|\n".implode("\n", array_slice($wrong, 0, 40))."\n";
echo "\nOpenCV’s readers are no model of the plain decoder: they need a quiet zone and dark on light as it does, but miss some symbols with shaped modules, and with few pixels a module, that it reads; of tilted symbols they estimate the fourth corner themselves, where the plain decoder is told. Where the bench calls a cell bad and OpenCV reads it, its local thresholds are better than one for all.\n";
