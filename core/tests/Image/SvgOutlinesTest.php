<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\MarkOutline;
use KeenGlyph\Core\Image\SvgOutlines;

function outlinedSvg(string $inside, string $attributes = 'viewBox="0 0 10 20"'): string
{
    return "<svg xmlns=\"http://www.w3.org/2000/svg\" xmlns:xlink=\"http://www.w3.org/1999/xlink\" $attributes>$inside</svg>";
}

it('takes every shape of SVG as an outline in the drawing’s own units', function (string $shape, string $path) {
    $art = SvgOutlines::read(outlinedSvg($shape));
    expect([$art->width, $art->height])->toBe([10.0, 20.0])->and($art->outlines)->toHaveCount(1)->and($art->outlines[0]->path)->toStartWith($path);
})->with([
    'a box' => ['<rect x="1" y="2" width="3" height="4"/>', 'M1 2L4 2L4 6L1 6Z'],
    'a circle' => ['<circle cx="3" cy="4" r="1"/>', 'M2 4C'],
    'an ellipse' => ['<ellipse cx="3" cy="4" rx="2" ry="1"/>', 'M1 4C'],
    'a polygon' => ['<polygon points="1,1 4,1 4,5"/>', 'M1 1L4 1L4 5'],
    'a path' => ['<path d="M1 1h3v4z"/>', 'M1 1L4 1L4 5'],
    'one that was moved' => ['<g transform="translate(2 3)"><rect x="0" y="0" width="1" height="1"/></g>', 'M2 3L3 3L3 4L2 4Z'],
    'one that was scaled' => ['<rect transform="scale(2)" x="1" y="1" width="1" height="1"/>', 'M2 2L4 2L4 4L2 4Z'],
]);

it('knows the colour of a shape, however it is said', function (string $shape, string $hex) {
    expect(SvgOutlines::read(outlinedSvg($shape))->outlines[0]->ink->hex())->toBe($hex);
})->with([
    ['<rect width="1" height="1"/>', '#000000'], ['<rect width="1" height="1" fill="#c04000"/>', '#C04000'], ['<rect width="1" height="1" style="fill: red"/>', '#FF0000'],
    ['<g fill="#123456"><rect width="1" height="1"/></g>', '#123456'], ['<style>.a{fill:#00ff00}</style><rect class="a" width="1" height="1"/>', '#00FF00'],
    ['<rect width="1" height="1" fill="rgb(1,2,3)"/>', '#010203'],
]);

it('draws nothing that is not painted', function (string $shape) {
    expect(fn () => SvgOutlines::read(outlinedSvg($shape)))->toThrow(InvalidFinish::class);
})->with(['<rect width="1" height="1" fill="none"/>', '<rect width="0" height="1"/>', '<defs><rect width="1" height="1"/></defs>', '', '<text>Bee</text>']);

it('runs, fetches and expands nothing', function (string $file) {
    $start = hrtime(true);
    try {
        $art = SvgOutlines::read($file);
        $drawn = implode(' ', array_map(fn (MarkOutline $outline) => $outline->path, $art->outlines));
        expect($drawn)->not->toContain('passwd');
    } catch (InvalidFinish $e) {
        expect($e->getMessage())->not->toBe('');
    }
    // A whole order of magnitude beyond what the drawing may take.
    expect((hrtime(true) - $start) / 1e9)->toBeLessThan(20.0);
})->with([
    'an entity of a file' => ['<!DOCTYPE svg [<!ENTITY e SYSTEM "file:///etc/passwd">]>'.outlinedSvg('<text>&e;</text><rect width="1" height="1"/>')],
    'entities that grow' => ['<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;"><!ENTITY c "&b;&b;&b;&b;&b;&b;&b;&b;">]>'.outlinedSvg('<text>&c;</text>')],
    'a script' => [outlinedSvg('<script>alert(1)</script><rect width="1" height="1"/>')],
    'something used by itself' => [outlinedSvg('<g id="a"><use xlink:href="#a"/></g>')],
    'numbers without end' => [outlinedSvg('<path d="M'.str_repeat('9', 4000).' 1L1 1Z"/>')],
    'no SVG' => ['hello'],
    'nested a thousandfold' => [outlinedSvg(str_repeat('<g>', 3000).'<rect width="1" height="1"/>'.str_repeat('</g>', 3000))],
]);
