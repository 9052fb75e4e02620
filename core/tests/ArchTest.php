<?php

declare(strict_types=1);

// Nothing that comes later in this list is used by anything that comes earlier.
$order = ['Gs1', 'Payload', 'Symbol', 'Linear', 'Finish', 'Render', 'Image', 'Read', 'Degrade', 'Grade', 'Proof', 'Compose', 'Report', 'Address', 'Route', 'Page', 'Run'];

foreach ($order as $i => $room) {
    $later = array_map(static fn (string $name): string => "KeenGlyph\\Core\\$name", array_slice($order, $i + 1));
    if ($later !== []) {
        arch("$room uses nothing that comes after it")->expect("KeenGlyph\\Core\\$room")->not->toUse($later);
    }
}

arch('the core knows no framework')->expect('KeenGlyph\Core')->not->toUse(['Illuminate', 'Laravel', 'App', 'KeenGlyph\Cli']);

arch('only Image touches an image extension')
    ->expect(['Imagick', 'ImagickPixel', 'imagecreatefromstring', 'imagecreatetruecolor'])
    ->toOnlyBeUsedIn('KeenGlyph\Core\Image');

arch('classes are final or made to be extended on purpose')
    ->expect('KeenGlyph\Core')->classes()->toBeFinal()
    ->ignoring('KeenGlyph\Core\Symbol\InvalidSymbol');

arch('strict types everywhere')->expect('KeenGlyph\Core')->toUseStrictTypes();
