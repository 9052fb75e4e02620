<?php

declare(strict_types=1);

// A film for a fake camera: php film.php OUT.mjpeg TEXT [still]. A symbol wanders, turns and tilts through the view;
// the still one stays where it is.

use KeenGlyph\Bench\Reading\Canvas;
use KeenGlyph\Bench\Reading\Chance;
use KeenGlyph\Bench\Reading\Surface;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;

require __DIR__.'/../../vendor/autoload.php';
[, $out, $text] = $argv;
$isStill = ($argv[3] ?? '') === 'still';
$chance = new Chance('film');
$blank = str_repeat('0', 4);
$rows = array_map(static fn (string $row): string => $blank.$row.$blank, Encoder::encode($text, new EncodeOptions(ErrorCorrectionLevel::M))->matrix->rows);
$empty = array_fill(0, 4, str_repeat('0', strlen($rows[0])));
$rows = [...$empty, ...$rows, ...$empty];
$film = '';
for ($i = 0, $frames = $isStill ? 4 : 30; $i < $frames; $i++) {
    $t = $isStill ? 0.0 : 2 * M_PI * $i / $frames;
    $canvas = Canvas::plain(640, 480, 120);
    $surface = new Surface(count($rows), 230 / count($rows), 320 + 90 * cos($t), 240 + 50 * sin($t), 25 * sin($t), 38 * abs(sin($t / 2)), 40 + 20 * sin($t));
    $canvas->lay($rows, $surface->back(), $surface->box(), 40, 215);
    $canvas->each(static fn (int $x, int $y, float $grey): float => $grey * (0.75 + 0.25 * $x / 640) + ($isStill ? 0 : 3 * $chance->normal()));
    $film .= $canvas->bytes('jpeg', 85);
}
file_put_contents($out, $film);
