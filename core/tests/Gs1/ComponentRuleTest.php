<?php

declare(strict_types=1);

use KeenGlyph\Core\Gs1\CheckDigit;
use KeenGlyph\Core\Gs1\ComponentRule;

it('takes what a rule allows and says what is wrong with the rest', function (string $rule, array $fine, array $wrong): void {
    foreach ($fine as $part) {
        expect(ComponentRule::problem($rule, (string) $part))->toBeNull("$rule: $part");
    }
    foreach ($wrong as $part => $words) {
        expect((string) ComponentRule::problem($rule, (string) $part))->toContain($words);
    }
})->with([
    'a check digit (7.9.1)' => ['cs', ['9520123456788', '09520123456788', '95201238'], ['9520123456780' => 'it would be 8', '95201234' => 'it would be 8']],
    'check characters (7.9.5)' => ['cp', ['1987654Ad4X4bL5ttr2310c2K'], ['1987654Ad4X4bL5ttr2310c2L' => 'they would be 2K', '95201' => 'at least six']],
    'a date whose day may be open' => ['date', ['270930', '240229', '270900'], ['271330' => 'month', '270931' => 'no such day', '270229' => 'no such day', '270000' => 'month']],
    'a date with its day' => ['day', ['270930'], ['270900' => 'day is needed']],
    'a day of birth' => ['birth', ['19840229', '20000229'], ['19850229' => 'YYYYMMDD', '19841301' => 'YYYYMMDD']],
    'a time' => ['hhmm', ['0000', '2359'], ['2400' => 'HHMM', '1260' => 'HHMM', '9999' => 'HHMM']],
    'a time that may be none' => ['hhmm99', ['0930', '9999'], ['9998' => '9999 says none']],
    'an hour' => ['hour', ['00', '23'], ['24' => '23']],
    'minutes and seconds' => ['minsec', ['59', '0000', '5959'], ['60' => 'two digits', '5960' => 'two digits', '' => 'two digits']],
    'a currency' => ['cur', ['826', '978'], ['000' => 'ISO 4217']],
    'a country' => ['country', ['826', '276'], ['000' => 'ISO 3166-1']],
    'countries' => ['countries', ['826', '826276'], ['8262' => 'three digits', '826000' => '000']],
    'a country in letters' => ['alpha2', ['GB', 'DE'], ['gb' => 'capital', 'GBR' => 'capital', 'QQ' => 'no country']],
    'an account number' => ['iban', ['GB82WEST12345698765432', 'DE89370400440532013000'], ['GB83WEST12345698765432' => 'check digits', 'gb82west12345698765432' => 'check digits', 'GB82' => 'check digits']],
    'a place on the globe' => ['geo', ['18000000003600000000', '00000000000000000000'], ['18000000010000000000' => 'Latitude', '00000000003600000001' => 'Latitude']],
    'yes or no' => ['flag', ['0', '1'], ['2' => '1 for yes']],
    'a zero' => ['zero', ['0'], ['1' => 'is 0']],
    'a number without zeros before it' => ['nolead', ['0', '10', '7'], ['07' => 'zeros', '00' => 'zeros']],
    'a piece of some' => ['pieces', ['0101', '0102', '9999'], ['0001' => 'which piece', '0302' => 'which piece']],
    'a sign of temperature' => ['temp', ['-'], ['+' => 'minus']],
    'a winding' => ['wind', ['0', '1', '9'], ['2' => 'Winding']],
    'a sex' => ['sex', ['0', '1', '2', '9'], ['3' => 'not applicable']],
    'a medium' => ['media', ['01', '10', '80', '99'], ['00' => '01 to 10', '11' => '01 to 10', '79' => '01 to 10']],
    'a slash' => ['slash', ['/'], ['-' => 'slash']],
    'percent signs' => ['pct', ['a%2Fb', 'ab', '%c3%A9'], ['a%2' => 'hexadecimal', '100%' => 'hexadecimal', '%G0' => 'hexadecimal']],
    'a key of letters' => ['key', ['9520AB'], ['952AB' => 'company prefix']],
    'a rule of the table that has none' => ['', ['anything'], []],
]);

it('finds every single wrong digit and most exchanged neighbours', function (): void {
    $missed = $exchanged = 0;
    for ($i = 0; $i < 300; $i++) {
        $digits = '';
        for ($k = chance(7, 17); $k > 0; $k--) {
            $digits .= chance(0, 9);
        }
        $whole = $digits.CheckDigit::of($digits);
        expect(ComponentRule::problem('cs', $whole))->toBeNull();
        $at = chance(0, strlen($whole) - 1);
        $other = $whole;
        $other[$at] = (string) (((int) $whole[$at] + chance(1, 9)) % 10);
        expect(ComponentRule::problem('cs', $other))->not->toBeNull("$whole and $other");
        $at = chance(0, strlen($whole) - 2);
        if ($whole[$at] !== $whole[$at + 1]) {
            $exchanged++;
            $other = $whole;
            [$other[$at], $other[$at + 1]] = [$whole[$at + 1], $whole[$at]];
            $missed += ComponentRule::problem('cs', $other) === null ? 1 : 0;
        }
    }
    // Weights of 3 and 1 miss neighbours that differ by five: one pair in nine.
    expect($missed / $exchanged)->toBeLessThan(0.2);
});
