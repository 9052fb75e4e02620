<?php

declare(strict_types=1);

use KeenGlyph\Core\Gs1\AiTable;
use KeenGlyph\Core\Gs1\ApplicationIdentifier;
use KeenGlyph\Core\Gs1\CheckDigit;
use KeenGlyph\Core\Gs1\Element;
use KeenGlyph\Core\Gs1\ElementInput;
use KeenGlyph\Core\Gs1\ElementRules;
use KeenGlyph\Core\Gs1\ElementString;
use KeenGlyph\Core\Gs1\Finding;
use KeenGlyph\Core\Gs1\Gs1Date;
use KeenGlyph\Core\Gs1\Gtin;
use KeenGlyph\Core\Gs1\InvalidElements;

/** @return list<string> codes of findings, the text in any form */
function findings(string $text): array
{
    return array_map(fn (Finding $finding) => "$finding->element $finding->code", ElementRules::check(ElementString::parse($text)));
}

it('computes check digits as published', function (string $key) {
    expect(CheckDigit::of(substr($key, 0, -1)))->toBe((int) substr($key, -1))->and(CheckDigit::holds($key))->toBeTrue();
    for ($i = 0; $i < strlen($key); $i++) {
        expect(CheckDigit::holds(substr_replace($key, (string) ((int) $key[$i] + 1 - ($key[$i] === '9' ? 10 : 0)), $i, 1)))->toBeFalse();
    }
})->with(['6291041500213', '9520123456788', '09506000134352', '376104250021234569', '96385074', '614141000036', '9521321000018']);

it('computes the check character pair of the General Specifications', function () {
    // 7.9.5 gives 1987654Ad4X4bL5ttr2310c with the pair 2K.
    expect(CheckDigit::pair('1987654Ad4X4bL5ttr2310c'))->toBe('2K');
});

it('knows every identifier once, with a format that can be met', function () {
    $all = AiTable::all();
    expect(count($all))->toBeGreaterThan(480);
    foreach ($all as $ai => $identifier) {
        expect((string) $ai)->toBe($identifier->ai)
            ->and($identifier->title)->not->toBe('')
            ->and($identifier->minLength())->toBeGreaterThan(0)
            ->and($identifier->maxLength())->toBeLessThanOrEqual(90)
            ->and(AiTable::at($ai.'0000'))->toBe($identifier);
        // Identifiers that need no separator end by their length.
        if ($identifier->isFixed()) {
            expect($identifier->minLength())->toBe($identifier->maxLength(), (string) $ai);
        }
        foreach ([...array_merge([], ...$identifier->needs), ...$identifier->excludes] as $pattern) {
            expect(array_filter(array_keys($all), fn (int|string $other) => ApplicationIdentifier::matches($pattern, (string) $other)))->not->toBe([], "$ai names $pattern");
        }
    }
});

it('takes the examples of the General Specifications', function (string $text) {
    expect(array_values(array_filter(ElementRules::check(ElementString::parse($text)), fn (Finding $finding) => $finding->isError)))->toBe([]);
})->with([
    '(01)09506000134352', '(01)09506000134352(17)201225(10)ABC123', '(00)395060001343520001', '(01)95060001343528(3103)000340',
    '(02)09506000134352(37)24', '(01)09506000134352(21)12345(10)AB', '(8003)09506000134352ABC', '(414)9506000134352(254)32a/b',
    '(253)9506000134352DOC1', '(8018)950600013435205003(8019)01', '(01)99506000134355(3922)0599(3100)000005', '(415)9506000134352(8020)INV7(3912)82600012345',
    '(01)09506000134352(7003)2507251430', '(8006)095060001343520102', '(01)09506000134352(422)826(427)ENG', '(8013)1987654Ad4X4bL5ttr2310c2K',
    '(01)09506000134352(11)260500', '(00)395060001343520001(4300)Fennmoor%20Ltd(4307)GB', '(01)09506000134352(10)X(7004)100',
]);

it('names what breaks a rule', function (string $text, string $finding) {
    expect(findings($text))->toContain($finding);
})->with([
    ['(01)09506000134353', '0 check_digit'],
    ['(01)950600013435', '0 check_digit_missing'],
    ['(01)9506000134352', '0 padding'],
    ['(01)09506000134352(17)271301', '1 date'],
    ['(01)09506000134352(17)270230', '1 date'],
    ['(01)09506000134352(7006)270900', '1 day'],
    ['(01)09506000134352(3100)5', '1 length'],
    ['(01)09506000134352(3100)0.3400', '1 not_digits'],
    ['(01)09506000134352(10)Größe', '1 character'],
    ['(01)09506000134352(10)A B', '1 character'],
    ['(01)09506000134352(10)ABCDEFGHIJKLMNOPQRSTU', '1 length'],
    ['(01)09506000134352(9999)1', '1 unknown_ai'],
    ['(10)ABC', '0 needs'],
    ['(01)09506000134352(02)09506000134352(37)3', '0 excludes'],
    ['(01)09506000134352(10)A(10)B', '2 twice'],
    ['(01)09506000134352(422)999', '1 country'],
    ['(415)9506000134352(8020)X(3912)00100001', '2 cur'],
    ['(01)09506000134352(3103)000340', '1 fixed_measure'],
    ['(8013)1987654Ad4X4bL5ttr2310c2L', '0 check_digit'],
    ['(8006)095060001343520302', '0 pieces'],
    ['(01)09506000134352(7003)2507252460', '1 hhmm'],
]);

it('offers what would be right', function (string $text, string $value) {
    expect(ElementRules::check(ElementString::parse($text))[0]->value)->toBe($value);
})->with([
    ['(01)09506000134353', '09506000134352'],
    ['(01)950600013435', '09506000134352'],
    ['(01)9506000134352', '09506000134352'],
    ['(00)39506000134352000', '395060001343520001'],
    ['(8013)1987654Ad4X4bL5ttr2310c22', '1987654Ad4X4bL5ttr2310c2K'],
]);

it('finds two exchanged digits again', function () {
    $key = '09506000134352';
    $missed = 0;
    for ($i = 0; $i + 1 < strlen($key); $i++) {
        $exchanged = substr_replace($key, $key[$i + 1].$key[$i], $i, 2);
        if (CheckDigit::holds($exchanged)) {
            // Digits five apart, or equal ones: no check digit of this kind notices.
            $missed++;

            continue;
        }
        expect(CheckDigit::repairs($exchanged))->toContain($key);
    }
    expect($missed)->toBeLessThan(6)
        ->and(ElementRules::check(ElementString::parse('(01)09520123457688'))[0]->message)->toContain('would be');
});

it('reads all three forms to the same elements', function () {
    $text = '(01)09506000134352(17)271225(10)ABC123(21)7';
    $symbol = '010950600013435217271225'."10ABC123\x1D217";
    expect(ElementString::parse($text)->inSymbol())->toBe($symbol)
        ->and(ElementString::parse($symbol)->bracketed())->toBe($text)
        ->and(ElementString::parse("]d2$symbol")->bracketed())->toBe($text)
        ->and(ElementString::parse("\x1D$symbol\x1D")->bracketed())->toBe($text)
        ->and(ElementString::parse('https://id.fennmoor.example/01/09506000134352/10/ABC123/21/7?17=271225')->canonical()->bracketed())->toBe('(01)09506000134352(17)271225(10)ABC123(21)7');
});

it('puts a separator behind every element that may end early, but not behind the last', function () {
    expect((new ElementString([new Element('01', '09506000134352'), new Element('422', '826'), new Element('10', 'A')]))->inSymbol())->toBe("0109506000134352422826\x1D10A")
        ->and((new ElementString([new Element('10', 'A'), new Element('3103', '000340'), new Element('21', 'B')]))->inSymbol())->toBe("10A\x1D310300034021B");
});

it('keeps brackets that belong to a value', function () {
    expect(ElementString::parse('(01)09506000134352(10)AB(5)C')->value('10'))->toBe('AB(5)C');
});

it('refuses what is no element string', function (string $text) {
    expect(fn () => ElementString::parse($text))->toThrow(InvalidElements::class);
})->with(['', 'hello', '()', '(ab)c', '0', 'https://fennmoor.example/', '99999999999999999999999'.'x' => '0599']);

it('takes values as people write them', function (string $ai, string $value, string $expected) {
    expect(ElementInput::read($ai, $value)['element']->bracketed())->toBe($expected);
})->with([
    ['310n', '5 kg', '(3100)000005'], ['310n', '5,000 g', '(3103)005000'], ['310n', '0.340 kg', '(3103)000340'], ['310n', '340 g', '(3103)000340'],
    ['3100', '0.5 kg', '(3101)000005'], ['310n', '1.25 t', '(3100)001250'], ['310n', '1 t', '(3100)001000'], ['311n', '12 cm', '(3112)000012'],
    ['315n', '750 ml', '(3153)000750'], ['320n', '1.5 lb', '(3201)000015'], ['310n', '1 000 g', '(3103)001000'], ['310n', '2000000 g', '(3102)200000'],
    ['15', '2027-09-30', '(15)270930'], ['17', '270900', '(17)270900'], ['01', '9506000134352', '(01)09506000134352'], ['01', '9506 0001 3435 2', '(01)09506000134352'],
    ['01', '96385074', '(01)00000096385074'], ['01', '614141000036', '(01)00614141000036'], ['422', 'GB', '(422)826'], ['422', 'de', '(422)276'], ['00', '3 9506000 1343520001', '(00)395060001343520001'],
]);

it('says why a measure cannot be taken', function (string $value, string $words) {
    expect(ElementInput::read('310n', $value)['problem'])->toContain($words);
})->with([['5', 'Say the unit'], ['5 lb', 'no unit'], ['heavy', 'Write a number'], ['1.2345678 kg', 'Round it'], ['12345678 kg', 'Round it']]);

it('explains the choice of decimal places', function () {
    expect(ElementInput::read('310n', '5 kg')['note'])->toBe('5 kg, no decimal places')
        ->and(ElementInput::read('310n', '5,000 g')['note'])->toBe('5.000 kg, 3 decimal places as stated');
});

it('finds the century', function (int $year, int $now, int $expected) {
    expect(Gs1Date::year($year, $now))->toBe($expected);
})->with([[26, 2026, 2026], [75, 2026, 2075], [76, 2026, 2076], [77, 2026, 1977], [99, 2026, 1999], [0, 2026, 2000], [0, 2060, 2100], [10, 2060, 2110], [11, 2060, 2011], [60, 2060, 2060]]);

it('pads and shortens trade item numbers', function () {
    expect(Gtin::padded('96385074'))->toBe('00000096385074')
        ->and(Gtin::padded('12345'))->toBeNull()
        ->and(Gtin::shortest('00000096385074'))->toBe('96385074')
        ->and(Gtin::shortest('09506000134352'))->toBe('9506000134352')
        ->and(Gtin::shortest('19506000134359'))->toBe('19506000134359')
        ->and(Gtin::isVariableMeasure('99506000134355'))->toBeTrue();
});

it('finds identifiers by what people call them', function (string $query, string $family) {
    expect(array_map(fn (ApplicationIdentifier $found) => $found->family, AiTable::search($query)))->toContain($family);
})->with([['best before', '15'], ['weight', '310n'], ['net weight kg', '310n'], ['lot', '10'], ['expiry', '17'], ['serial', '21'], ['310', '310n'], ['pallet', '00'], ['country of origin', '422']]);
