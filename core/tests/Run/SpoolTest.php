<?php

declare(strict_types=1);

use KeenGlyph\Core\Run\Spool;
use KeenGlyph\Core\Run\Table;

it('gives back what was put at a number, in the order of numbers, the newest of each', function (): void {
    $spool = new Spool;
    $spool->put(7, ['Hive', '', "a\0b", 'Käfer']);
    $spool->put(3, ['row' => 3, 'file' => null, 'made' => true]);
    expect($spool->at(7))->toBe(['Hive', '', "a\0b", 'Käfer']);
    $spool->put(7, ['again']);
    $spool->put(-1, []);
    expect(iterator_to_array($spool))->toBe([-1 => [], 3 => ['row' => 3, 'file' => null, 'made' => true], 7 => ['again']])
        ->and(count($spool))->toBe(3)->and($spool->has(7))->toBeTrue()->and($spool->has(8))->toBeFalse();
});

it('says that there is none of a number', function (): void {
    Spool::of([1 => ['a']])->at(2);
})->throws(OutOfBoundsException::class);

it('holds fifty thousand rows in hardly more memory than a thousand', function (): void {
    $held = static function (int $rows): int {
        $before = memory_get_usage();
        $table = Table::series(str_repeat('Hive ', 80), 1, $rows);

        return memory_get_usage() - $before + 0 * count($table->rows);
    };
    $held(10);
    // As lists of texts they would take 40 MB.
    expect($held(50_000) - $held(1_000))->toBeLessThan(4_000_000);
});

it('lets rows be mended and left out without touching the others', function (): void {
    $table = Table::csv("sku,name\n1,Heather\n2,Lime\n3,Clover\n");
    $mended = $table->changed([3 => ['name' => 'Soft, set']], [4]);
    expect(iterator_to_array($mended->rows))->toBe([2 => ['1', 'Heather'], 3 => ['2', 'Soft, set']])
        ->and(iterator_to_array($table->rows))->toBe([2 => ['1', 'Heather'], 3 => ['2', 'Lime'], 4 => ['3', 'Clover']]);
});
