<?php

declare(strict_types=1);

// Makes the corpus: php make.php FOLDER [EACH] [SEED] [CATEGORY,…]

use KeenGlyph\Bench\Reading\Pictures;

require __DIR__.'/../../vendor/autoload.php';
foreach (['Canvas', 'Chance', 'Surface', 'Pictures'] as $class) {
    require __DIR__."/$class.php";
}
[, $folder, $each, $seed] = $argv + [1 => '', 2 => '14', 3 => 'heather'];
$categories = isset($argv[4]) ? explode(',', $argv[4]) : Pictures::CATEGORIES;
is_dir($folder) || mkdir($folder, 0o777, true);
$list = [];
foreach ($categories as $category) {
    for ($i = 0; $i < (int) $each; $i++) {
        $picture = (new Pictures)->make($category, $i, (int) $each, $seed);
        $file = sprintf('%s-%02d.%s', $category, $i, $picture['format']);
        file_put_contents("$folder/$file", $picture['bytes']);
        $list[] = ['file' => $file, 'category' => $category, 'texts' => $picture['texts']];
    }
}
file_put_contents("$folder/truth.json", json_encode($list, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES));
echo count($list)." pictures in $folder\n";
