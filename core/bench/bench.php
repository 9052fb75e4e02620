<?php

declare(strict_types=1);

/*
 * Times encoding and drawing in one run: `php -d opcache.enable_cli=1 -d opcache.jit=tracing
 * -d opcache.jit_buffer_size=64M core/bench/bench.php`, or `bin/bench` with the same settings.
 */

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Render\SvgRenderer;
use KeenGlyph\Core\Symbol\Capacity;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\LevelTable;
use KeenGlyph\Core\Symbol\StructuredAppend;
use KeenGlyph\Core\Symbol\Version;

require __DIR__.'/../vendor/autoload.php';

/**
 * Minimum and median in milliseconds after warming up.
 *
 * @param  Closure(): mixed  $work
 * @return array{float, float}
 */
function timed(Closure $work, int $rounds = 41): array
{
    $times = [];
    // The JIT compiles what has run often: quick work is warmed up for a while, as it is in a server.
    $warm = hrtime(true) + 200_000_000;
    do {
        $work();
    } while (hrtime(true) < $warm);
    for ($i = 0; $i < $rounds; $i++) {
        $start = hrtime(true);
        $work();
        $times[] = (hrtime(true) - $start) / 1e6;
    }
    sort($times);

    return [$times[0], $times[intdiv($rounds, 2)]];
}

function row(string $name, float $min, float $median): void
{
    printf("%-34s %8.2f %8.2f\n", $name, $min, $median);
}

$status = function_exists('opcache_get_status') ? opcache_get_status(false) : false;
$jit = is_array($status) && is_array($status['jit'] ?? null) && ($status['jit']['on'] ?? false) === true;
printf("PHP %s, JIT %s, milliseconds\n%-34s %8s %8s\n", PHP_VERSION, $jit ? 'on' : 'off', '', 'min', 'median');

/**
 * The median of OpenCV's encoder on the same texts, in this run; empty when Python's OpenCV is not there.
 *
 * @param  list<array{version: int, level: string, text: string, rounds: int}>  $jobs
 * @return list<float>
 */
function openCv(array $jobs): array
{
    $process = proc_open(['/usr/bin/python3', __DIR__.'/opencv.py'], [['pipe', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']], $pipes);
    if (! is_resource($process)) {
        return [];
    }
    fwrite($pipes[0], implode("\n", array_map(static fn (array $job): string => json_encode($job, JSON_THROW_ON_ERROR), $jobs)));
    fclose($pipes[0]);
    $lines = array_filter(explode("\n", (string) stream_get_contents($pipes[1])));

    return proc_close($process) === 0 ? array_map('floatval', array_values($lines)) : [];
}

$finish = Finish::plain();
$jobs = [];
$ours = [];
foreach ([[2, ErrorCorrectionLevel::L], [7, ErrorCorrectionLevel::M], [15, ErrorCorrectionLevel::M], [25, ErrorCorrectionLevel::M], [40, ErrorCorrectionLevel::L]] as [$number, $level]) {
    $version = Version::of($number);
    $text = substr(str_repeat('https://fennmoor.example/Hive-07?x=', 90), 0, Capacity::bytes($version, $level));
    $jobs[] = ['version' => $number, 'level' => $level->value, 'text' => $text, 'rounds' => 7];
    $ours[] = $times = timed(fn () => Encoder::encode($text, new EncodeOptions($level)));
    row("encode $number-{$level->value}, ".strlen($text).' bytes', ...$times);
}
foreach (openCv($jobs) as $i => $theirs) {
    printf("%-34s %8s %8.2f  %5.1f times ours\n", "  OpenCV, version {$jobs[$i]['version']}", '', $theirs, $theirs / $ours[$i][1]);
}
foreach (['address' => 'https://id.fennmoor.example/01/09520123456788?x=ABC&', 'capitals' => 'A1B2 C3', 'Japanese' => '蜂蜜A12びん'] as $name => $base) {
    $text = mb_strcut(str_repeat($base, 50), 0, 300);
    row("level table, 300 bytes, $name", ...timed(fn () => LevelTable::of($text)));
}
row('encode M4-L, 15 bytes', ...timed(fn () => Encoder::encode('fennmoor/hive/7', new EncodeOptions(ErrorCorrectionLevel::L, micro: true))));
row('append, 4 kB in 4 symbols', ...timed(fn () => StructuredAppend::encode(str_repeat('Fennmoor Heather 340 g; ', 170), 4), 5));
$matrix = Encoder::encode('https://fennmoor.example/hive/7')->matrix;
$layout = Layout::of($matrix->size(), $finish, Size::ofSide(600));
$png = PngRenderer::render(SceneBuilder::ofGrid($matrix, $finish, $layout));
row('PNG, 600 px', ...timed(fn () => PngRenderer::render(SceneBuilder::ofGrid($matrix, $finish, $layout))));
row('SVG, 600 px', ...timed(fn () => SvgRenderer::render(SceneBuilder::ofGrid($matrix, $finish, $layout, 'bench'))));
$large = Encoder::encode(str_repeat('a', 2953), new EncodeOptions(ErrorCorrectionLevel::L))->matrix;
$largeLayout = Layout::of($large->size(), $finish, Size::ofSide(600));
$styled = FinishFile::read(['shape' => 'disc', 'ring' => 'soft', 'centre_ink' => '#6E2A08', 'mark' => ['icon' => 'comb', 'size' => 9]], new MarkPictures);
$shaded = FinishFile::read(['shape' => 'poured', 'gradient' => ['angle' => 30, 'stops' => [['ink' => '#401020'], ['ink' => '#102040']]], 'mark' => ['icon' => 'comb', 'size' => 9]], new MarkPictures);
$ten = Encoder::encode(str_repeat('https://fennmoor.example/', 5), new EncodeOptions(ErrorCorrectionLevel::Q, Version::of(10)));
foreach (['discs and a mark' => $styled, 'gradient and a mark' => $shaded] as $name => $look) {
    $scene = SceneBuilder::of($ten, $look, Layout::of(57, $look, Size::ofModule(8)), 'bench');
    row("PNG, version 10, $name", ...timed(fn () => PngRenderer::render($scene)));
}
row('PNG, 600 px, version 40', ...timed(fn () => PngRenderer::render(SceneBuilder::ofGrid($large, $finish, $largeLayout))));
row('SVG, 600 px, version 40', ...timed(fn () => SvgRenderer::render(SceneBuilder::ofGrid($large, $finish, $largeLayout, 'bench'))));
$plane = (new PictureDecoder)->decode($png);
row('decode PNG, 600 px', ...timed(fn () => (new PictureDecoder)->decode($png)));
row('find and read, 600 px', ...timed(fn () => (new Reader)->read($plane)));
