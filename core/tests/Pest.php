<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\ReadOutcome;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Tests\Chance;

pest()->beforeEach(function () {
    Chance::begin($this->name());
})->in('.');

/** A random number from the test's own row; `SEED=…` runs them again. */
function chance(int $least, int $most): int
{
    return mt_rand($least, $most);
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
