<?php

declare(strict_types=1);

beforeEach(function () {
    $this->folder = sys_get_temp_dir().'/kg-table-'.bin2hex(random_bytes(5));
    mkdir("$this->folder/in", 0777, true);
    $this->glyph = function (string ...$words): array {
        exec(escapeshellarg(dirname(__DIR__, 2).'/bin/glyph').' '.implode(' ', array_map(escapeshellarg(...), $words)).' 2>'.escapeshellarg("$this->folder/errors"), $lines, $status);

        return [$status, implode("\n", $lines), (string) file_get_contents("$this->folder/errors")];
    };
    $this->manifest = fn (string $name): array => json_decode((string) file_get_contents("$this->folder/out/$name.manifest.json"), true);
});

it('turns a table that was dropped into a folder into pictures, once, and anew when it changes', function () {
    file_put_contents("$this->folder/in/jars.csv", "\xEF\xBB\xBFtext;name;format;level\r\nhttps://fennmoor.example/1;Jar;png;Q\r\n\"two\nlines\";../../escape;svg;\r\n");
    expect(($this->glyph)('watch', "$this->folder/in", "$this->folder/out", '--once')[0])->toBe(0);
    $rows = ($this->manifest)('jars.csv')['rows'];
    expect(array_column($rows, 'file'))->toBe(['jars/Jar.png', 'jars/escape.svg'])->and(array_column($rows, 'text'))->toBe(['https://fennmoor.example/1', "two\nlines"]);
    foreach ($rows as $row) {
        expect(hash_file('sha256', "$this->folder/out/{$row['file']}"))->toBe($row['sha256']);
    }
    [$status] = ($this->glyph)('verify', "$this->folder/out/jars/Jar.png", '--expect', 'https://fennmoor.example/1');
    expect($status)->toBe(0)->and(is_file("$this->folder/escape.svg"))->toBeFalse();
    $made = ($this->manifest)('jars.csv')['made_at'];
    touch("$this->folder/out/jars/Jar.png", 1_000_000);
    ($this->glyph)('watch', "$this->folder/in", "$this->folder/out", '--once');
    clearstatcache();
    expect(filemtime("$this->folder/out/jars/Jar.png"))->toBe(1_000_000)->and(($this->manifest)('jars.csv')['made_at'])->toBe($made);
    file_put_contents("$this->folder/in/jars.csv", "text\nA\n");
    ($this->glyph)('watch', "$this->folder/in", "$this->folder/out", '--once');
    expect(array_column(($this->manifest)('jars.csv')['rows'], 'text'))->toBe(['A']);
});

it('says of each row what stands in its way, and draws the others', function () {
    file_put_contents("$this->folder/in/a.json", (string) json_encode([['text' => 'A'], ['text' => ''], ['text' => 'B', 'format' => 'gif'], ['text' => 'C', 'level' => 'X'], ['text' => 'D', 'dark' => 'red'], ['text' => 'E', 'size_px' => '5'], ['text' => 'WIFI:S:Hive'], 'plain', 7]));
    file_put_contents("$this->folder/in/b.csv", "name\nnobody\n");
    file_put_contents("$this->folder/in/c.json", '{"text":');
    expect(($this->glyph)('watch', "$this->folder/in", "$this->folder/out", '--once')[0])->toBe(1);
    $rows = ($this->manifest)('a.json')['rows'];
    expect(array_keys(array_filter(array_column($rows, 'problem'), is_null(...))))->toBe([0, 7, 8])
        ->and(($this->manifest)('b.csv')['rows'][0]['problem'])->toContain('text')
        ->and(($this->manifest)('c.json')['rows'][0]['problem'])->toContain('JSON');
    expect(($this->glyph)('watch', "$this->folder/none", "$this->folder/out")[0])->toBe(2);
});

it('begins again after it was killed in the middle, and leaves nothing half made', function () {
    file_put_contents("$this->folder/in/many.csv", "text\n".implode("\n", array_map(fn (int $i) => "HIVE $i", range(1, 60)))."\n");
    $process = proc_open([dirname(__DIR__, 2).'/bin/glyph', 'watch', "$this->folder/in", "$this->folder/out", '--every', '0.2'], [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']], $pipes);
    for ($i = 0; $i < 200 && count(glob("$this->folder/out/many/*.svg") ?: []) < 3; $i++) {
        usleep(20_000);
    }
    proc_terminate($process, 9);
    proc_close($process);
    expect(is_file("$this->folder/out/many.csv.manifest.json"))->toBeFalse();
    expect(($this->glyph)('watch', "$this->folder/in", "$this->folder/out", '--once')[0])->toBe(0);
    expect(($this->manifest)('many.csv')['rows'])->toHaveCount(60)->and(glob("$this->folder/out/many/*.svg"))->toHaveCount(60);
});

it('compares pictures with what they should say, for a pipeline', function () {
    ($this->glyph)('make', '--text', 'HIVE 7', '--out', "$this->folder/a.png");
    ($this->glyph)('make', '--text', 'HIVE <8>', '--out', "$this->folder/b.png");
    file_put_contents("$this->folder/text", 'HIVE 7');
    expect(($this->glyph)('verify', "$this->folder/a.png", '--expect-file', "$this->folder/text")[0])->toBe(0);
    [$status, $out] = ($this->glyph)('verify', "$this->folder/a.png", "$this->folder/b.png", '--expect', 'HIVE 7', '--json', '--junit', "$this->folder/report.xml");
    expect($status)->toBe(1)->and(array_column(json_decode($out, true), 'same'))->toBe([true, false]);
    $suite = simplexml_load_string((string) file_get_contents("$this->folder/report.xml"));
    expect((string) $suite['tests'])->toBe('2')->and((string) $suite['failures'])->toBe('1')->and((string) $suite->testcase[1]->failure['message'])->toContain('HIVE <8>');
    foreach ([[], ["$this->folder/a.png"], ["$this->folder/a.png", '--expect', 'a', '--expect-file', "$this->folder/text"], ["$this->folder/none.png", '--expect', 'a']] as $wrong) {
        expect(($this->glyph)('verify', ...$wrong)[0])->toBe(2);
    }
});
