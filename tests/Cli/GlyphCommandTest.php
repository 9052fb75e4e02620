<?php

declare(strict_types=1);

use Symfony\Component\Process\Process;

/** @return array{int, string, string} exit status, output and errors */
function glyph(string ...$words): array
{
    $process = new Process([__DIR__.'/../../bin/glyph', ...$words], sys_get_temp_dir(), ['PATH' => getenv('PATH')]);
    $process->run();

    return [(int) $process->getExitCode(), $process->getOutput(), $process->getErrorOutput()];
}

beforeEach(function () {
    $this->folder = sys_get_temp_dir().'/kg-'.bin2hex(random_bytes(6));
    mkdir($this->folder);
});

afterEach(function () {
    array_map(unlink(...), glob($this->folder.'/*') ?: []);
    rmdir($this->folder);
});

it('makes a picture that an independent program draws and it reads back', function () {
    $svg = "$this->folder/h.svg";
    [$status, $out] = glyph('make', '--text', 'https://fennmoor.example/hive/7', '--level', 'Q', '--out', $svg, '--json');
    $facts = json_decode($out, true);
    expect($status)->toBe(0)
        ->and(array_intersect_key($facts, array_flip(['symbology', 'version', 'level', 'modules', 'text', 'bytes'])))
        ->toBe(['symbology' => 'qr', 'version' => 3, 'level' => 'Q', 'modules' => 29, 'text' => 'https://fennmoor.example/hive/7', 'bytes' => 31])
        ->and($facts['segments'])->toBe([['mode' => 'byte', 'chars' => 31, 'bits' => 260]]);
    exec("rsvg-convert '$svg' -o '$this->folder/h.png'");
    [$status, $out] = glyph('read', "$this->folder/h.png", '--json');
    $result = json_decode($out, true)[0];
    expect($status)->toBe(0)
        ->and($result['file'])->toBe("$this->folder/h.png")
        ->and($result['ms'])->toBeGreaterThan(0)
        ->and($result['symbols'][0]['text'])->toBe('https://fennmoor.example/hive/7')
        ->and($result['symbols'][0]['corners'])->toEqual([[32, 32], [264, 32], [264, 264], [32, 264]])
        ->and($result['symbols'][0]['payload']['kind'])->toBe('link');
});

it('writes every format it names and reads the pixel ones', function () {
    foreach (['png', 'webp', 'jpg', 'svg', 'pdf', 'eps', 'txt'] as $format) {
        [$status] = glyph('make', '--text', 'HIVE 17-B', '--module-px', '5', '--out', "$this->folder/h.$format");
        expect($status)->toBe(0)->and(filesize("$this->folder/h.$format"))->toBeGreaterThan(100);
    }
    [$status, $out] = glyph('read', "$this->folder/h.png", "$this->folder/h.webp", "$this->folder/h.jpg", '--json');
    expect($status)->toBe(0)->and(array_map(fn ($r) => $r['symbols'][0]['text'], json_decode($out, true)))->toBe(['HIVE 17-B', 'HIVE 17-B', 'HIVE 17-B']);
});

it('takes bytes from a file, fixed version and mask, and prints the matrix', function () {
    file_put_contents("$this->folder/bytes", "\0\xFF\x80hive\n");
    [$status, $out] = glyph('make', '--bytes-file', "$this->folder/bytes", '--version', '5', '--mask', '3', '--json', '--matrix', '--out', "$this->folder/b.png");
    $facts = json_decode($out, true);
    expect([$status, $facts['version'], $facts['mask'], $facts['bytes'], count($facts['matrix']), strlen($facts['matrix'][0])])->toBe([0, 5, 3, 8, 37, 37]);
    [, $out] = glyph('read', "$this->folder/b.png", '--json');
    expect(base64_decode(json_decode($out, true)[0]['symbols'][0]['bytes_b64']))->toBe("\0\xFF\x80hive\n");
});

it('makes a size in millimetres of whole dots', function () {
    [, $out] = glyph('make', '--text', 'hive', '--size-mm', '20', '--dpi', '203', '--json');
    $facts = json_decode($out, true);
    expect($facts['module_px'])->toBe(5)->and($facts['side_mm'])->toBeLessThanOrEqual(20);
});

it('takes a finish from a file, single options going before it', function () {
    file_put_contents("$this->folder/label.json", '{"dark": "#2b1a0e", "light": "#FFFAEC", "quiet": 2}');
    glyph('make', '--text', 'hive', '--finish', "$this->folder/label.json", '--light', '#F4F8F1', '--out', "$this->folder/h.svg");
    expect(file_get_contents("$this->folder/h.svg"))->toContain('viewBox="-2 -2 25 25"', 'fill="#2B1A0E"', 'fill="#F4F8F1"');
    file_put_contents("$this->folder/label.json", '{"shape": "round"}');
    [$status, , $errors] = glyph('make', '--text', 'hive', '--finish', "$this->folder/label.json", '--json');
    expect($status)->toBe(2)->and($errors)->toContain('“shape”');
});

it('says 1 when a picture holds no symbol, and still reports the others', function () {
    glyph('make', '--text', 'hive', '--out', "$this->folder/a.png");
    $blank = imagecreatetruecolor(60, 60);
    imagepng($blank, "$this->folder/b.png");
    file_put_contents("$this->folder/c.png", 'no picture');
    [$status, $out] = glyph('read', "$this->folder/a.png", "$this->folder/b.png", "$this->folder/c.png", '--json');
    $results = json_decode($out, true);
    expect($status)->toBe(1)
        ->and(array_map(fn ($r) => count($r['symbols']), $results))->toBe([1, 0, 0])
        ->and($results[1]['failure'])->toContain('No symbol')
        ->and($results[2]['failure'])->toContain('not a picture');
});

it('says 2 and why when called wrongly', function (array $words, string $reason) {
    [$status, $out, $errors] = glyph(...$words);
    expect($status)->toBe(2)->and($out)->toBe('')->and($errors)->toContain($reason);
})->with([
    [[], 'Say what to do'],
    [['bake'], 'no command'],
    [['make', '--json'], 'exactly one of'],
    [['make', '--text', 'a', '--bytes-file', 'b', '--json'], 'exactly one of'],
    [['make', '--text', 'a'], '--out'],
    [['make', '--text', 'a', '--out', 'x.bmp'], 'svg, png'],
    [['make', '--text', 'a', '--level', 'Z', '--json'], 'no level'],
    [['make', '--text', 'a', '--version', '41', '--json'], '1 to 40'],
    [['make', '--text', 'a', '--mask', '9', '--json'], '0 to 7'],
    [['make', '--text', '', '--json'], 'no text'],
    [['make', '--text', 'a', '--dark', 'red', '--json'], 'not a colour'],
    [['make', '--text', 'a', '--module-px', '2', '--size-px', '99', '--json'], 'only one'],
    [['make', '--text', 'a', '--size-mm', '20', '--json'], 'needs --dpi'],
    [['make', '--text', 'a', '--size-px', 'big', '--json'], 'whole number'],
    [['make', '--text', 'a', '--frobnicate', '--json'], 'no option'],
    [['make', '--text', 'a', '--out', '/nowhere/at/all.png'], 'cannot be written'],
    [['make', '--kind', 'link', '--field', 'url=javascript:alert(1)', '--json'], 'No symbol is made'],
    [['make', '--kind', 'song', '--field', 'a=b', '--json'], 'no kind'],
    [['make', '--text', str_repeat('a', 3000), '--json'], '2953 bytes at L'],
    [['read'], 'Name one or more'],
    [['read', 'nothing.png'], 'no readable file'],
    [['read', 'x', '--symbology', 'morse'], 'not read here'],
]);
