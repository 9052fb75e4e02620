<?php

declare(strict_types=1);

use KeenGlyph\Core\Gs1\AiTable;
use KeenGlyph\Core\Gs1\CheckDigit;
use KeenGlyph\Core\Gs1\Element;
use KeenGlyph\Core\Gs1\Gs1Date;
use KeenGlyph\Core\Gs1\IsoNumbers;
use KeenGlyph\Core\Gs1\Measure;
use KeenGlyph\Core\Gs1\Mod97;

it('states a measure with as many decimal places as it was written with', function (string $text, string $ai, string $value, string $words) {
    $read = Measure::read(AiTable::find('3100') ?? throw new LogicException, $text);
    expect($read)->toBeArray()->and($read['element'])->toEqual(new Element($ai, $value))->and(Measure::words($ai, $value))->toBe($words);
})->with([
    ['412 g', '3103', '000412', '0.412 kg'], ['1,234.5 kg', '3101', '012345', '1234.5 kg'], ['5 kg', '3100', '000005', '5 kg'], ['0.00001 kg', '3105', '000001', '0.00001 kg'],
    [' 340 g ', '3103', '000340', '0.340 kg'], ['2.50 kg', '3102', '000250', '2.50 kg'], ['٣٤٠ g', '3103', '000340', '0.340 kg'],
    ['12 KG', '3100', '000012', '12 kg'], ['1 t', '3100', '001000', '1000 kg'], ['0.5 t', '3100', '000500', '500 kg'], ['999999 kg', '3100', '999999', '999999 kg'],
    ['0.123450 kg', '3105', '012345', '0.12345 kg'], ['12.34500 kg', '3104', '123450', '12.3450 kg'], ['0 kg', '3100', '000000', '0 kg'],
]);

it('says what to do with a measure that it cannot state', function (string $text, string $words) {
    expect(Measure::read(AiTable::find('3100') ?? throw new LogicException, $text))->toBeString()->toContain($words);
})->with([['heavy', 'Write a number'], ['5', 'Say the unit'], ['5 m', 'no unit'], ['1234567 kg', 'Round it'], ['0.0000001 kg', 'Round it'], ['', 'Write a number'], ['0.1234560 kg', 'Round it'], ['1000000 kg', 'Round it'], ['7 ', 'Say the unit: kg, g, mg, t.'], ['5 furlong', '“furlong” is no unit for this: kg, g, mg, t.']]);

it('tells the decimal places that it chose', function (string $text, string $note) {
    expect(Measure::read(AiTable::find('3100') ?? throw new LogicException, $text)['note'] ?? null)->toBe($note);
})->with([['412 g', '0.412 kg, 3 decimal places as stated'], ['5 kg', '5 kg, no decimal places'], ['1,234.5 kg', '1234.5 kg, 1 decimal place as stated']]);

it('takes a unit that has no other only as it is', function () {
    $pressure = AiTable::find('3370') ?? throw new LogicException;
    expect(Measure::unit($pressure))->toBe('kg/m²')
        ->and(Measure::read($pressure, '1.5 kg/m²')['element'] ?? null)->toEqual(new Element('3371', '000015'))
        ->and(Measure::read($pressure, '1.5 kg'))->toBe('“kg” is no unit for this: kg/m².')
        ->and(Measure::unit(AiTable::find('10') ?? throw new LogicException))->toBeNull();
});

it('says a date in words wherever the server stands', function (string $zone) {
    $before = date_default_timezone_get();
    date_default_timezone_set($zone);
    try {
        foreach (['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December'] as $i => $month) {
            expect(Gs1Date::words(sprintf('27%02d01', $i + 1), 2026))->toBe("1 $month 2027");
        }
    } finally {
        date_default_timezone_set($before);
    }
    expect(Gs1Date::words('270930', 2026))->toBe('30 September 2027')->and(Gs1Date::words('270900', 2026))->toBe('September 2027, day not stated')
        ->and(Gs1Date::words('280229', 2026))->toBe('29 February 2028')->and(Gs1Date::words('270229', 2026))->toBeNull()
        ->and(Gs1Date::words('271301', 2026))->toBeNull()->and(Gs1Date::words('2709', 2026))->toBeNull()
        ->and(Gs1Date::digits('2027-09-30'))->toBe('270930')->and(Gs1Date::digits('27-09-30'))->toBeNull();
})->with(['America/Los_Angeles', 'UTC', 'Pacific/Auckland']);

it('checks nothing that is too short for a check digit', function () {
    expect(CheckDigit::holds(''))->toBeFalse()->and(CheckDigit::holds('0'))->toBeFalse()->and(CheckDigit::holds('00'))->toBeTrue()->and(CheckDigit::holds('17'))->toBeTrue();
    expect(CheckDigit::repairs('9520123456788'))->each->not->toBe('9520123456788')->and(CheckDigit::repairs('71'))->toBe(['17'])->and(CheckDigit::repairs('00'))->toBe([]);
});

it('speaks only of measures', function () {
    expect(Measure::words('10', 'H26-07'))->toBeNull()->and(Measure::words('3103', '12'))->toBeNull()->and(Measure::unit(AiTable::find('3100') ?? throw new LogicException))->toBe('kg');
});

it('checks numbers by the remainder of 97, and any one wrong or exchanged character shows', function () {
    $iban = 'DE75512108001245126199';
    expect(Mod97::checks($iban))->toBeTrue()->and(Mod97::remainder('98'))->toBe(1)->and(Mod97::remainder('A'))->toBe(10)->and(Mod97::remainder(str_repeat('97', 30).'5'))->toBe(5);
    for ($at = 4; $at < strlen($iban) - 1; $at++) {
        $wrong = $iban;
        $wrong[$at] = (string) (((int) $iban[$at] + chance(1, 9)) % 10);
        expect(Mod97::checks($wrong))->toBeFalse();
        if ($iban[$at] !== $iban[$at + 1]) {
            $swapped = $iban;
            [$swapped[$at], $swapped[$at + 1]] = [$iban[$at + 1], $iban[$at]];
            expect(Mod97::checks($swapped))->toBeFalse();
        }
    }
});

it('knows countries and currencies by their numbers', function () {
    expect(IsoNumbers::isCountry('276'))->toBeTrue()->and(IsoNumbers::countryName('276'))->toBe('Germany')->and(IsoNumbers::ofCountry('DE'))->toBe('276')
        ->and(IsoNumbers::isCountry('001'))->toBeFalse()->and(IsoNumbers::ofCountry('ZZ'))->toBeNull()->and(IsoNumbers::countryName('000'))->toBe('000')
        ->and(IsoNumbers::isCurrency('978'))->toBeTrue()->and(IsoNumbers::isCurrency('001'))->toBeFalse();
});
