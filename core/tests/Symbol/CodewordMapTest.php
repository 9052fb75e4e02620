<?php

declare(strict_types=1);

use KeenGlyph\Core\Read\MatrixDecoder;
use KeenGlyph\Core\Read\Unreadable;
use KeenGlyph\Core\Symbol\CodewordMap;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\Version;

it('gives every codeword eight modules and every block its codewords', function (int $number, ErrorCorrectionLevel $level) {
    $version = Version::of($number);
    $map = CodewordMap::of($version, $level);
    expect(array_count_values(array_count_values($map->byModule)))->toBe([8 => $version->codewords()])
        ->and(count($map->places))->toBe($version->codewords());
    foreach (array_count_values(array_column($map->places, 0)) as $block => $count) {
        expect($count)->toBe($map->dataLengths[$block] + $map->correction);
    }
    expect(array_sum(array_map(static fn (int $codeword): int => (int) $map->isData($codeword), array_keys($map->places))))->toBe(array_sum($map->dataLengths));
})->with(fn () => [[1, ErrorCorrectionLevel::L], [2, ErrorCorrectionLevel::H], [5, ErrorCorrectionLevel::Q], [7, ErrorCorrectionLevel::M], [14, ErrorCorrectionLevel::Q], [22, ErrorCorrectionLevel::H], [40, ErrorCorrectionLevel::L]]);

it('repairs as table 9 of the standard says', function (int $version, string $level, int $repairable) {
    expect(CodewordMap::of(Version::of($version), ErrorCorrectionLevel::from($level))->repairable)->toBe($repairable);
})->with([[1, 'L', 2], [1, 'M', 4], [1, 'Q', 6], [1, 'H', 8], [2, 'L', 4], [2, 'M', 8], [3, 'L', 7], [4, 'Q', 13], [5, 'H', 11], [40, 'H', 15]]);

it('puts a block over its limit exactly where the reader gives up', function (int $more, bool $reads) {
    $text = str_repeat('Fennmoor heather honey ', 4);
    $symbol = Encoder::encode($text, new EncodeOptions(ErrorCorrectionLevel::Q));
    assert($symbol->version instanceof Version);
    $map = CodewordMap::of($symbol->version, ErrorCorrectionLevel::Q);
    $side = $symbol->matrix->size();
    $spoil = array_slice(array_keys(array_filter($map->places, static fn (array $place): bool => $place[0] === 1)), 3, intdiv($map->correction, 2) + $more);
    $rows = $symbol->matrix->rows;
    foreach ($map->byModule as $module => $codeword) {
        if (in_array($codeword, $spoil, true)) {
            $row = $rows[intdiv($module, $side)];
            $row[$module % $side] = $row[$module % $side] === '1' ? '0' : '1';
            $rows[intdiv($module, $side)] = $row;
        }
    }
    $read = static fn (): string => MatrixDecoder::decode(new ModuleMatrix($rows))->content->text;
    $reads ? expect($read())->toBe($text) : expect($read)->toThrow(Unreadable::class);
})->with([[0, true], [1, false]]);
