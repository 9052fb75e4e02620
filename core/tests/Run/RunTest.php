<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Run\CalibrationPage;
use KeenGlyph\Core\Run\FileNames;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\LabelSheet;
use KeenGlyph\Core\Run\LostDigits;
use KeenGlyph\Core\Run\Recipe;
use KeenGlyph\Core\Run\RowDrawer;
use KeenGlyph\Core\Run\Table;
use KeenGlyph\Core\Run\TableForm;
use KeenGlyph\Core\Run\Transform;
use KeenGlyph\Core\Run\Zpl;

it('guesses how a table was written', function (string $bytes, string $encoding, string $delimiter, bool $hasHeader): void {
    $form = TableForm::guess($bytes);
    expect([$form->encoding, $form->delimiter, $form->hasHeader])->toBe([$encoding, $delimiter, $hasHeader]);
})->with([
    'commas' => ["sku,name\n0123,Heather\n0456,Clover\n", 'UTF-8', ',', true],
    'semicolons, decimals with commas' => ["sku;weight\n0123;0,34\n0456;0,25\n", 'UTF-8', ';', true],
    'tabs' => ["sku\tname\n0123\tHeather\n", 'UTF-8', "\t", true],
    'bars' => ["sku|name\n0123|Heather\n", 'UTF-8', '|', true],
    'commas in quotes' => ["sku;name\n1;\"a, b, c\"\n2;\"d, e, f\"\n", 'UTF-8', ';', true],
    'a mark before it' => ["\xEF\xBB\xBFsku,name\n0123,Heather\n", 'UTF-8', ',', true],
    'two bytes a letter' => ["\xFF\xFE".mb_convert_encoding("sku\tname\n0123\tHeather\n", 'UTF-16LE', 'UTF-8'), 'UTF-16LE', "\t", true],
    'two bytes without a mark' => [(string) mb_convert_encoding("sku;name\n0123;Heather\n", 'UTF-16BE', 'UTF-8'), 'UTF-16BE', ';', true],
    'an old code page' => ["sku;name\n0123;B\xE4rlauch\n", 'Windows-1252', ';', true],
    'no header' => ["0123\n0456\n0789\n", 'UTF-8', ',', false],
    'links without a header' => ["https://fennmoor.example/a\nhttps://fennmoor.example/b\n", 'UTF-8', ',', false],
]);

it('keeps every cell as it was written', function (): void {
    $table = Table::csv("sku,name,note\n0123,\"Soft, set\",\"two\nlines\"\n,,\n=1+1,\"say \"\"hi\"\"\",🐝\n9,x,y,z\n");
    expect($table->columns)->toBe(['sku', 'name', 'note'])->and($table->rows->numbers())->toBe([2, 4, 5])
        ->and($table->row(2))->toBe(['sku' => '0123', 'name' => 'Soft, set', 'note' => "two\nlines"])->and($table->row(4))->toBe(['sku' => '=1+1', 'name' => 'say "hi"', 'note' => '🐝'])
        ->and(array_keys($table->cautions))->toBe([5]);
    expect(Table::csv("a,a,\n1,2,3\n", new TableForm('UTF-8', ',', true))->columns)->toBe(['a', 'a 2', 'column3'])
        ->and(iterator_to_array(Table::csv("0123\n0456\n", new TableForm('UTF-8', ',', false))->rows))->toBe([1 => ['0123'], 2 => ['0456']])
        ->and(iterator_to_array(Table::json('[{"sku":"007","n":12345678901234567890},{"sku":7,"b":true}]')->rows))->toBe([1 => ['007', '12345678901234567890', ''], 2 => ['7', '', 'true']])
        ->and(array_column(iterator_to_array(Table::series('952012345', 1, 3, 1, 3, true)->rows), 0))->toBe(['9520123450014', '9520123450021', '9520123450038']);
});

it('refuses tables that are none', function (callable $make): void {
    expect($make)->toThrow(InvalidRun::class);
})->with([
    'nothing' => [fn () => Table::csv(" \n ")], 'an object' => [fn () => Table::json('{"a":1}')], 'cut off' => [fn () => Table::json('[{"a":')], 'a series downwards' => [fn () => Table::series('', 5, 1)],
    'too many' => [fn () => Table::series('', 1, 200_000)], 'too many cells' => [fn () => Table::csv(str_repeat(str_repeat(',', 150)."1\n", 14_000))], 'a row of a million' => [fn () => Table::csv(str_repeat(',', 1_000_000))], 'lines of nothing' => [fn () => Table::csv("a\n".str_repeat("\n", 1_100_000))], 'too wide' => [fn () => Table::csv(str_repeat('a,', 300)."b\n1\n")],
]);

it('writes a weight as six digits of a GS1 measure, without rounding', function (string $value, string $step, string $written): void {
    expect(Transform::apply($value, [$step]))->toBe($written);
})->with([
    ['340 g', 'gs1weight:3', '000340'], ['0,34 kg', 'gs1weight:3', '000340'], ['0.34', 'gs1weight:3', '000340'], ['12.5 kg', 'gs1weight:2', '001250'], ['7', 'gs1weight:0', '000007'], ['999999 g', 'gs1weight:3', '999999'],
    ['0.12345', 'gs1weight:5', '012345'], ['', 'gs1weight:3', ''], ['1 G', 'gs1weight:3', '000001'],
]);

it('refuses a weight that would lose something', function (string $value, string $step): void {
    Transform::apply($value, [$step]);
})->with([['340.5 g', 'gs1weight:3'], ['1000 kg', 'gs1weight:3'], ['heavy', 'gs1weight:3'], ['-1', 'gs1weight:3'], ['1 lb', 'gs1weight:3'], ['1', 'gs1weight:6'], ['1', 'gs1weight']])->throws(InvalidRun::class);

it('sees what a spreadsheet has taken away, and nothing where nothing is', function (array $values, ?string $sign, array $rows): void {
    $found = LostDigits::of(Table::of(array_map(static fn (string $value): array => ['sku' => $value], $values)));
    expect(array_column($found, 'sign'))->toBe($sign === null ? [] : [$sign])->and($found[0]['rows'] ?? [])->toBe($rows);
})->with([
    'a power of ten' => [['9.52012E+12', '9520123456788'], 'scientific', [1]], 'with a comma' => [['9,52012E+12'], 'scientific', [1]], 'fifteen digits' => [['952012345678901000', '952012345678902000'], 'rounded', [1, 2]],
    'zeros' => [['0123456789012', '123456789012', '0456789012345', '0789012345678'], 'zeros', [2]], 'decimals' => [['4012.0', '4013.0'], 'decimal', [1, 2]],
    'counting' => [array_map(strval(...), range(1, 120)), null, []], 'names' => [['HM-1', 'HM-10', 'E+5'], null, []], 'long numbers that are whole' => [['952012345678901234', '952012345678905670'], null, []], 'one length' => [['0123', '0456'], null, []], 'nothing' => [['', ''], null, []],
]);

it('cleans values step by step', function (): void {
    expect(Transform::apply(" ab\u{A0}", ['trim', 'upper']))->toBe('AB')->and(Transform::apply('95 20-1', ['digits', 'pad:8']))->toBe('00095201')
        ->and(Transform::apply('30.09.2027', ['gs1date:dmy']))->toBe('270930')->and(Transform::apply('9/30/2027', ['date:mdy']))->toBe('2027-09-30')->and(Transform::apply('', ['date:dmy', 'pad:4']))->toBe('');
    foreach ([['x', ['shout']], ['31.02.2027', ['date:dmy']], ['1', ['pad:']], ['1', ['date:yy']]] as [$value, $steps]) {
        expect(static fn () => Transform::apply($value, $steps))->toThrow(InvalidRun::class);
    }
});

it('draws a row, its values encoded once for their place, and reads it back', function (): void {
    $drawer = new RowDrawer(Recipe::of(['text' => 'https://fennmoor.example/p/{{sku}}?b={{batch}}&via={{via}}', 'name' => '{{sku}}', 'format' => 'png', 'constants' => ['via' => 'jar'], 'transforms' => ['SKU' => ['trim', 'upper']], 'caption' => '{{sku}}', 'size_mm' => 20, 'dpi' => 300]));
    $drawn = $drawer->draw(['SKU' => ' hm-1 ', 'batch' => 'C 1&2%20'], 20);
    expect($drawn->text)->toBe('https://fennmoor.example/p/HM-1?b=C%201%262%2520&via=jar')->and($drawn->wasSearched)->toBeTrue()->and($drawn->symbol)->toBe('4-M');
    expect((new Reader)->read((new PictureDecoder)->decode($drawn->picture))->readings[0]->symbol->content->text)->toBe($drawn->text);
    expect($drawer->draw(['sku' => 'a', 'batch' => 'b'], 3)->wasSearched)->toBeFalse();
});

it('draws every symbology that rows can have', function (array $recipe, array $row, string $text): void {
    expect((new RowDrawer(Recipe::of($recipe)))->draw($row, 1)->text)->toBe($text);
})->with([
    'Micro QR' => [['symbology' => 'microqr', 'text' => '{{sku}}', 'module_px' => 6], ['sku' => 'HIVE7'], 'HIVE7'],
    'EAN-13' => [['symbology' => 'ean13', 'text' => '{{gtin}}'], ['gtin' => '952012345678'], '9520123456788'],
    'Code 128' => [['symbology' => 'code128', 'text' => 'HIVE-{{n}}'], ['n' => '17'], 'HIVE-17'],
    'fields of a kind' => [['kind' => 'wifi', 'fields' => ['ssid' => 'Stall {{n}}', 'password' => '{{word}}']], ['n' => '7', 'word' => 'clover&lime7;'], 'WIFI:T:WPA;S:Stall 7;P:clover&lime7\;;;'],
    'GS1 elements' => [['kind' => 'gs1_elements', 'fields' => ['elements' => [['ai' => '01', 'value' => '{{gtin}}'], ['ai' => '10', 'value' => '{{batch}}']]]], ['gtin' => '09520123456788', 'batch' => 'H26-07'], '010952012345678810H26-07'],
]);

it('sets a row aside with its reason', function (array $recipe, array $row, string $says): void {
    $drawer = new RowDrawer(Recipe::of($recipe));
    expect(static fn () => $drawer->draw($row, 1))->toThrow(InvalidRun::class, $says);
    expect((string) $drawer->check($row, 1)['problem'])->toContain($says)->not->toBe('');
})->with([
    'an empty cell' => [['text' => 'https://fennmoor.example/{{sku}}'], ['sku' => ''], 'The cell of “sku” is empty.'], 'no such column' => [['text' => 'https://fennmoor.example/{{sku}}'], ['code' => 'x'], ''],
    'a wrong check digit' => [['symbology' => 'ean13', 'text' => '{{g}}'], ['g' => '9520123456789'], ''], 'letters in an EAN' => [['symbology' => 'ean13', 'text' => '{{g}}'], ['g' => 'HIVE'], ''],
    'too long' => [['text' => '{{t}}', 'level' => 'H', 'version' => 1], ['t' => str_repeat('x', 100)], ''], 'no day' => [['text' => '{{d}}', 'transforms' => ['d' => ['date:dmy']]], ['d' => 'soon'], 'is no day of the form dmy'],
]);

it('takes recipes that it can carry out, and gives them back', function (): void {
    $recipe = Recipe::of(['text' => 'https://fennmoor.example/{{sku}}', 'name' => '{{sku}}-{{row}}', 'size_mm' => 20.0, 'finish' => ['dark' => '#2B1A0E']]);
    expect(Recipe::of($recipe->toArray())->toArray())->toBe($recipe->toArray())->and($recipe->columns())->toBe(['sku']);
    foreach ([['text' => ''], ['text' => 'a', 'fields' => ['b' => 'c']], ['fields' => ['ssid' => 'x']], ['text' => 'a', 'symbology' => 'dots'], ['text' => 'a', 'size_mm' => 0], ['text' => 'a', 'shape' => 'x'], ['text' => 'a', 'level' => 'Z'], ['text' => 'a', 'transforms' => ['x' => ['y']]], ['text' => 'a', 'size_mm' => 20, 'module_px' => 4], ['text' => 'a', 'size_mm' => 1000, 'dpi' => 600]] as $bad) {
        expect(static fn () => Recipe::of($bad))->toThrow(InvalidRun::class);
    }
});

it('names files safely and each once', function (): void {
    $names = new FileNames;
    $made = array_map(static fn (string $sku, int $row): string => $names->name('{{sku}}', ['sku' => $sku], $row), ['a', 'A', '../../etc/passwd', 'con', '', "x\0y", 'Bärlauch 1/2', '.hidden', 'e\u{301}', 'é'], range(1, 10));
    expect($made)->toHaveCount(count(array_unique(array_map(mb_strtolower(...), $made))))->and($made[0])->toBe('a')->and($made[1])->toBe('A-2')->and($made[3])->toBe('row-00004')->and($made[4])->toBe('row-00005');
    foreach ($made as $name) {
        expect($name)->not->toContain('/')->not->toContain('..')->not->toStartWith('.');
    }
});

it('lays labels out to the hundredth of a millimetre, and corrects what a printer shifts', function (): void {
    $sheet = LabelSheet::of('a4-3x7-63.5x38.1');
    expect($sheet->perPage())->toBe(21)->and($sheet->place(0))->toBe([7.25, 15.15])->and($sheet->place(4))->toEqualWithDelta([73.25, 53.25], 1e-9)->and(LabelSheet::of('roll:40x30')->perPage())->toBe(1);
    // Crosses were meant at 10 mm from each edge; this printer begins 1 mm too far right and makes all 1 % too small.
    $true = $sheet->calibrated([11.0, 10.0], [11.0 + 190 * 0.99, 10.0 + 277]);
    [$x] = $true->place(4);
    // What the printer makes of it lies where it should.
    expect(11.0 + ($x - 10.0) * 0.99)->toEqualWithDelta(73.25, 0.01);
    foreach (['a4', ['width' => 210, 'height' => 297, 'columns' => 4, 'rows' => 1, 'label_width' => 60, 'label_height' => 30], ['width' => 210], ['width' => 210, 'height' => 297, 'columns' => 2, 'rows' => 1, 'label_width' => 60, 'label_height' => 30, 'pitch_x' => 40], ['width' => 100, 'height' => 50, 'label_width' => 90, 'label_height' => 40, 'colour' => 'x']] as $bad) {
        expect(static fn () => LabelSheet::of($bad))->toThrow(InvalidRun::class);
    }
    expect(static fn () => $sheet->calibrated([10, 10], [150, 287]))->toThrow(InvalidRun::class)->and(LabelSheet::of($true->toArray()))->toEqual($true);
    // Measured again behind a first correction that was not exact: both together are.
    $printed = static fn (float $sent): float => 11.0 + ($sent - 10.0) * 0.99;
    $rough = $sheet->calibrated([11.3, 10.0], [11.3 + 190 * 0.985, 287.0]);
    $again = $rough->calibrated([$printed($rough->sent(10, 10)[0]), 10.0], [$printed($rough->sent(200, 287)[0]), 287.0]);
    expect($printed($again->place(4)[0]))->toEqualWithDelta(73.25, 1e-6);
    expect(static fn () => CalibrationPage::pdf(LabelSheet::of('roll:40x30')))->toThrow(InvalidRun::class);
});

it('writes a printer’s commands whose bitmap says the same', function (): void {
    $drawn = (new RowDrawer(Recipe::of(['text' => 'HIVE 17', 'format' => 'png', 'module_px' => 5])))->draw([], 1);
    $zpl = Zpl::label((new PictureDecoder)->decode($drawn->picture), 10, 20, 2);
    expect($zpl)->toStartWith("^XA\n^FO10,20^GFA,")->toContain("^PQ2\n");
    preg_match('/\^GFA,(\d+),\1,(\d+),\n([0-9A-F\n]+)\^FS/', $zpl, $match);
    $rows = explode("\n", trim($match[3]));
    expect(count($rows) * (int) $match[2])->toBe((int) $match[1]);
    $pixels = implode('', array_map(static fn (string $row): string => strtr(implode('', array_map(static fn (string $byte): string => sprintf('%08b', hexdec($byte)), str_split($row, 2))), ['1' => "\0", '0' => "\xFF"]), $rows));
    expect((new Reader)->read(new LuminancePlane(8 * (int) $match[2], count($rows), $pixels))->readings[0]->symbol->content->text)->toBe('HIVE 17');
});

it('takes level, size and ink from columns, and what holds for all where a cell is empty', function (): void {
    $recipe = Recipe::of(['text' => 'https://fennmoor.example/p/{{sku}}', 'size_mm' => 20, 'dpi' => 300, 'format' => 'png', 'by_row' => ['level' => '{{level}}', 'size_mm' => '{{mm}}', 'dark' => '{{ink}}']]);
    $drawer = new RowDrawer($recipe);
    $drawn = static fn (array $row): array => [($one = $drawer->draw(['sku' => '7', 'level' => '', 'mm' => '', 'ink' => '', ...$row], 1))->symbol, getimagesizefromstring($one->picture)[0]];
    expect($drawn([]))->toBe(['3-M', 236])->and($drawn(['level' => 'h'])[0])->toBe('4-H')->and($drawn(['mm' => '30,5'])[1])->toBe(360)->and($drawn(['ink' => '#A90D5A'])[0])->toBe('3-M')
        ->and($recipe->columns())->toContain('level', 'mm', 'ink')->and(Recipe::of($recipe->toArray())->toArray())->toBe($recipe->toArray());
    foreach ([['level' => 'X'], ['mm' => 'wide'], ['mm' => '-3'], ['ink' => 'crimson-ish'], ['ink' => '#FFFFFF']] as $row) {
        expect(fn () => $drawn($row))->toThrow(InvalidRun::class)->and($drawer->check(['sku' => '7', 'level' => '', 'mm' => '', 'ink' => '', ...$row], 1)['problem'] !== null || $row === ['ink' => '#FFFFFF'])->toBeTrue();
    }
});

it('says what may come from a column', function (mixed $given): void {
    Recipe::of(['text' => 'x', 'by_row' => $given]);
})->with([[['format' => '{{f}}']], [['level' => 7]], ['level'], [['level' => str_repeat('x', 300)]]])->throws(InvalidRun::class);
