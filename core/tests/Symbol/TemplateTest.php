<?php

declare(strict_types=1);

use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\FormatInformation;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\MaskPattern;
use KeenGlyph\Core\Symbol\SymbolTemplate;
use KeenGlyph\Core\Symbol\Version;
use KeenGlyph\Core\Symbol\VersionInformation;

/** Codewords of versions 1 to 40, table 1 of ISO/IEC 18004. */
const CODEWORDS = [
    26, 44, 70, 100, 134, 172, 196, 242, 292, 346, 404, 466, 532, 581, 655, 733, 815, 901, 991, 1085,
    1156, 1258, 1364, 1474, 1588, 1706, 1828, 1921, 2051, 2185, 2323, 2465, 2611, 2761, 2876, 3034, 3196, 3362, 3532, 3706,
];

/** Remainder bits of versions 1 to 40, table 1. */
const REMAINDER = [
    0, 7, 7, 7, 7, 7, 0, 0, 0, 0, 0, 0, 0, 3, 3, 3, 3, 3, 3, 3,
    4, 4, 4, 4, 4, 4, 4, 3, 3, 3, 3, 3, 3, 3, 0, 0, 0, 0, 0, 0,
];

it('has the codewords and remainder bits of table 1', function () {
    foreach (CODEWORDS as $i => $codewords) {
        $version = Version::of($i + 1);
        expect([$version->codewords(), $version->dataModules() % 8])->toBe([$codewords, REMAINDER[$i]]);
    }
});

it('divides all codewords into blocks that one code of 255 can hold', function () {
    for ($number = 1; $number <= 40; $number++) {
        foreach (ErrorCorrectionLevel::cases() as $level) {
            $layout = Version::of($number)->blocks($level);
            $lengths = $layout->dataLengths();
            expect(array_sum($lengths) + $layout->blocks * $layout->correction)->toBe($layout->total)
                ->and(max($lengths) - min($lengths))->toBeLessThanOrEqual(1)
                ->and(max($lengths) + $layout->correction)->toBeLessThanOrEqual(255);
        }
    }
});

it('corrects about the share that the standard names for each level', function () {
    // 7, 15, 25 and 30 per cent, table 8; small symbols give a little less or more.
    foreach (['L' => 0.07, 'M' => 0.15, 'Q' => 0.25, 'H' => 0.30] as $level => $share) {
        $shares = array_map(fn (int $n) => Version::of($n)->blocks(ErrorCorrectionLevel::from($level))->repairableShare(), range(5, 40));
        expect(array_sum($shares) / count($shares))->toBeGreaterThan($share)->toBeLessThan($share + 0.05);
    }
});

it('places every data module exactly once and never on a function pattern', function () {
    foreach ([1, 2, 6, 7, 13, 14, 22, 32, 40] as $number) {
        $version = Version::of($number);
        $template = SymbolTemplate::of($version);
        expect(count($template->order))->toBe($version->dataModules())
            ->and(count(array_unique($template->order)))->toBe($version->dataModules())
            ->and(substr_count($template->data, "\1"))->toBe($version->dataModules());
        foreach ($template->order as $place) {
            if ($template->data[$place] !== "\1" || $template->plane[$place] !== "\0") {
                $this->fail("Version $number places a codeword on a function pattern.");
            }
        }
    }
});

it('draws finder, separator, timing and alignment patterns where the standard puts them', function () {
    foreach ([1, 2, 7, 15, 36, 40] as $number) {
        $version = Version::of($number);
        $n = $version->modules();
        $rows = explode(SymbolTemplate::SEPARATOR, SymbolTemplate::of($version)->plane);
        $window = fn (int $x, int $y, int $size) => array_map(fn (int $i) => strtr(substr($rows[$y + $i], $x, $size), "\0\1", '01'), range(0, $size - 1));
        $finder = ['1111111', '1000001', '1011101', '1011101', '1011101', '1000001', '1111111'];
        expect($window(0, 0, 7))->toBe($finder)
            ->and($window($n - 7, 0, 7))->toBe($finder)
            ->and($window(0, $n - 7, 7))->toBe($finder)
            ->and(substr($rows[7], 0, 8))->toBe(str_repeat("\0", 8))
            ->and(strtr(substr($rows[6], 8, $n - 16), "\0\1", '01'))->toBe(substr(str_repeat('10', $n), 0, $n - 16))
            ->and($rows[$n - 8][8])->toBe("\1");
        $last = $version->alignmentCoordinates();
        if ($last !== []) {
            $centre = $last[count($last) - 1];
            expect($centre)->toBe($n - 7)
                ->and($window($centre - 2, $centre - 2, 5))->toBe(['11111', '10001', '10101', '10001', '11111']);
        }
    }
});

it('spaces alignment patterns evenly but for the first gap', function () {
    for ($number = 7; $number <= 40; $number++) {
        $coordinates = Version::of($number)->alignmentCoordinates();
        $gaps = array_map(fn (int $i) => $coordinates[$i + 1] - $coordinates[$i], range(1, count($coordinates) - 2));
        expect(array_unique($gaps))->toHaveCount(1)
            ->and(count($coordinates))->toBe(intdiv($number, 7) + 2);
    }
});

it('masks as the eight conditions read, and the same when transposed', function () {
    for ($mask = 0; $mask < MaskPattern::COUNT; $mask++) {
        $plane = MaskPattern::plane($mask, 25);
        $transposed = MaskPattern::plane($mask, 25, true);
        for ($i = 0; $i < rounds(25); $i++) {
            for ($j = 0; $j < 25; $j++) {
                $expected = MaskPattern::reverses($mask, $i, $j) ? "\1" : "\0";
                if ($plane[$i * 26 + $j] !== $expected || $transposed[$j * 26 + $i] !== $expected) {
                    $this->fail("Mask $mask is wrong at row $i, column $j.");
                }
            }
        }
    }
    expect(fn () => MaskPattern::reverses(8, 0, 0))->toThrow(InvalidSymbol::class);
});

it('keeps format words seven bits and version words eight bits apart', function () {
    $distance = function (array $words): int {
        $least = PHP_INT_MAX;
        foreach ($words as $i => $a) {
            foreach (array_slice($words, $i + 1) as $b) {
                $least = min($least, substr_count(decbin($a ^ $b), '1'));
            }
        }

        return $least;
    };
    $formats = [];
    foreach (ErrorCorrectionLevel::cases() as $level) {
        for ($mask = 0; $mask < 8; $mask++) {
            $formats[] = FormatInformation::bits($level, $mask);
        }
    }
    expect($distance($formats))->toBe(7)
        ->and($distance(array_map(fn (int $n) => VersionInformation::bits(Version::of($n)), range(7, 40))))->toBe(8);
});

it('writes both copies of format and version information into the symbol', function () {
    $symbol = Encoder::encode('copies', new EncodeOptions(ErrorCorrectionLevel::Q, Version::of(8), 5));
    $n = $symbol->matrix->size();
    foreach ([[FormatInformation::bits(ErrorCorrectionLevel::Q, 5), 15, FormatInformation::places(...)], [VersionInformation::bits(Version::of(8)), 18, VersionInformation::places(...)]] as [$bits, $count, $places]) {
        for ($bit = 0; $bit < $count; $bit++) {
            foreach ($places($bit, $n) as [$column, $row]) {
                expect($symbol->matrix->isDark($column, $row))->toBe(($bits >> $bit & 1) === 1);
            }
        }
    }
});
