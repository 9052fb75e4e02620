<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\ReadOutcome;
use KeenGlyph\Core\Read\SoftMatrix;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\QrSymbol;
use KeenGlyph\Core\Tests\Chance;

pest()->beforeEach(function () {
    Chance::begin($this->name());
})->in('.');

/** A random number from the test's own row; `SEED=…` runs them again. */
function chance(int $least, int $most): int
{
    return mt_rand($least, $most);
}

/** How often a random test tries: less often where every small change of the code runs it (`bin/test mutate`). */
function rounds(int $usual): int
{
    return getenv('PEST_MUTATION_TESTING') === false ? $usual : max(5, intdiv($usual, 20));
}

function pngOf(ModuleMatrix $matrix, int $modulePx = 4, ?Finish $finish = null): string
{
    $finish ??= Finish::plain();

    return PngRenderer::render(SceneBuilder::ofGrid($matrix, $finish, Layout::of($matrix->size(), $finish, Size::ofModule($modulePx))));
}

function readPicture(string $bytes): ReadOutcome
{
    return (new Reader)->read((new PictureDecoder)->decode($bytes), new ReadOptions(budgetMs: 10_000));
}

/** The bytes of the one symbol in the picture, or null. */
function onlyText(string $picture): ?string
{
    $outcome = readPicture($picture);

    return count($outcome->readings) === 1 ? $outcome->readings[0]->symbol->content->bytes : null;
}

/** Text of mixed classes, so that every mode and change of mode occurs. */
function randomText(int $length): string
{
    $classes = ['0123456789', 'ABCDEFGHIJKLMNOPQRSTUVWXYZ $%*+-./:', 'abcdefghijklmnopqrstuvwxyz?=&_~', implode('', array_map('chr', range(0, 255)))];
    $text = '';
    while (strlen($text) < $length) {
        $class = $classes[chance(0, 3)];
        for ($run = chance(1, 30); $run > 0; $run--) {
            $text .= $class[chance(0, strlen($class) - 1)];
        }
    }

    return substr($text, 0, $length);
}

/**
 * Weights of a module's neighbours when its middle is seen through a blur: by adding up a fine grid of the spot.
 *
 * @param  callable(float, float): float  $spot  how bright it is so many modules from its middle
 * @return array<int, array<int, float>> by row and column, about the module itself
 */
function weightsOf(callable $spot): array
{
    [$weights, $all] = [[], 0.0];
    for ($i = 0; $i < 60; $i++) {
        for ($j = 0; $j < 60; $j++) {
            [$x, $y] = [($i + 0.5) / 10 - 3, ($j + 0.5) / 10 - 3];
            $bright = $spot($x, $y);
            $weights[(int) round($y)][(int) round($x)] = ($weights[(int) round($y)][(int) round($x)] ?? 0.0) + $bright;
            $all += $bright;
        }
    }

    return array_map(static fn (array $row): array => array_map(static fn (float $weight): float => $weight / $all, $row), $weights);
}

/** The greys of a symbol's modules through a blur, 30 dark and 100 light, with a little noise. */
function blurredGreys(QrSymbol $symbol, array $weights, float $noise): SoftMatrix
{
    $rows = $symbol->matrix->rows;
    $n = count($rows);
    $greys = [];
    for ($row = 0; $row < $n; $row++) {
        for ($column = 0; $column < $n; $column++) {
            $grey = 0.0;
            foreach ($weights as $dy => $line) {
                foreach ($line as $dx => $weight) {
                    $isDark = $row + $dy >= 0 && $column + $dx >= 0 && ($rows[$row + $dy][$column + $dx] ?? '0') === '1';
                    $grey += $weight * ($isDark ? 30 : 100);
                }
            }
            $greys[] = $grey + $noise * chance(-1000, 1000) / 1000;
        }
    }

    return new SoftMatrix($n, $greys);
}

function disc(float $radius): callable
{
    return static fn (float $x, float $y): float => hypot($x, $y) <= $radius ? 1.0 : 0.0;
}

function gaussian(float $sigma): callable
{
    return static fn (float $x, float $y): float => exp(-($x * $x + $y * $y) / (2 * $sigma * $sigma));
}

function moved(float $length, float $angle): callable
{
    return static fn (float $x, float $y): float => abs($y * cos($angle) - $x * sin($angle)) < 0.06 && abs($x * cos($angle) + $y * sin($angle)) <= $length / 2 ? 1.0 : 0.0;
}
