<?php

declare(strict_types=1);

// What a fifth more or less of each tuned number of the reader does to a corpus: php thresholds.php FOLDER [PROCESSES] > docs/thresholds.md
// Of each category the hardest picture that is read as things are is read again with every constant at 0.8 and 1.2 times its
// value, in processes of their own whose class was changed before it was loaded.

use KeenGlyph\Bench\Reading\Corpus;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\LinearReading;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;

require __DIR__.'/../../vendor/autoload.php';

/** What is no threshold of reading, or follows from a standard. */
const EXEMPT = ['BatchCheck', 'TextDifferences', 'ReadOptions', 'ReadBudget', 'SampledGrid', 'Correlation', 'Failure', 'PARTS', 'POINT', 'STOP', 'SHIFTS', 'DIRECTIONS', 'TOLERANCE', 'MAX', 'SMALLEST', 'LARGEST', 'DIGIT', 'DOUBLED', 'COLOURS', 'MAX_BYTES'];
const SOURCE = __DIR__.'/../../src/Read';
/** Milliseconds a picture: more than any of them needs, so that a machine that is busy reads the same. */
const TIME = 6_000;

/** @param  list<string>  $texts */
function isRead(string $file, array $texts): bool
{
    $outcome = (new Reader)->read((new PictureDecoder)->decode((string) file_get_contents($file)), new ReadOptions(budgetMs: TIME));
    $found = [...array_map(static fn (Reading $one): string => $one->symbol->content->text, $outcome->readings), ...array_map(static fn (LinearReading $one): string => $one->text, $outcome->linear)];

    return array_diff($texts, $found) === [];
}

$folder = $argv[1] ?? exit("php thresholds.php FOLDER [PROCESSES]\n");
if (isset($argv[3])) {
    [$class, $name, $value] = explode(':', $argv[3]);
    $code = (string) file_get_contents(SOURCE."/$class.php");
    eval((string) preg_replace(['/^<\?php|declare\(strict_types=1\);/m', "/(const $name = )-?[0-9._]+;/"], ['', "\${1}$value;"], $code));
    $lost = [];
    $files = explode(',', $argv[4]);
    foreach (Corpus::in($folder, null)->pictures as ['file' => $file, 'category' => $category, 'texts' => $texts]) {
        if (in_array($file, $files, true) && ! isRead("$folder/$file", $texts)) {
            $lost[] = $category;
        }
    }
    echo implode(', ', $lost), '.';
    exit;
}

$pictures = [];
foreach (array_reverse(Corpus::in($folder, null)->pictures) as ['file' => $file, 'category' => $category, 'texts' => $texts]) {
    if ($texts !== [] && ! isset($pictures[$category]) && isRead("$folder/$file", $texts)) {
        $pictures[$category] = $file;
    }
}

/** @var list<array{string, string, string, string, list<string>}> $constants class, name, value, what it is, and the two other values */
$constants = [];
foreach (glob(SOURCE.'/*.php') ?: [] as $file) {
    $class = basename($file, '.php');
    preg_match_all('~(?:/\*\*\s*((?:(?!\*/).)*?)\s*\*/\s*)?(?:private|public) const ([A-Z_]+) = (-?[0-9._]+);~s', (string) file_get_contents($file), $found, PREG_SET_ORDER);
    $what = '';
    foreach ($found as [, $comment, $name, $value]) {
        // Several constants may share a comment, which stands before the first.
        $what = $comment === '' ? $what : (string) preg_replace(['/^\*\s*/', '/\s*\n\s*\*\s*/'], ['', ' '], $comment);
        if (in_array($name, EXEMPT, true) || in_array($class, EXEMPT, true)) {
            continue;
        }
        $number = (float) str_replace('_', '', $value);
        $others = array_map(static fn (float $factor): string => str_contains($value, '.')
            ? rtrim(sprintf('%.6f', $number * $factor), '0')
            : (string) ($factor < 1 ? min((int) $number - 1, (int) round($number * $factor)) : max((int) $number + 1, (int) round($number * $factor))), [0.8, 1.2]);
        $constants[] = [$class, $name, $value, $what, array_map(static fn (string $other): string => str_ends_with($other, '.') ? $other.'0' : $other, $others)];
    }
}

$jobs = [];
foreach ($constants as $i => [$class, $name, , , $others]) {
    foreach ($others as $k => $other) {
        $jobs[] = [$i, $k, "$class:$name:$other"];
    }
}
$results = [];
$running = [];
while ($jobs !== [] || $running !== []) {
    while ($jobs !== [] && count($running) < (int) ($argv[2] ?? 2)) {
        [$i, $k, $change] = array_shift($jobs);
        $process = proc_open([PHP_BINARY, '-d', 'opcache.enable_cli=1', '-d', 'opcache.jit=tracing', '-d', 'opcache.jit_buffer_size=64M', '-d', 'memory_limit=1G', '-d', 'display_errors=0', __FILE__, $folder, '1', $change, implode(',', $pictures)], [1 => ['pipe', 'w'], 2 => ['file', '/dev/null', 'w']], $pipes);
        assert(is_resource($process));
        $running[] = [$i, $k, $process, $pipes[1]];
    }
    foreach ($running as $at => [$i, $k, $process, $pipe]) {
        if (! proc_get_status($process)['running']) {
            $results[$i][$k] = (string) stream_get_contents($pipe);
            proc_close($process);
            unset($running[$at]);
            fwrite(STDERR, sprintf("\r%d left ", count($jobs)));
        }
    }
    usleep(20_000);
}
$count = count($pictures);
echo <<<MARKDOWN
    # The reader's tuned numbers

    Made by `php core/bench/reading/thresholds.php FOLDER > docs/thresholds.md`. A number of `core/src/Read` that names no clause and no
    measurement was tuned on the bench. Here each of them is a fifth smaller and a fifth larger (a whole number at least one), and of
    $count kinds of pictures ([`reading.md`](reading.md)) the hardest that is read as things are is read again. A dash says that all of them still are; else the kinds
    that are lost stand there. Many numbers spare time rather than decide what is read.

    | class | number | value | what it is | a fifth less | a fifth more |
    | --- | --- | --: | --- | --- | --- |

    MARKDOWN;
foreach ($constants as $i => [$class, $name, $value, $what, $others]) {
    $cells = array_map(static fn (int $k): string => "$others[$k]: ".match ($results[$i][$k] ?? '') {
        '.' => '–',
        '' => 'cannot run',
        default => rtrim($results[$i][$k], '.'),
    }, [0, 1]);
    printf("| `%s` | `%s` | %s | %s | %s | %s |\n", $class, $name, $value, strtr($what, ['|' => '\\|']), ...$cells);
}
