<?php

declare(strict_types=1);

use KeenGlyph\Core\Gs1\AiTable;
use KeenGlyph\Core\Gs1\Element;
use KeenGlyph\Core\Gs1\IsoNumbers;
use KeenGlyph\Core\Gs1\Measure;
use KeenGlyph\Core\Gs1\Mod97;

it('states a measure with as many decimal places as it was written with', function (string $text, string $ai, string $value, string $words) {
    $read = Measure::read(AiTable::find('3100') ?? throw new LogicException, $text);
    expect($read)->toBeArray()->and($read['element'])->toEqual(new Element($ai, $value))->and(Measure::words($ai, $value))->toBe($words);
})->with([
    ['412 g', '3103', '000412', '0.412 kg'], ['1,234.5 kg', '3101', '012345', '1234.5 kg'], ['5 kg', '3100', '000005', '5 kg'], ['0.00001 kg', '3105', '000001', '0.00001 kg'],
    [' 340 g ', '3103', '000340', '0.340 kg'], ['2.50 kg', '3102', '000250', '2.50 kg'], ['٣٤٠ g', '3103', '000340', '0.340 kg'],
]);

it('says what to do with a measure that it cannot state', function (string $text, string $words) {
    expect(Measure::read(AiTable::find('3100') ?? throw new LogicException, $text))->toBeString()->toContain($words);
})->with([['heavy', 'Write a number'], ['5', 'Say the unit'], ['5 m', 'no unit'], ['1234567 kg', 'Round it'], ['0.0000001 kg', 'Round it'], ['', 'Write a number']]);

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
