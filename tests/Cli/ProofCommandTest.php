<?php

declare(strict_types=1);

beforeEach(function () {
    $this->folder = sys_get_temp_dir().'/kg-proof-'.bin2hex(random_bytes(5));
    mkdir($this->folder);
    $this->glyph = function (string ...$words): array {
        exec(escapeshellarg(dirname(__DIR__, 2).'/bin/glyph').' '.implode(' ', array_map(escapeshellarg(...), $words)).' 2>'.escapeshellarg("$this->folder/errors"), $lines, $status);

        return [$status, implode("\n", $lines), (string) file_get_contents("$this->folder/errors")];
    };
    $this->label = ['--text', 'https://fennmoor.example/hive/7', '--size-mm', '20', '--dpi', '300'];
});

it('gives the same figures twice, with one process or several', function () {
    $ask = fn (string ...$more): array => ($this->glyph)('proof', ...$this->label, ...['--device', 'kiosk', '--device', 'entry_phone', '--condition', 'tilt', '--condition', 'gain', '--json'], ...$more);
    [$status, $first] = $ask();
    expect($status)->toBe(0)->and($ask('--workers', '1')[1])->toBe($first)->and($ask('--seed', '9')[1])->not->toBe($first)
        ->and(array_column(json_decode($first, true)['cells'], 'condition'))->toBe(['tilt', 'gain', 'tilt', 'gain']);
});

it('fails when what is required does not hold, says which cell, and reports it for build servers', function () {
    [$status, $said] = ($this->glyph)('proof', ...$this->label, ...['--device', 'kiosk', '--require', 'tilt>=20,kiosk.tilt>=84,grade>=B', '--condition', 'tilt', '--junit', "$this->folder/report.xml"]);
    $report = simplexml_load_file("$this->folder/report.xml");
    expect($status)->toBe(1)->and($said)->toContain('required kiosk.tilt>=84')->toContain('Kiosk camera, tilt: reads up to')
        ->and([(string) $report['tests'], (string) $report['failures']])->toBe(['3', '1'])->and((string) $report->testcase[1]['name'])->toBe('kiosk.tilt>=84');
});

it('takes a profile with a device of one’s own', function () {
    $device = ['id' => 'door', 'label' => 'Door camera', 'pixels' => 1280, 'angle' => 60, 'aperture_mm' => 1, 'nearest_mm' => 70, 'fixed_focus_mm' => 200, 'usual_mm' => 150, 'lens_blur_px' => 0.8, 'electrons_per_lux_second' => 1000, 'full_well' => 4000, 'read_noise' => 6, 'slowest_ms' => 33, 'lamp_lux' => 0, 'light' => 'white', 'decoder' => 'plain', 'pixels_per_module' => 2.6];
    file_put_contents("$this->folder/profile.json", json_encode(['devices' => [$device], 'conditions' => ['tilt'], 'require' => ['tilt>=15']]));
    [$status, $json] = ($this->glyph)('proof', ...$this->label, ...['--profile', "$this->folder/profile.json", '--json']);
    expect($status)->toBe(0)->and(json_decode($json, true))->met->toBeTrue()->cells->toHaveCount(1);
});

it('proofs a drawing in a file, and grades it', function () {
    ($this->glyph)('make', ...$this->label, ...['--out', "$this->folder/hive.png"]);
    [$status, $json] = ($this->glyph)('proof', "$this->folder/hive.png", '--module-mm', '0.6', '--device', 'kiosk', '--condition', 'tilt', '--json');
    expect($status)->toBe(0)->and(json_decode($json, true)['subject']['module_mm'])->toBe(0.6);
    expect(($this->glyph)('grade', "$this->folder/hive.png", '--least', 'A')[0])->toBe(0);
    file_put_contents("$this->folder/none.png", 'none');
    expect(($this->glyph)('grade', "$this->folder/none.png", '--least', 'D')[0])->toBe(1);
});

it('proofs a Micro QR Code symbol, and one that is seen from behind', function () {
    $cell = fn (array $words): array => json_decode(($this->glyph)('proof', ...$words, ...['--size-mm', '10', '--dpi', '600', '--condition', 'tilt', '--json'])[1], true)['cells'][0];
    expect($cell(['--text', '0123456', '--symbology', 'microqr', '--device', 'handheld_imager'])['margin'])->toBeGreaterThan(20)
        ->and($cell(['--text', '0123456', '--symbology', 'microqr', '--device', 'kiosk'])['reason'])->toContain('Micro QR Code')
        ->and($cell(['--text', 'HIVE 7', '--mirrored', '--device', 'recent_phone'])['margin'])->toBeGreaterThan(20)
        ->and($cell(['--text', 'HIVE 7', '--mirrored', '--device', 'entry_phone'])['reason'])->toContain('mirrored');
});

it('says how it is called', function (array $words, string $said) {
    [$status, , $errors] = ($this->glyph)(...array_map(fn (string $word): string => str_replace('FOLDER', $this->folder, $word), $words));
    expect($status)->toBe(2)->and($errors)->toContain($said);
})->with([
    'a requirement' => [['proof', '--text', 'hive', '--require', 'tilt'], 'no requirement'], 'a device' => [['proof', '--text', 'hive', '--device', 'spoon'], 'no device spoon'], 'a condition' => [['proof', '--text', 'hive', '--condition', 'heat'], 'no condition heat'],
    'no size' => [['proof', __FILE__], 'module-mm'], 'a profile' => [['proof', '--text', 'hive', '--profile', __FILE__], 'no profile'], 'a seed' => [['proof', '--text', 'hive', '--seed', '99999999'], '--seed'], 'nothing to grade' => [['grade'], 'Name a picture'],
]);
