<?php

declare(strict_types=1);

// What a fifth more or less of each tuned number of the reader does to a corpus: php thresholds.php FOLDER [EACH], of each category the hardest. Every
// constant runs in processes of its own, with its class changed before it is loaded. Prints the pictures' symbols that
// are read as it is, and for each constant how many more or fewer with 0.8 and 1.2 times its value.

use KeenGlyph\Bench\Reading\Corpus;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Reader;

require __DIR__.'/../../vendor/autoload.php';

/** What is no threshold of reading, or follows from a standard. */
const EXEMPT = ['BatchCheck', 'TextDifferences', 'ReadOptions', 'ReadBudget', 'SampledGrid', 'Correlation', 'Failure', 'PARTS', 'STOP', 'SHIFTS', 'DIRECTIONS', 'TOLERANCE', 'MAX', 'MAX_FINDERS', 'PROBES', 'MAX_TRIPLETS', 'LINES', 'SMALLEST', 'LARGE', 'MEDIUM', 'DOUBLED', 'COLOURS'];

$source = __DIR__.'/../../src/Read';
$folder = $argv[1] ?? exit("php thresholds.php FOLDER [EACH]\n");
$each = (int) ($argv[2] ?? 3);

/** Symbols read, with one constant at another value. */
$count = static function (string $folder, int $each): int {
    $seen = [];
    $read = 0;
    // The last of each category are the hardest, and the first that a changed number loses or wins.
    foreach (array_reverse(Corpus::in($folder, null)->pictures) as ['file' => $file, 'category' => $category, 'texts' => $texts]) {
        $seen[$category] = ($seen[$category] ?? 0) + 1;
        if ($seen[$category] > $each || $texts === []) {
            continue;
        }
        $outcome = (new Reader)->read((new PictureDecoder)->decode((string) file_get_contents("$folder/$file")));
        $found = [...array_map(static fn ($one) => $one->symbol->content->text, $outcome->readings), ...array_map(static fn ($one) => $one->text, $outcome->linear)];
        $read += count(array_intersect($texts, $found));
    }

    return $read;
};

if (isset($argv[3])) {
    [$class, $name, $value] = explode(':', $argv[3]);
    $code = (string) file_get_contents("$source/$class.php");
    eval((string) preg_replace(['/^<\?php|declare\(strict_types=1\);/m', "/(const $name = )-?[0-9._]+;/"], ['', "\${1}$value;"], $code));
    echo $count($folder, $each);
    exit;
}
$run = static fn (string $change): string => (string) shell_exec(implode(' ', array_map(escapeshellarg(...), [PHP_BINARY, '-d', 'opcache.enable_cli=1', '-d', 'opcache.jit=tracing', '-d', 'opcache.jit_buffer_size=64M', __FILE__, $folder, (string) $each, $change])));
$base = (int) $run('Reader:NONE:0');
echo "as it is: $base read\n";
foreach (glob("$source/*.php") ?: [] as $file) {
    preg_match_all('/const ([A-Z_]+) = (-?[0-9._]+);/', (string) file_get_contents($file), $constants, PREG_SET_ORDER);
    foreach ($constants as [, $name, $value]) {
        if (in_array($name, EXEMPT, true) || in_array(basename($file, '.php'), EXEMPT, true)) {
            continue;
        }
        $isWhole = ! str_contains($value, '.');
        $number = (float) str_replace('_', '', $value);
        $results = [];
        foreach ([0.8, 1.2] as $factor) {
            $other = $isWhole ? (string) ($factor < 1 ? min((int) $number - 1, (int) round($number * $factor)) : max((int) $number + 1, (int) round($number * $factor))) : sprintf('%.4f', $number * $factor);
            $got = $run(basename($file, '.php').":$name:$other");
            $results[] = is_numeric($got) ? sprintf('%s: %+d', $other, (int) $got - $base) : "$other: fails";
        }
        printf("%-22s %-14s %10s   %s\n", basename($file, '.php'), $name, $value, implode('   ', $results));
    }
}
