<?php

declare(strict_types=1);

beforeEach(function () {
    $this->folder = sys_get_temp_dir().'/kg-'.bin2hex(random_bytes(6));
    mkdir($this->folder);
});

afterEach(function () {
    array_map(unlink(...), glob($this->folder.'/*') ?: []);
    rmdir($this->folder);
});

it('draws a finish file, single options before it, and a picture as a mark', function () {
    file_put_contents("$this->folder/jar.finish.json", json_encode(['$schema' => 'x', 'name' => 'Jar', 'shape' => 'disc', 'ring' => 'soft', 'mark' => ['icon' => 'comb', 'size' => 5, 'plate' => 'disc']]));
    file_put_contents("$this->folder/logo.svg", '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><circle cx="5" cy="5" r="4" fill="#C04000"/></svg>');
    $make = fn (string $out, string ...$more): array => glyph('make', '--text', LINK, '--level', 'H', '--finish', "$this->folder/jar.finish.json", '--out', "$this->folder/$out", ...$more);
    expect($make('a.svg')[0])->toBe(0)->and($make('b.svg', '--shape', 'leaf')[0])->toBe(0)->and($make('c.svg', '--mark', "$this->folder/logo.svg")[0])->toBe(0);
    [$a, $b, $c] = array_map(fn (string $name): string => (string) file_get_contents("$this->folder/$name.svg"), ['a', 'b', 'c']);
    expect($a)->not->toBe($b)->and($c)->toContain('#C04000')->and($a)->not->toContain('#C04000');
    $make('d.png', '--caption', 'Heather\nhoney', '--dark', '#2B1A0E', '--size-mm', '30', '--dpi', '300');
    expect(json_decode(glyph('read', "$this->folder/d.png", '--json')[1], true)[0]['symbols'][0]['text'])->toBe(LINK);
});

it('states the ledger, and with what it stops the status says so', function () {
    [$status, $out] = glyph('make', '--text', LINK, '--level', 'H', '--shape', 'disc', '--mark', 'icon:comb', '--mark-size', '5', '--ledger', '--json', '--print', 'offset');
    $verdicts = array_column(json_decode($out, true)['ledger'], 'verdict', 'check');
    expect($status)->toBe(0)->and($verdicts['mark'])->toBe('holds')->and($verdicts['round_trip'])->toBe('holds');
    [$status, $out] = glyph('make', '--text', LINK, '--mark', 'text:FB', '--mark-size', '17', '--ledger');
    expect($status)->toBe(1)->and($out)->toContain('fails')->toContain('Mark, correction');
    [$status, $out] = glyph('make', '--text', LINK, '--ledger', '--json', '--distance-mm', '5000');
    expect($status)->toBe(1)->and(json_decode($out, true)['ledger'][0]['check'])->toBe('size');
});

it('prints process inks, inches and readable elements', function () {
    glyph('make', '--text', LINK, '--size-in', '1.5', '--dpi', '300', '--cmyk', '--out', "$this->folder/a.eps");
    expect((string) file_get_contents("$this->folder/a.eps"))->toContain('0 0 0 1 setcmykcolor');
    [, $out] = glyph('make', '--text', LINK, '--size-in', '1.5', '--dpi', '300', '--json', '--out', "$this->folder/a.svg");
    expect(json_decode($out, true)['side_mm'])->toEqualWithDelta(38.1, 0.1)->and((string) file_get_contents("$this->folder/a.svg"))->toContain('width="38.1mm"');
    file_put_contents("$this->folder/hri.json", '{"caption":{"text":"","hri":true}}');
    $size = function (string ...$more): int {
        glyph('make', '--kind', 'gs1_elements', '--field', '(01)=09520123456788', '--field', '(10)=H26-07', '--out', "$this->folder/g.svg", ...$more);

        return (int) filesize("$this->folder/g.svg");
    };
    expect($size('--finish', "$this->folder/hri.json"))->toBeGreaterThan($size() + 3000);
});

it('says what is wrong with a finish on stderr', function (array $options, string $words) {
    [$status, $out, $errors] = glyph('make', '--text', LINK, '--out', "$this->folder/x.png", ...$options);
    expect($status)->toBe(2)->and($out)->toBe('')->and($errors)->toContain($words)->and(file_exists("$this->folder/x.png"))->toBeFalse();
})->with([
    'shape' => [['--shape', 'star'], 'one of square, disc'], 'icon' => [['--mark', 'icon:rocket'], 'comb'], 'no picture' => [['--mark', '/etc/hostname'], 'PNG, JPEG, WebP or SVG'],
    'letter' => [['--caption', '蜂'], '蜂'], 'digits' => [['--ean', '123'], '8, 12 or 13'], 'size' => [['--mark', 'icon:comb', '--mark-size', '99'], '1 to 60'],
    'inches' => [['--size-in', '2'], '--dpi'], 'printing' => [['--print', 'etching', '--ledger'], 'thermal_203'], 'reserve' => [['--reserve', '2', '--ledger'], '0 to 0.9'],
    'pixels' => [['--shape', 'disc', '--size-px', '8000'], 'take SVG'],
]);
