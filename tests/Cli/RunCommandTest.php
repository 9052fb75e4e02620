<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Reader;
use Symfony\Component\Process\Process;

/** @return array{int, string, string} exit status, output and errors */
function run(string ...$words): array
{
    $process = new Process([__DIR__.'/../../bin/glyph', 'run', ...$words], sys_get_temp_dir(), ['PATH' => getenv('PATH')], timeout: 120);
    $process->run();

    return [(int) $process->getExitCode(), $process->getOutput(), $process->getErrorOutput()];
}

const JARS = "sku,name,batch\n0123,Heather,H26-07\n0456,\"Soft, set\",C 1&2\n0789,\"Comb\nin frame\",H26-09\n";

beforeEach(function () {
    $this->folder = sys_get_temp_dir().'/kg-run-'.bin2hex(random_bytes(6));
    mkdir($this->folder);
    file_put_contents("$this->folder/jars.csv", JARS);
    $this->text = ['--text', 'https://fennmoor.example/p/{{sku}}?b={{batch}}', '--name', '{{sku}}', '--size-mm', '20', '--dpi', '300'];
});

afterEach(fn () => exec('rm -rf '.escapeshellarg($this->folder)));

it('turns a table into pictures, each of them read back, and says so as JSON', function () {
    [$status, $out] = run("$this->folder/jars.csv", ...[...$this->text, '--out', "$this->folder/out", '--format', 'png', '--json']);
    $facts = json_decode($out, true);
    expect($status)->toBe(0)->and(array_intersect_key($facts, array_flip(['rows', 'made', 'failed', 'read_back'])))->toBe(['rows' => 3, 'made' => 3, 'failed' => 0, 'read_back' => 3])
        ->and($facts['files'])->toBe(array_map(fn (string $sku): string => "$this->folder/out/$sku.png", ['0123', '0456', '0789']));
    $texts = array_map(fn (string $file): string => (new Reader)->read((new PictureDecoder)->decode((string) file_get_contents($file)))->readings[0]->symbol->content->text, $facts['files']);
    expect($texts)->toBe(['https://fennmoor.example/p/0123?b=H26-07', 'https://fennmoor.example/p/0456?b=C%201%262', 'https://fennmoor.example/p/0789?b=H26-09']);
    $manifest = json_decode((string) file_get_contents("$this->folder/out/manifest.json"), true);
    expect($manifest['rows'][1]['sha256'])->toBe(hash_file('sha256', $facts['files'][1]));
});

it('sets rows aside that cannot be made, makes the others, and exits 1', function () {
    file_put_contents("$this->folder/bad.csv", "sku,note\nA1,=HYPERLINK(1)\n,x\nA3,y\n");
    [$status, $out] = run("$this->folder/bad.csv", '--text', 'https://fennmoor.example/{{sku}}', '--name', '{{sku}}.svg', '--out', "$this->folder/out", '--json');
    $facts = json_decode($out, true);
    expect($status)->toBe(1)->and([$facts['rows'], $facts['made'], $facts['failed'], $facts['read_back']])->toBe([3, 2, 1, 2])->and($facts['problems'][0])->toBe(['row' => 3, 'text' => '', 'message' => 'The cell of “sku” is empty.']);
    expect(file_get_contents("$this->folder/out/manifest.csv"))->toContain("'=HYPERLINK(1)");
});

it('puts the same into a ZIP, and the same twice', function () {
    foreach (['a.zip', 'b.zip'] as $name) {
        expect(run("$this->folder/jars.csv", ...[...$this->text, '--out', "$this->folder/$name", '--workers', $name === 'a.zip' ? '1' : '3', '--json'])[0])->toBe(0);
    }
    $digests = array_map(function (string $name): array {
        $zip = new ZipArchive;
        $zip->open("$this->folder/$name");
        $found = [];
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $entry = (string) $zip->getNameIndex($i);
            $found[$entry] = str_starts_with($entry, 'manifest.json') ? '' : hash('sha256', (string) $zip->getFromIndex($i));
        }

        return $found;
    }, ['a.zip', 'b.zip']);
    expect(array_keys($digests[0]))->toBe(['0123.svg', '0456.svg', '0789.svg', 'manifest.json', 'manifest.csv'])->and($digests[1])->toBe($digests[0])->and(glob("$this->folder/.run-*") ?: [])->toBe([]);
});

it('lays labels on sheets, in their places, and reads them back from the pages', function () {
    file_put_contents("$this->folder/many.csv", "sku\n".implode("\n", array_map(fn (int $i): string => sprintf('HM-%03d', $i), range(1, 23)))."\n");
    $options = ['--text', 'https://fennmoor.example/p/{{sku}}', '--caption', '{{sku}}', '--size-mm', '22', '--dpi', '300', '--sheet', 'a4-3x7-63.5x38.1', '--start', '4', '--marks'];
    [$status, $out] = run("$this->folder/many.csv", ...[...$options, '--out', "$this->folder/labels.pdf", '--json']);
    expect($status)->toBe(0)->and(json_decode($out, true)['sheets'])->toBe(['pages' => 2, 'labels' => 23, 'read_back' => 23, 'checked' => true]);
    // An independent program draws the first page: the first label's symbol lies in the middle of the fourth label.
    exec('pdftoppm -r 200 -gray -png -f 1 -l 1 '.escapeshellarg("$this->folder/labels.pdf").' '.escapeshellarg("$this->folder/page"));
    $reading = (new Reader)->read((new PictureDecoder)->decode((string) file_get_contents(glob("$this->folder/page*.png")[0])))->readings;
    $first = array_values(array_filter($reading, fn ($one): bool => str_ends_with($one->symbol->content->text, 'HM-001')))[0];
    $middle = array_sum(array_map(fn ($corner): float => $corner->x, $first->frame->corners)) / 4 / 200 * 25.4;
    expect($middle)->toEqualWithDelta(7.25 + 63.5 / 2, 0.1);
    exec('pdfinfo '.escapeshellarg("$this->folder/labels.pdf"), $facts);
    expect(implode("\n", $facts))->toContain('Pages:           2')->toContain('A4');
});

it('warns when the file itself has lost digits, takes old encodings, and a recipe', function () {
    file_put_contents("$this->folder/old.csv", "gtin;name\n9.52012E+12;B\xE4rlauch\n952012345678;Klee\n");
    [$status, $out] = run("$this->folder/old.csv", '--text', '{{name}} {{gtin}}', '--out', "$this->folder/out", '--save-recipe', "$this->folder/r.json", '--json');
    $facts = json_decode($out, true);
    expect($status)->toBe(0)->and($facts['warnings'][0]['sign'])->toBe('scientific')->and($facts['warnings'][0]['rows'])->toBe([2])
        ->and(json_decode((string) file_get_contents("$this->folder/out/manifest.json"), true)['rows'][0]['text'])->toBe('Bärlauch 9.52012E+12');
    [$status, $out] = run("$this->folder/r.json", "$this->folder/old.csv", '--out', "$this->folder/again.zpl", '--json');
    expect($status)->toBe(0)->and(substr_count((string) file_get_contents("$this->folder/again.zpl"), '^XA'))->toBe(2);
    [$status, $out] = run("$this->folder/old.csv", '--symbology', 'ean13', '--text', '{{gtin}}', '--check', '--json');
    expect($status)->toBe(1)->and(json_decode($out, true))->toMatchArray(['rows' => 2, 'in_order' => 1, 'stopped' => 1]);
});

it('says how to call it, and what is wrong with the table', function (array $words, string $says) {
    [$status, , $errors] = run(...array_map(fn (string $word): string => str_replace('@', $this->folder, $word), $words));
    expect($status)->toBe(2)->and($errors)->toContain($says);
})->with([
    [['@/jars.csv'], 'Say what each row says'], [['@/jars.csv', '--text', 'x{{sku}}'], 'Say where it goes'], [['nowhere.csv', '--text', 'x', '--out', '@/o'], 'no readable file'], [['@/jars.csv', '@/jars.csv', '--text', 'x', '--out', '@/o'], 'Give one table'],
    [['@/jars.csv', '--text', 'x{{sku}}', '--out', '@/o', '--level', 'Z'], 'level'], [['@/jars.csv', '--text', 'x{{sku}}', '--out', '@/o', '--sheet', 'a4'], '--sheet is for sheets'], [['@/jars.csv', '--text', 'x{{sku}}', '--out', '@/o.pdf', '--sheet', 'a4'], 'There is no sheet'],
    [['@/jars.csv', '--text', 'x{{sku}}', '--out', '@/o.pdf', '--sheet', 'roll:10x10', '--size-mm', '20', '--dpi', '300'], 'make the picture smaller'], [['@/jars.csv', '--text', 'x{{sku}}', '--out', '@/o', '--transform', 'sku=shout'], 'There is no step'], [['@/jars.csv', '--text', 'x', '--out', '@/o', '--delimiter', 'x'], '--delimiter is'],
]);

it('draws a page to measure a printer by, and corrects the sheet by what was measured', function () {
    $sheet = function (string ...$words): array {
        $process = new Process([__DIR__.'/../../bin/glyph', 'sheet', ...$words], sys_get_temp_dir(), ['PATH' => getenv('PATH')]);
        $process->run();

        return [(int) $process->getExitCode(), $process->getOutput().$process->getErrorOutput()];
    };
    expect($sheet('a4-3x7-63.5x38.1', '--page', "$this->folder/page.pdf"))->toBe([0, "glyph: Print it in its own size and measure both crosses from the left and upper edges of the paper. They are meant at 10.0,10.0,200.0,287.0; give what you find as --measured.\n"]);
    // An independent program draws it: the first cross stands at 10 mm, and the first label's outline begins where the label does.
    exec('pdftoppm -r 254 -gray -png '.escapeshellarg("$this->folder/page.pdf").' '.escapeshellarg("$this->folder/page"));
    $pixels = (new PictureDecoder)->decode((string) file_get_contents(glob("$this->folder/page*.png")[0]));
    $dark = fn (int $x, int $y): bool => min(array_map(fn (int $by): int => ord($pixels->pixels[$y * $pixels->width + $x + $by]), [-1, 0, 1])) < 200;
    expect([$dark(100, 70), $dark(110, 70), $dark(2000, 2900), $dark(72, 300), $dark(82, 300)])->toBe([true, false, true, true, false]);

    expect($sheet('a4-3x7-63.5x38.1', '--measured', '11,10,199.1,287', '--out', "$this->folder/office.json"))->toBe([0, '']);
    expect(json_decode((string) file_get_contents("$this->folder/office.json"), true))->toMatchArray(['columns' => 3, 'pitch_x' => 66.0])->and(json_decode((string) file_get_contents("$this->folder/office.json"), true)['scale'][0])->toEqualWithDelta(1 / 0.99, 1e-9);
    expect(run("$this->folder/jars.csv", ...[...$this->text, '--sheet', "$this->folder/office.json", '--out', "$this->folder/labels.pdf", '--json'])[0])->toBe(0);
    foreach ([['a4-3x7-63.5x38.1', '--measured', '10,10,150,287'], ['a4-3x7-63.5x38.1', '--measured', '10,10'], ['roll:40x30', '--page', "$this->folder/x.pdf"], ['a4'], [], ["$this->folder/jars.csv"]] as $wrong) {
        expect($sheet(...$wrong)[0])->toBe(2);
    }
});

it('leaves nothing half made behind when there is no room, or when it is stopped', function () {
    file_put_contents("$this->folder/many.csv", "sku\n".implode("\n", array_map(fn (int $i): string => sprintf('HM-%05d', $i), range(1, 4000)))."\n");
    $options = ['--text', 'https://fennmoor.example/p/{{sku}}', '--size-mm', '20'];
    $left = fn (): array => array_values(array_diff(scandir($this->folder) ?: [], ['.', '..', 'jars.csv', 'many.csv']));
    $glyph = realpath(__DIR__.'/../../bin/glyph');
    foreach (['pictures.zip', 'labels.zpl', 'labels.pdf'] as $out) {
        // No file may become larger than a kilobyte.
        $process = new Process(['bash', '-c', 'trap "" XFSZ; ulimit -f 1; exec "$@"', 'bash', (string) $glyph, 'run', "$this->folder/jars.csv", ...[...$this->text, '--out', "$this->folder/$out"]], sys_get_temp_dir(), ['PATH' => getenv('PATH')], timeout: 60);
        expect($process->run())->toBe(2)->and($process->getErrorOutput())->toContain('is there room for it')->not->toContain('Stack trace')->and($left())->toBe([]);
    }
    $process = new Process([(string) $glyph, 'run', "$this->folder/many.csv", ...[...$options, '--out', "$this->folder/pictures.zip"]], sys_get_temp_dir(), ['PATH' => getenv('PATH')], timeout: 60);
    $process->start();
    for ($i = 0; $i < 200 && (glob("$this->folder/.run-*/*") ?: []) === []; $i++) {
        usleep(50_000);
    }
    expect($left())->toHaveCount(1);
    $process->signal(SIGTERM);
    expect($process->wait())->toBe(2)->and($process->getErrorOutput())->toBe("glyph: Stopped. What was written is whole.\n")->and($left())->toBe([]);
});

it('lays whole labels on sheets, with discs for a cutting machine and a drawing of the cuts', function () {
    $layout = dirname(__DIR__, 2).'/docs/examples/honey-jar.layout.json';
    file_put_contents("$this->folder/own.json", json_encode(['width' => 210, 'height' => 297, 'columns' => 4, 'rows' => 5, 'label_width' => 40, 'label_height' => 46, 'left' => 16, 'top' => 20, 'pitch_x' => 46, 'pitch_y' => 53]));
    file_put_contents("$this->folder/full.csv", "sku,name,net_g,lot,bbe,gtin\n0123,Heather honey,340,H26-07,30.09.2027,952012345678\n0456,Heather honey with comb,340,S26-01,30.09.2027,952012345678\n0789,Blossom,227,B26-02,30.09.2027,9520123456789\n");
    $words = ["$this->folder/full.csv", '--text', 'https://fennmoor.example/p/{{sku}}', '--layout', $layout, '--dpi', '300'];
    [$status, $out] = run(...[...$words, '--sheet', "$this->folder/own.json", '--marks', '--register', '--out', "$this->folder/labels.pdf", '--json']);
    $facts = json_decode($out, true);
    expect($status)->toBe(1)->and($facts['made'])->toBe(2)->and($facts['problems'][0]['message'])->toContain('check digit')->and($facts['sheets'])->toBe(['pages' => 1, 'labels' => 2, 'read_back' => 2, 'checked' => true]);
    expect(run(...[...$words, '--sheet', 'a4-3x7-63.5x38.1', '--out', "$this->folder/labels.pdf"])[2])->toContain('mm apart');
    $process = new Process([__DIR__.'/../../bin/glyph', 'sheet', "$this->folder/own.json", '--cut', "$this->folder/cuts.svg", '--corner', '2'], null, ['PATH' => getenv('PATH')]);
    $process->mustRun();
    $cuts = simplexml_load_file("$this->folder/cuts.svg");
    expect(count($cuts->g[1]->rect))->toBe(20)->and((string) $cuts->g[1]->rect[1]['x'])->toBe('62.000')->and(count($cuts->g[0]->circle))->toBe(4);
});

it('gives a label printer the whole label at its dots', function () {
    $layout = ['width' => 40, 'height' => 30, 'parts' => [['kind' => 'symbol', 'x' => 1, 'y' => 1, 'width' => 20], ['kind' => 'text', 'x' => 22, 'y' => 3, 'width' => 17, 'height' => 5, 'text' => '{{name}}']]];
    file_put_contents("$this->folder/layout.json", json_encode($layout));
    [$status] = run("$this->folder/jars.csv", ...['--text', 'https://fennmoor.example/p/{{sku}}', '--layout', "$this->folder/layout.json", '--dpi', '203', '--out', "$this->folder/labels.zpl"]);
    preg_match('/\^GFA,(\d+),\d+,(\d+),\n/', (string) file_get_contents("$this->folder/labels.zpl"), $match);
    // 40 × 30 mm at 203 dpi: 320 × 240 dots.
    expect($status)->toBe(0)->and([(int) $match[2], (int) $match[1]])->toBe([40, 40 * 240]);
});

it('draws all rows in one version when asked', function () {
    [, $out] = run("$this->folder/jars.csv", ...['--text', 'https://fennmoor.example/p/{{name}}{{sku}}', '--size-mm', '20', '--dpi', '300', '--same-version', '--out', "$this->folder/same", '--json']);
    expect(json_decode($out, true)['made'])->toBe(3)
        ->and(array_unique(array_column(json_decode((string) file_get_contents("$this->folder/same/manifest.json"), true)['rows'], 'symbol')))->toHaveCount(1);
});

it('puts bars on labels', function () {
    file_put_contents("$this->folder/tills.csv", "gtin\n952012345678\n952012345677\n");
    [$status, $out] = run("$this->folder/tills.csv", ...['--symbology', 'ean13', '--text', '{{gtin}}', '--size-mm', '38', '--dpi', '600', '--sheet', 'a4-3x7-63.5x38.1', '--out', "$this->folder/tills.pdf", '--json']);
    expect($status)->toBe(0)->and(json_decode($out, true)['sheets']['read_back'])->toBe(2);
});
