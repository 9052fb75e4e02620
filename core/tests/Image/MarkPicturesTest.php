<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\MarkOutline;
use KeenGlyph\Core\Finish\OutlineArt;
use KeenGlyph\Core\Finish\PixelArt;
use KeenGlyph\Core\Image\CssColour;
use KeenGlyph\Core\Image\MarkPictures;

function svgOf(string $inside, string $attributes = 'viewBox="0 0 10 10"'): string
{
    return "<svg xmlns=\"http://www.w3.org/2000/svg\" $attributes>$inside</svg>";
}

/** Header of a PNG that says it is of this size, and nothing of it. */
function pngHeader(int $width, int $height): string
{
    $chunk = 'IHDR'.pack('NNCCCCC', $width, $height, 8, 6, 0, 0, 0);

    return "\x89PNG\r\n\x1A\n".pack('N', 13).$chunk.pack('N', crc32($chunk));
}

it('refuses what could harm, quickly and in words', function (string $bytes, string $words) {
    $start = hrtime(true);
    expect(fn () => (new MarkPictures)->read($bytes))->toThrow(InvalidFinish::class, $words);
    // A bound that only an expanded bomb or a decoded giant would break.
    expect((hrtime(true) - $start) / 1e9)->toBeLessThan(2.0);
})->with([
    'script element' => [svgOf('<script>alert(1)</script><rect width="5" height="5"/>'), 'script'],
    'script in a prefix' => [svgOf('<s:script xmlns:s="http://www.w3.org/2000/svg">1</s:script>'), 'script'],
    'script in an attribute' => [svgOf('<rect width="5" height="5" onload="alert(1)"/>'), 'script'],
    'script address' => [svgOf('<a href="JavaScript:alert(1)"><rect width="5" height="5"/></a>'), 'script'],
    'foreign object' => [svgOf('<foreignObject><p/></foreignObject>'), 'foreign object'],
    'entity bomb' => ['<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;"><!ENTITY c "&b;&b;&b;&b;&b;&b;&b;&b;&b;&b;">]><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><text>&c;</text></svg>', 'entities'],
    'external entity' => ['<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><svg viewBox="0 0 1 1">&x;</svg>', 'entities'],
    'in UTF-16' => [(string) mb_convert_encoding('<?xml version="1.0" encoding="UTF-16"?>'.svgOf('<script/>'), 'UTF-16LE'), 'PNG, JPEG, WebP or SVG'],
    'broken XML' => ['<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><g>', 'well-formed'],
    'no size' => ['<svg xmlns="http://www.w3.org/2000/svg"><rect width="5" height="5"/></svg>', 'viewBox'],
    'nothing to draw' => [svgOf('<text>Fennmoor</text><image href="https://fennmoor.example/a.png"/>'), 'outlines'],
    'too deep' => [svgOf(str_repeat('<g>', 60).'<rect width="1" height="1"/>'.str_repeat('</g>', 60)), 'nests'],
    'too many points' => [svgOf('<path d="M0 0'.str_repeat('L1 1', 9000).'"/>'), '8 000'],
    'too many elements' => [svgOf(str_repeat('<g/>', 3500)), '3 000'],
    'too long' => [svgOf(str_repeat(' ', 310_000)), '300'],
    'broken outline' => [svgOf('<path d="M0 0 L1"/>'), 'number of values'],
    'giant by its header' => [pngHeader(20000, 20000), '20000 × 20000'],
    'cut off' => [substr(pngHeader(10, 10), 0, 20), 'damaged'],
    'headed but empty' => [pngHeader(10, 10), 'damaged'],
    'heavy' => [pngHeader(10, 10).str_repeat("\0", 1_000_000), '1 MB'],
    'another format' => ['GIF89a....', 'PNG, JPEG, WebP or SVG'],
]);

it('keeps of an SVG file only what it draws', function () {
    $art = (new MarkPictures)->read('<?xml version="1.0"?><!-- a note --><svg xmlns="http://www.w3.org/2000/svg" xmlns:x="urn:x" viewBox="-10 -10 20 20" x:secret="1"><metadata>who</metadata><style>.a{fill:#C40;stroke:none}.b{fill:none;stroke:purple;stroke-width:2}</style>'
        .'<a href="https://fennmoor.example"><circle class="a" r="5"/></a><g transform="translate(2,0) rotate(90) scale(2)"><rect class="b" x="-1" y="-1" width="2" height="2" rx=".5"/></g>'
        .'<ellipse cx="1" rx="2" ry="1" style="fill:url(#g)"/><linearGradient id="g"><stop offset="0" stop-color="teal"/></linearGradient><polygon points="0,0 1,0 1,1" display="none"/><polyline points="0 0 1 1" fill="none" stroke="#000"/><line x2="3" y2="3" stroke="#123"/></svg>');
    assert($art instanceof OutlineArt);
    expect($art->width)->toBe(20.0)
        ->and(array_map(static fn (MarkOutline $outline): string => $outline->ink->hex(), $art->outlines))->toBe(['#CC4400', '#800080', '#008080', '#000000', '#112233'])
        ->and($art->svg())->not->toContain('fennmoor')->not->toContain('secret')->not->toContain('who')->not->toContain('style');
    // The circle lies where its view box puts it.
    preg_match_all('/-?[\d.]+/', $art->outlines[0]->path, $numbers);
    expect(min(array_map('floatval', $numbers[0])))->toEqualWithDelta(5.0, 0.01)
        ->and(max(array_map('floatval', $numbers[0])))->toEqualWithDelta(15.0, 0.01);
    // What was written is read as the same again.
    $again = (new MarkPictures)->read($art->svg());
    expect($again)->toEqual($art);
});

it('makes pictures small, upright in colour, and writes them anew', function (string $format) {
    $source = imagecreatetruecolor(800, 400);
    imagefilledrectangle($source, 0, 0, 399, 399, imagecolorallocate($source, 200, 30, 20));
    imagefilledrectangle($source, 400, 0, 799, 399, imagecolorallocate($source, 20, 30, 200));
    ob_start();
    match ($format) {
        'png' => imagepng($source),
        'jpeg' => imagejpeg($source, null, 90),
        default => imagewebp($source, null, 90),
    };
    $art = (new MarkPictures)->read((string) ob_get_clean());
    assert($art instanceof PixelArt);
    expect([$art->width, $art->height])->toBe([PixelArt::MAX_PX, PixelArt::MAX_PX / 2])
        ->and(strlen($art->rgba))->toBe(4 * $art->width * $art->height);
    $left = array_map('ord', str_split(substr($art->rgba, 4 * (96 * 20 + 10), 4)));
    expect($left[0])->toEqualWithDelta(200, 12)->and($left[2])->toEqualWithDelta(20, 16)->and($left[3])->toBe(255);
    $again = (new MarkPictures)->read($art->png);
    expect($again)->toEqual($art)
        ->and(getimagesizefromstring($art->png)[0])->toBe($art->width);
})->with(['png', 'jpeg', 'webp']);

it('hands on nothing that hides behind the pixels of a file like its own', function () {
    $picture = imagecreatetruecolor(4, 4);
    ob_start();
    imagepng($picture);
    $art = (new MarkPictures)->read((string) ob_get_clean());
    assert($art instanceof PixelArt);
    $hidden = substr($art->png, 0, -12).pack('N', 6).'tEXtsecret'.pack('N', crc32('tEXtsecret')).substr($art->png, -12);
    $cleaned = (new MarkPictures)->read($hidden);
    assert($cleaned instanceof PixelArt);
    expect($cleaned->png)->not->toContain('secret')->and($cleaned->rgba)->toBe($art->rgba);
});

it('knows colours as style sheets write them', function (string $text, string $hex) {
    expect(CssColour::hex($text))->toBe($hex);
})->with([['#abc', '#aabbcc'], ['#AABBCCDD', '#aabbcc'], ['rgb(255, 0, 128)', '#FF0080'], ['gold', '#FFD700'], ['currentColor', '#000000'], ['nonsense', '#000000'], ['expression(1)', '#000000']]);
