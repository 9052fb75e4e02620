<?php

declare(strict_types=1);

/*
 * Times encoding and drawing in one run: `php -d opcache.enable_cli=1 -d opcache.jit=tracing
 * -d opcache.jit_buffer_size=64M core/bench/bench.php`, or `bin/bench` with the same settings.
 */

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SvgRenderer;
use KeenGlyph\Core\Symbol\Capacity;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\Level;
use KeenGlyph\Core\Symbol\Version;

require __DIR__.'/../vendor/autoload.php';

/**
 * Minimum and median in milliseconds after three rounds of warming up.
 *
 * @param  Closure(): mixed  $work
 * @return array{float, float}
 */
function timed(Closure $work, int $rounds = 41): array
{
    $times = [];
    for ($i = -3; $i < $rounds; $i++) {
        $start = hrtime(true);
        $work();
        if ($i >= 0) {
            $times[] = (hrtime(true) - $start) / 1e6;
        }
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

$finish = Finish::plain();
foreach ([[2, Level::L], [7, Level::M], [15, Level::M], [25, Level::M], [40, Level::L]] as [$number, $level]) {
    $version = Version::of($number);
    $text = substr(str_repeat('https://fennmoor.example/Hive-07?x=', 90), 0, Capacity::bytes($version, $level));
    row("encode $number-{$level->value}, ".strlen($text).' bytes', ...timed(fn () => Encoder::encode($text, new EncodeOptions($level))));
}
$matrix = Encoder::encode('https://fennmoor.example/hive/7')->matrix;
$layout = Layout::of($matrix->size(), $finish, Size::ofSide(600));
$png = PngRenderer::render($matrix, $finish, $layout);
row('PNG, 600 px', ...timed(fn () => PngRenderer::render($matrix, $finish, $layout)));
row('SVG, 600 px', ...timed(fn () => SvgRenderer::render($matrix, $finish, $layout, 'bench')));
$large = Encoder::encode(str_repeat('a', 2953), new EncodeOptions(Level::L))->matrix;
$largeLayout = Layout::of($large->size(), $finish, Size::ofSide(600));
row('PNG, 600 px, version 40', ...timed(fn () => PngRenderer::render($large, $finish, $largeLayout)));
row('SVG, 600 px, version 40', ...timed(fn () => SvgRenderer::render($large, $finish, $largeLayout, 'bench')));
$plane = (new PictureDecoder)->decode($png);
row('decode PNG, 600 px', ...timed(fn () => (new PictureDecoder)->decode($png)));
row('find and read, 600 px', ...timed(fn () => (new Reader)->read($plane)));
