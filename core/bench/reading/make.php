<?php

declare(strict_types=1);

// Makes a corpus: php make.php FOLDER [EACH] [SEED] [CATEGORY,…|all|severe] [small]. Small pictures are 480 × 360, for the tests.

use KeenGlyph\Bench\Reading\Pictures;

require __DIR__.'/../../vendor/autoload.php';
[, $folder, $each, $seed] = $argv + [1 => '', 2 => '14', 3 => 'heather'];
$categories = match ($argv[4] ?? 'all') {
    'all' => [...Pictures::CATEGORIES, ...Pictures::SEVERE],
    'severe' => Pictures::SEVERE,
    default => explode(',', $argv[4]),
};
$isSmall = ($argv[5] ?? '') === 'small';
is_dir($folder) || mkdir($folder, 0o777, true);
$list = [];
foreach ($categories as $category) {
    for ($i = 0; $i < (int) $each; $i++) {
        $picture = (new Pictures)->make($category, $i, (int) $each, $seed, $isSmall);
        $file = sprintf('%s-%02d.%s', $category, $i, $picture['format']);
        file_put_contents("$folder/$file", $picture['bytes']);
        if ($picture['format'] === 'jpeg' && ! $isSmall) {
            // OpenCV's package reads no JPEG files.
            $grey = new Imagick("$folder/$file");
            $grey->setImageFormat('pgm');
            $grey->setImageDepth(8);
            file_put_contents("$folder/$file.pgm", $grey->getImageBlob());
        }
        $list[] = ['file' => $file, 'category' => $category, 'texts' => $picture['texts']];
    }
}
file_put_contents("$folder/truth.json", json_encode($list, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES));
echo count($list)." pictures in $folder\n";
