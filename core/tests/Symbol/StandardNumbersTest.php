<?php

declare(strict_types=1);

use KeenGlyph\Core\Symbol\BinaryPolynomial;
use KeenGlyph\Core\Symbol\BlockLayout;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\FormatInformation;
use KeenGlyph\Core\Symbol\MicroFormat;
use KeenGlyph\Core\Symbol\SymbolTemplate;
use KeenGlyph\Core\Symbol\Version;
use KeenGlyph\Core\Symbol\VersionInformation;
use KeenGlyph\Core\Symbol\VersionTable;

it('divides polynomials as by hand', function () {
    // x^5 + x^3 + 1 divided by x^2 + x: quotient x^3 + x^2, remainder 1.
    expect(BinaryPolynomial::remainder(0b101001, 0b110))->toBe(1)
        ->and(BinaryPolynomial::remainder(0b11, 0b110))->toBe(0b11)
        ->and(BinaryPolynomial::remainder(0, 0b110))->toBe(0)
        ->and(BinaryPolynomial::degree(0))->toBe(-1)->and(BinaryPolynomial::degree(1))->toBe(0)->and(BinaryPolynomial::degree(0b100000))->toBe(5);
    for ($round = 0; $round < 200; $round++) {
        $word = BinaryPolynomial::protected(chance(0, 63), BinaryPolynomial::BCH_18_6);
        expect(BinaryPolynomial::remainder($word, BinaryPolynomial::BCH_18_6))->toBe(0);
    }
});

it('states level and mask as annex C does, every two words at least seven bits apart', function () {
    // Annex C.3: level M, mask 101.
    expect(decbin(FormatInformation::bits(ErrorCorrectionLevel::M, 0b101)))->toBe('100000011001110');
    $words = [];
    foreach (ErrorCorrectionLevel::cases() as $level) {
        for ($mask = 0; $mask < 8; $mask++) {
            $words[] = FormatInformation::bits($level, $mask);
        }
    }
    foreach ($words as $i => $a) {
        foreach (array_slice($words, $i + 1) as $b) {
            expect(substr_count(decbin($a ^ $b), '1'))->toBeGreaterThanOrEqual(7);
        }
    }
    expect(min($words))->toBeGreaterThan(0);
});

it('states versions as annex D does, every two words at least eight bits apart', function () {
    // Annex D.3: version 7.
    expect(str_pad(decbin(VersionInformation::bits(Version::of(7))), 18, '0', STR_PAD_LEFT))->toBe('000111110010010100');
    foreach (range(7, 40) as $a) {
        foreach ($a < 40 ? range($a + 1, 40) : [] as $b) {
            expect(substr_count(decbin(VersionInformation::bits(Version::of($a)) ^ VersionInformation::bits(Version::of($b))), '1'))->toBeGreaterThanOrEqual(8);
        }
    }
});

it('states symbol number and mask of Micro QR Code, each word its own', function () {
    $words = [];
    for ($number = 0; $number < 8; $number++) {
        for ($mask = 0; $mask < 4; $mask++) {
            $words[] = MicroFormat::bits($number, $mask);
        }
    }
    expect(array_unique($words))->toHaveCount(32);
    $places = array_map(MicroFormat::place(...), range(0, 14));
    expect(array_unique(array_map(fn (array $place) => implode(',', $place), $places)))->toHaveCount(15);
});

it('has as many codewords as the modules that carry no pattern', function (int $number) {
    $version = Version::of($number);
    $template = SymbolTemplate::of($version);
    $free = substr_count($template->data, "\1");
    expect(intdiv($free, 8))->toBe(VersionTable::CODEWORDS[$number - 1])->and($free % 8)->toBe(VersionTable::REMAINDER_BITS[$number - 1]);
})->with([1, 2, 6, 7, 13, 14, 21, 28, 35, 40]);

it('spaces alignment patterns evenly, the first gap alone as large as need be', function () {
    foreach (range(2, 40) as $number) {
        $at = Version::of($number)->alignmentCoordinates();
        expect($at[0])->toBe(6)->and(end($at))->toBe(Version::of($number)->modules() - 7);
        $gaps = array_map(fn (int $i) => $at[$i + 1] - $at[$i], range(0, count($at) - 2));
        expect(count(array_unique(array_slice($gaps, 1))))->toBeLessThanOrEqual(1)->and($gaps[0])->toBeLessThanOrEqual(max($gaps));
    }
});

it('divides codewords into blocks of which the last may be longer by one', function () {
    foreach (range(1, 40) as $number) {
        foreach (ErrorCorrectionLevel::cases() as $level) {
            $blocks = Version::of($number)->blocks($level);
            $lengths = $blocks->dataLengths();
            expect(array_sum($lengths))->toBe($blocks->dataCodewords())->and($lengths)->toHaveCount($blocks->blocks)
                ->and(max($lengths) - min($lengths))->toBeLessThanOrEqual(1)->and($lengths)->toBe(collectSorted($lengths));
        }
    }
    expect((new BlockLayout(26, 1, 10))->repairableShare())->toEqualWithDelta(5 / 26, 1e-9);
});

/** @param  list<int>  $numbers @return list<int> */
function collectSorted(array $numbers): array
{
    sort($numbers);

    return $numbers;
}
