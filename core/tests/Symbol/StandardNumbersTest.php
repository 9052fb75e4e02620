<?php

declare(strict_types=1);

use KeenGlyph\Core\Symbol\BinaryPolynomial;
use KeenGlyph\Core\Symbol\BlockLayout;
use KeenGlyph\Core\Symbol\CodewordMap;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\FormatInformation;
use KeenGlyph\Core\Symbol\MicroFormat;
use KeenGlyph\Core\Symbol\MicroVersion;
use KeenGlyph\Core\Symbol\Mode;
use KeenGlyph\Core\Symbol\ModeChoice;
use KeenGlyph\Core\Symbol\SymbolTemplate;
use KeenGlyph\Core\Symbol\SymbolVersion;
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
        // Annex E: as many as there are, an even number of modules apart; version 32 alone has them closer than its size would.
        $step = $number === 32 ? 26 : 2 * (int) ceil((Version::of($number)->modules() - 13) / 2 / (count($at) - 1));
        expect($at)->toHaveCount(intdiv($number, 7) + 2)->and(end($gaps))->toBe($step);
        expect(count(array_unique(array_slice($gaps, 1))))->toBeLessThanOrEqual(1)->and($gaps[0])->toBeLessThanOrEqual(max($gaps));
    }
});

it('holds as many data codewords as table 7 says', function (): void {
    // Of versions 1 to 40, at the levels L, M, Q and H.
    $table = '19 16 13 9, 34 28 22 16, 55 44 34 26, 80 64 48 36, 108 86 62 46, 136 108 76 60, 156 124 88 66, 194 154 110 86, 232 182 132 100, 274 216 154 122, '
        .'324 254 180 140, 370 290 206 158, 428 334 244 180, 461 365 261 197, 523 415 295 223, 589 453 325 253, 647 507 367 283, 721 563 397 313, 795 627 445 341, 861 669 485 385, '
        .'932 714 512 406, 1006 782 568 442, 1094 860 614 464, 1174 914 664 514, 1276 1000 718 538, 1370 1062 754 596, 1468 1128 808 628, 1531 1193 871 661, 1631 1267 911 701, 1735 1373 985 745, '
        .'1843 1455 1033 793, 1955 1541 1115 845, 2071 1631 1171 901, 2191 1725 1231 961, 2306 1812 1286 986, 2434 1914 1354 1054, 2566 1992 1426 1096, 2702 2102 1502 1142, 2812 2216 1582 1222, 2956 2334 1666 1276';
    foreach (explode(', ', $table) as $i => $row) {
        $version = Version::of($i + 1);
        $levels = [ErrorCorrectionLevel::L, ErrorCorrectionLevel::M, ErrorCorrectionLevel::Q, ErrorCorrectionLevel::H];
        expect(implode(' ', array_map(static fn (ErrorCorrectionLevel $level): int => $version->blocks($level)->dataCodewords(), $levels)))->toBe($row, "version $version->number")
            ->and(array_map($version->capacity(...), $levels))->toBe(array_map(static fn (string $codewords): int => 8 * (int) $codewords, explode(' ', $row)));
    }
});

it('counts characters in as many bits as table 3 says', function (): void {
    $of = static fn (SymbolVersion $version): array => array_map($version->countBits(...), [Mode::Numeric, Mode::Alphanumeric, Mode::Byte, Mode::Kanji]);
    foreach ([[1, 9, [10, 9, 8, 8]], [10, 26, [12, 11, 16, 10]], [27, 40, [14, 13, 16, 12]]] as [$first, $last, $bits]) {
        expect($of(Version::of($first)))->toBe($bits)->and($of(Version::of($last)))->toBe($bits);
    }
    expect(array_map($of, MicroVersion::cases()))->toBe([[3, 0, 0, 0], [4, 3, 0, 0], [5, 4, 4, 3], [6, 5, 5, 4]])
        // Table 2: an indicator is one bit shorter than the version's number, and M1 has none.
        ->and(array_map(static fn (MicroVersion $version): array => array_map($version->indicator(...), [Mode::Numeric, Mode::Alphanumeric, Mode::Byte, Mode::Kanji]), MicroVersion::cases()))
        ->toBe([['', null, null, null], ['0', '1', null, null], ['00', '01', '10', '11'], ['000', '001', '010', '011']]);
});

it('holds and repairs in Micro QR Code what tables 7 and 9 say', function (): void {
    $rows = [];
    foreach (MicroVersion::cases() as $version) {
        foreach (ErrorCorrectionLevel::cases() as $level) {
            if ($version->hasLevel($level)) {
                $rows[] = [$version->label(), $level->value, $version->codewords(), $version->dataCodewords($level), $version->capacity($level), $version->repairable($level), $version->modules(), $version->terminatorBits()];
            }
        }
    }
    expect($rows)->toBe([
        ['M1', 'L', 5, 3, 20, 0, 11, 3],
        ['M2', 'L', 10, 5, 40, 1, 13, 5], ['M2', 'M', 10, 4, 32, 2, 13, 5],
        ['M3', 'L', 17, 11, 84, 2, 15, 7], ['M3', 'M', 17, 9, 68, 4, 15, 7],
        ['M4', 'L', 24, 16, 128, 3, 17, 9], ['M4', 'M', 24, 14, 112, 5, 17, 9], ['M4', 'Q', 24, 10, 80, 7, 17, 9],
    ]);
});

it('keeps codewords back against wrong repairs where table 9 does', function (): void {
    foreach ([[1, 'L', 2], [1, 'M', 4], [1, 'Q', 6], [1, 'H', 8], [2, 'L', 4], [2, 'M', 8], [2, 'Q', 11], [2, 'H', 14], [3, 'L', 7], [3, 'M', 13], [4, 'L', 10], [5, 'H', 11]] as [$number, $level, $repairable]) {
        expect(CodewordMap::of(Version::of($number), ErrorCorrectionLevel::from($level))->repairable)->toBe($repairable, "$number-$level");
    }
});

it('needs as many bits as clauses 7.4.3 to 7.4.6 say', function (): void {
    expect(array_map(Mode::Numeric->dataBits(...), [0, 1, 2, 3, 4, 5, 6, 7]))->toBe([0, 4, 7, 10, 14, 17, 20, 24])
        ->and(array_map(Mode::Alphanumeric->dataBits(...), [0, 1, 2, 3]))->toBe([0, 6, 11, 17])
        ->and(array_map(Mode::Byte->dataBits(...), [0, 1, 5]))->toBe([0, 8, 40])
        ->and(array_map(Mode::Kanji->dataBits(...), [0, 1, 5]))->toBe([0, 13, 65]);
});

it('says how many bytes may follow, whatever the last segment is', function (): void {
    $left = static fn (string $text, ModeChoice $modes): int => Encoder::encode($text, new EncodeOptions(ErrorCorrectionLevel::L, Version::of(1), modes: $modes))->bytesLeft();
    // 152 bits: 4 + 8 introduce bytes, and as many a further segment of them behind digits, which took 4 + 10 + 10.
    expect($left('abc', ModeChoice::Byte))->toBe(intdiv(152 - 12 - 24, 8))
        ->and($left('123', ModeChoice::Numeric))->toBe(intdiv(152 - 24 - 12, 8))
        ->and(Encoder::encode('12345', new EncodeOptions(micro: true))->bytesLeft())->toBe(0);
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
