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
        ->and($result['symbols'][0]['corners'])->toEqualWithDelta([[32, 32], [264, 32], [264, 264], [32, 264]], 0.8)
        ->and($result['symbols'][0]['payload']['kind'])->toBe('link');
});

it('writes every format it names and reads the pixel ones', function () {
    foreach (['png', 'webp', 'jpg', 'svg', 'pdf', 'eps', 'txt'] as $format) {
        [$status] = glyph('make', '--text', 'HIVE 17-B', '--module-px', '5', '--out', "$this->folder/h.$format");
        expect($status)->toBe(0);
    }
    // What has no pixels is drawn by other programs; what is text shows its modules.
    exec("rsvg-convert $this->folder/h.svg -o $this->folder/svg.png && pdftoppm -r 150 -png -singlefile $this->folder/h.pdf $this->folder/pdf && gs -q -dSAFER -dBATCH -dNOPAUSE -dEPSCrop -r150 -sDEVICE=png16m -sOutputFile=$this->folder/eps.png $this->folder/h.eps", $lines, $failed);
    expect($failed)->toBe(0)->and(file_get_contents("$this->folder/h.txt"))->toContain('█');
    [$status, $out] = glyph('read', "$this->folder/svg.png", "$this->folder/pdf.png", "$this->folder/eps.png", '--json');
    expect($status)->toBe(0)->and(array_map(fn ($r) => $r['symbols'][0]['text'], json_decode($out, true)))->toBe(['HIVE 17-B', 'HIVE 17-B', 'HIVE 17-B']);
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
        ->and(array_column($results, 'ending'))->toBe(['complete', 'nothing', null])
        ->and($results[1]['failure'])->toContain('No symbol')
        ->and($results[2]['failure'])->toContain('not a picture');
});

it('reads with as much effort as is asked for', function () {
    glyph('make', '--text', 'hive', '--out', "$this->folder/a.png");
    foreach (['usual', 'patient'] as $effort) {
        [$status, $out] = glyph('read', "$this->folder/a.png", '--effort', $effort);
        expect($status)->toBe(0)->and($out)->toBe("hive\n");
    }
    [$status, , $errors] = glyph('read', "$this->folder/a.png", '--effort', 'heroic');
    expect($status)->toBe(2)->and($errors)->toContain('quick, usual, patient');
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
    [['make', '--text', 'a', '--dark', 'red', '--json'], 'not a colour'],
    [['make', '--text', 'a', '--module-px', '2', '--size-px', '99', '--json'], 'only one'],
    [['make', '--text', 'a', '--size-mm', '20', '--json'], 'needs --dpi'],
    [['make', '--text', 'a', '--size-px', 'big', '--json'], 'whole number'],
    [['make', '--text', 'a', '--frobnicate', '--json'], '"--frobnicate" option does not exist'],
    [['make', '--text', 'a', '--out', '/nowhere/at/all.png'], 'cannot be written'],
    [['make', '--kind', 'song', '--field', 'a=b', '--json'], 'no kind'],
    [['make', '--text', str_repeat('a', 3000), '--json'], '2953 bytes at L'],
    [['read'], 'Name one or more'],
    [['read', 'nothing.png'], 'no readable file'],
    [['read', 'x', '--symbology', 'morse'], 'There is no symbology morse'],
]);

it('says 1 and why when what is said breaks a rule, and draws it as it is only when told to', function (array $words, string $reason) {
    [$status, $out, $errors] = glyph('make', ...$words, ...['--json', '--out', "$this->folder/stopped.png"]);
    expect($status)->toBe(1)->and($out)->toBe('')->and($errors)->toContain($reason)->and(file_exists("$this->folder/stopped.png"))->toBeFalse();
    [$status, $out] = glyph('make', ...$words, ...['--json', '--as-is', '--out', "$this->folder/stopped.png"]);
    $isText = in_array('--text', $words, true) && end($words) !== '';
    expect($status)->toBe($isText ? 0 : 1);
    if ($isText) {
        $facts = json_decode($out, true);
        expect($facts['as_is'])->toBeTrue()->and($facts['problems'][0]['severity'])->toBe('error');
    }
})->with([
    'nothing' => [['--text', ''], 'Write the text'],
    'only spaces' => [['--text', '  '], 'only spaces'],
    'a control character' => [['--text', "a\x07b"], 'U+0007'],
    'a network without its end' => [['--text', 'WIFI:T:WPA;S:Honey House;P:clover&lime7'], 'The end is missing'],
    'code that runs' => [['--text', 'javascript:alert(1)'], 'can run code'],
    'code that runs, as a field' => [['--kind', 'link', '--field', 'url=javascript:alert(1)'], 'can run code'],
    'a trade item with a wrong check digit' => [['--text', '(01)09520123456789'], 'check digit'],
    'an unfilled template' => [['--text', 'Dear {{name}}'], '{{name}}'],
]);

it('writes no file that its ledger stops, unless forced', function () {
    $pale = ['make', '--text', LINK, '--dark', '#DDDDDD', '--out', "$this->folder/pale.png", '--ledger'];
    expect(glyph(...$pale)[0])->toBe(1)->and(file_exists("$this->folder/pale.png"))->toBeFalse()
        ->and(glyph(...[...$pale, '--force'])[0])->toBe(1)->and(file_exists("$this->folder/pale.png"))->toBeTrue();
});

it('writes payloads from fields, and says what is wrong on stderr', function () {
    expect(glyph('payload', 'wifi', '--field', 'ssid=Honey; House', '--field', 'password=clover&lime7'))->toBe([0, "WIFI:T:WPA;S:Honey\\; House;P:clover&lime7;;\n", ''])
        ->and(glyph('payload', 'link', '--field', 'url=https://fennmoor.example/?e={{email}}', '--merge', 'email=a b@fennmoor.example')[1])->toBe("https://fennmoor.example/?e=a%20b%40fennmoor.example\n")
        ->and(glyph('payload', 'email', '--field', 'to=a@fennmoor.example', '--field', 'to=b@fennmoor.example')[1])->toBe("mailto:a@fennmoor.example,b@fennmoor.example\n")
        ->and(glyph('payload', 'contact', '--field', 'given_name=Ines', '--field', 'phones.0.type=work', '--field', 'phones.0.number=+442079460123')[1])->toContain('TEL;TYPE=WORK:+442079460123');
    [$status, $out, $error] = glyph('payload', 'sepa', '--field', 'name=F');
    expect([$status, $out])->toBe([2, ''])->and($error)->toContain('iban:');
    [$status, $out, $error] = glyph('payload', 'sepa', '--field', 'name=F', '--field', 'iban=DE00512108001245126199');
    expect($status)->toBe(1)->and($out)->toStartWith('BCD')->and($error)->toContain('check digits');
    expect(glyph('payload', 'telepathy')[0])->toBe(2)->and(glyph('payload', 'wifi', '--field', 'ssid')[0])->toBe(2);
});

it('parses any text with status 0', function () {
    [$status, $out] = glyph('parse', 'WIFI:T:WPA;S:Honey House;P:clover&lime7;;', '--json');
    expect($status)->toBe(0)->and(json_decode($out, true))->toBe(['kind' => 'wifi', 'fields' => ['ssid' => 'Honey House', 'security' => 'wpa', 'password' => 'clover&lime7'], 'problems' => []]);
    foreach (['', 'HIVE 7', "\xFF\xFE", 'tel:', 'BEGIN:VCARD', '(99999)'] as $text) {
        [$status, $out] = glyph('parse', $text, '--json');
        expect($status)->toBe(0, $text)->and(json_decode($out, true))->toHaveKeys(['kind', 'fields', 'problems']);
    }
});

it('converts GS1 elements, with status 1 when they break a rule', function () {
    [$status, $out] = glyph('gs1', '(01)09520123456788(17)270930(10)H26-07', '--domain', 'id.fennmoor.example', '--json');
    expect($status)->toBe(0)->and(json_decode($out, true)['digital_link'])->toBe('https://id.fennmoor.example/01/09520123456788/10/H26-07?17=270930');
    expect(glyph('gs1', '(01)09520123456789')[0])->toBe(1)->and(glyph('gs1', 'hello', '--json')[0])->toBe(1)->and(glyph('gs1')[0])->toBe(2);
});

it('draws and reads every symbology', function (string $symbology, string $text, string $read, string $carried) {
    $file = "$this->folder/bars.png";
    [$status, $out, $error] = glyph('make', '--symbology', $symbology, '--text', $text, '--out', $file, '--json');
    expect($status)->toBe(0, $error)->and(json_decode($out, true)['symbology'])->toBe($symbology);
    $symbols = json_decode(glyph('read', $file, '--json')[1], true)[0]['symbols'];
    expect(array_map(fn ($s) => [$s['symbology'], $s['text']], $symbols))->toBe([[$read, $carried]]);
    expect(glyph('read', $file, '--symbology', $read === 'ean8' ? 'qr' : 'ean8')[0])->toBe(1);
})->with([
    ['ean13', '952012345678', 'ean13', '9520123456788'], ['ean8', '96385074', 'ean8', '96385074'], ['upca', '614141000036', 'upca', '614141000036'], ['upce', '425261', 'upce', '04252614'],
    ['itf14', '19520123456785', 'itf14', '19520123456785'], ['code128', 'Hive-7', 'code128', 'Hive-7'], ['gs1-128', '(01)09520123456788(10)A', 'code128', '010952012345678810A'],
    ['code39', 'HIVE 7', 'code39', 'HIVE 7'], ['microqr', 'HIVE 7', 'microqr', 'HIVE 7'],
]);

it('spreads a text over several symbols, states sets, marks GS1, lifts levels', function () {
    [$status, $out] = glyph('make', '--text', str_repeat('Fennmoor ', 40), '--append', '3', '--out', "$this->folder/a.png", '--json');
    expect($status)->toBe(0)->and(array_column(json_decode($out, true), 'file'))->toBe(["$this->folder/a-1.png", "$this->folder/a-2.png", "$this->folder/a-3.png"]);
    $read = json_decode(glyph('read', "$this->folder/a-2.png", '--json')[1], true)[0]['symbols'][0];
    expect($read['append'])->toMatchArray(['index' => 1, 'total' => 3]);
    expect(glyph('read', "$this->folder/a-3.png", "$this->folder/a-1.png", "$this->folder/a-2.png", '--join'))->toBe([0, str_repeat('Fennmoor ', 40)."\n", ''])
        ->and(glyph('read', "$this->folder/a-3.png", "$this->folder/a-1.png", '--join')[0])->toBe(1);
    expect(json_decode(glyph('make', '--text', 'Grüße', '--charset', 'iso-8859-1', '--json')[1], true)['segments'][0]['mode'])->toBe('eci')
        ->and(json_decode(glyph('make', '--kind', 'gs1_elements', '--field', '(01)=9520123456788', '--json')[1], true)['segments'][0]['mode'])->toBe('fnc1_first')
        ->and(json_decode(glyph('make', '--text', 'HIVE 7', '--level', 'L', '--lift', '--json')[1], true)['level'])->toBe('H')
        ->and(json_decode(glyph('make', '--symbology', 'microqr', '--text', '12345', '--json', '--matrix')[1], true))->toMatchArray(['version' => 'M1', 'level' => null]);
    expect(glyph('make', '--text', 'x', '--charset', 'latin', '--json')[0])->toBe(2)->and(glyph('make', '--text', 'x', '--fnc1', 'third', '--json')[0])->toBe(2)->and(glyph('make', '--text', 'x', '--append', '17', '--json')[0])->toBe(2);
});

it('answers visitors by a waypoint’s rules without a server, and says what is wrong with them', function () {
    $rules = ['else' => ['link' => 'https://fennmoor.example/'], 'rules' => [['when' => [['language' => ['cy']]], 'to' => ['link' => 'https://fennmoor.example/cy']], ['when' => [['near' => ['lat' => 54.1, 'lng' => -2.05, 'km' => 5]]], 'to' => ['page' => 'INES']]], 'tags' => ['via' => 'jar']];
    file_put_contents("$this->folder/r.json", json_encode($rules));
    $answer = fn (string ...$options): array => json_decode(glyph('route', "$this->folder/r.json", '--json', ...$options)[1], true);
    expect($answer('--language', 'cy-GB,en'))->toMatchArray(['rule' => 0, 'link' => 'https://fennmoor.example/cy?via=jar'])
        ->and($answer())->toMatchArray(['rule' => 1, 'asks' => true])->and($answer('--refuses'))->toMatchArray(['rule' => null, 'link' => 'https://fennmoor.example/?via=jar'])
        ->and($answer('--place', '54.11,-2.04'))->toMatchArray(['rule' => 1, 'target' => ['page' => 'INES']]);
    file_put_contents("$this->folder/bad.json", json_encode([...$rules, 'rules' => [$rules['rules'][0], $rules['rules'][0]]]));
    [$status, $out] = glyph('route', "$this->folder/bad.json", '--check');
    expect([$status, $out])->toBe([1, "rule 2: It can never answer: rule 1 answers everybody whom it would.\n"])->and(glyph('route', "$this->folder/r.json", '--check')[0])->toBe(0);
    file_put_contents("$this->folder/none.json", '{"else":{"link":"javascript:x"}}');
    [$status, , $errors] = glyph('route', "$this->folder/none.json");
    expect($status)->toBe(1)->and($errors)->toContain('else.link: A link begins with');
    foreach ([['route'], ['route', 'nowhere.json'], ['route', "$this->folder/r.json", '--device', 'toaster'], ['route', "$this->folder/r.json", '--place', 'x'], ['call'], ['call', 'GET', 'waypoints'], ['call', 'FETCH', 'x']] as $wrong) {
        expect(glyph(...$wrong)[0])->toBe(2);
    }
});
