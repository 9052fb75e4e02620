<?php

declare(strict_types=1);

use KeenGlyph\Core\Gs1\AiTable;
use KeenGlyph\Core\Gs1\CheckDigit;
use KeenGlyph\Core\Gs1\Component;
use KeenGlyph\Core\Gs1\ComponentRule;
use KeenGlyph\Core\Gs1\DigitalLink;
use KeenGlyph\Core\Gs1\Digits;
use KeenGlyph\Core\Gs1\Element;
use KeenGlyph\Core\Gs1\ElementInput;
use KeenGlyph\Core\Gs1\ElementRules;
use KeenGlyph\Core\Gs1\ElementString;
use KeenGlyph\Core\Gs1\Finding;
use KeenGlyph\Core\Gs1\Gs1Date;
use KeenGlyph\Core\Gs1\InvalidElements;
use KeenGlyph\Core\Gs1\IsoNumbers;
use KeenGlyph\Core\Gs1\LinkPath;
use KeenGlyph\Core\Gs1\Measure;
use KeenGlyph\Core\Gs1\Mod97;

const JAR_GTIN = '(01)09520123456788';

/** What the rules say of elements: how bad, of which kind, about which, in which words, and what to write instead. */
function saidOf(string $elements): array
{
    return array_map(static fn (Finding $one): array => [$one->isError ? 'error' : 'caution', $one->code, $one->element, $one->message, $one->fixLabel, $one->value], ElementRules::check(ElementString::parse($elements)));
}

/** Identifiers and values, one behind the other. */
function pairsIn(ElementString $string): array
{
    return array_map(static fn (Element $one): array => [$one->ai, $one->value], $string->elements);
}

it('says of a single element what is wrong, and what to write instead', function (string $elements, string $code, int $at, string $message, ?string $value = null): void {
    expect(saidOf($elements))->toBe([['error', $code, $at, $message, $value === null ? null : "Write $value", $value]]);
})->with([
    'nothing behind it' => ['(01)', 'empty', 0, '(01) GTIN needs a value: 14 digits.'],
    'nothing in a free one' => ['(99)', 'empty', 0, '(99) INTERNAL needs a value: 1 to 90 characters.'],
    'no such identifier' => ['(391)1', 'unknown_ai', 0, 'There is no application identifier (391).'],
    'a GTIN-13' => ['(01)9520123456788', 'padding', 0, '(01) GTIN takes 14 digits; this has 13. A GTIN-13 stands here with zeros before it.', '09520123456788'],
    'a GTIN-13 without its check digit' => ['(01)952012345678', 'check_digit_missing', 0, '(01) GTIN takes 14 digits; this has 12. If only the check digit is missing, it is 8.', '09520123456788'],
    'a GTIN-14 without it' => ['(01)0952012345678', 'check_digit_missing', 0, '(01) GTIN takes 14 digits; this has 13. If only the check digit is missing, it is 8.', '09520123456788'],
    'a wrong check digit' => ['(01)09520123456789', 'check_digit', 0, '(01) The check digit 9 is wrong: it would be 8.', '09520123456788'],
    'digits exchanged, in two ways' => ['(01)09521023456788', 'check_digit', 0, '(01) The check digit 8 is wrong: it would be 6.', '09521023456786'],
    'an SSCC without its check digit' => ['(00)95201230000000001', 'check_digit_missing', 0, '(00) SSCC takes 18 digits; this has 17. If only the check digit is missing, it is 5.', '952012300000000015'],
    'an SSCC with a wrong one' => ['(00)952012300000000017', 'check_digit', 0, '(00) The check digit 7 is wrong: it would be 5.', '952012300000000015'],
    'wrong check characters' => ['(8013)1952012HoneyXX', 'check_digit', 0, '(8013) The check characters XX are wrong: they would be 9C.', '1952012Honey9C'],
    'a letter among digits' => ['(01)0952O123456788', 'not_digits', 0, '(01) takes 14 digits, not “O”.'],
    'a check digit within more' => ['(253)9520123456789A', 'check_digit', 0, '(253) The check digit 9 is wrong: it would be 8.', '9520123456788A'],
    'pieces the wrong way round' => ['(8006)095201234567880503', 'pieces', 0, '(8006) Two digits say which piece, two say of how many: 0102 is the first of two.'],
]);

it('says beside a GTIN what is wrong with the rest', function (string $more, string $code, string $message, ?string $value = null): void {
    expect(saidOf(JAR_GTIN.$more))->toBe([['error', $code, 1, $message, $value === null ? null : "Write $value", $value]]);
})->with([
    'a space' => ['(10)H26 07', 'character', '(10) takes no spaces.'],
    'an accent' => ['(10)H26ö7', 'character', '(10) does not take “ö”: letters without accents, digits and common signs only.'],
    'a month too many' => ['(17)271331', 'date', '(17) The month, digits 3 and 4, runs from 01 to 12. A date is written YYMMDD.'],
    'a day too many' => ['(11)270230', 'date', '(11) There is no such day in that month. A date is written YYMMDD.'],
    'an hour too many' => ['(8008)27120124', 'hour', '(8008) Hours run from 00 to 23.'],
    'a short time' => ['(8008)2712', 'length', '(8008) PROD TIME takes 6 digits, then 2 digits, then perhaps 1 to 4 digits; this has 4.'],
    'another time' => ['(7003)2712012500', 'hhmm', '(7003) This is no time written HHMM, 0000 to 2359.'],
    'no country' => ['(422)999', 'country', '(422) 999 is no country number of ISO 3166-1, such as 826 for the United Kingdom.'],
    'half a country' => ['(423)8261', 'countries', '(423) Country numbers have three digits each, up to five of them.'],
    'a price without its measure' => ['(3922)12', 'needs', '(3922) PRICE belongs to (30), (31..), (32..), (35..) or (36..), which is missing.'],
    'a price too short' => ['(8005)0012', 'length', '(8005) PRICE PER UNIT takes 6 digits; this has 4.'],
]);

it('says which elements belong together, and which do not', function (string $elements, array $said): void {
    expect(array_map(static fn (array $one): array => [$one[0], $one[1], $one[2], $one[3]], saidOf($elements)))->toBe($said);
})->with([
    'a batch of nothing' => ['(10)H26-07', [['error', 'needs', 0, '(10) BATCH/LOT belongs to (01), (02), (03), (8006) or (8026), which is missing.']]],
    'contents without a count' => ['(02)09520123456788', [['error', 'needs', 0, '(02) CONTENT belongs to (37), which is missing.']]],
    'a count of one' => [JAR_GTIN.'(37)12', [['error', 'excludes', 0, '(01) GTIN and (37) do not go together.'], ['error', 'needs', 1, '(37) COUNT belongs to (02) or (8026), which is missing.']]],
    'two serial numbers' => [JAR_GTIN.'(21)A(235)B', [['error', 'excludes', 1, '(21) SERIAL and (235) do not go together.'], ['error', 'excludes', 2, '(235) TPX and (21) do not go together.']]],
    'the same twice' => [JAR_GTIN.JAR_GTIN, [['caution', 'twice', 1, '(01) stands twice.']]],
    'two of one' => [JAR_GTIN.'(01)09520123456795', [['error', 'twice', 1, '(01) stands twice with different values.']]],
    'another after two of one' => [JAR_GTIN.JAR_GTIN.'(37)12', [['error', 'excludes', 0, '(01) GTIN and (37) do not go together.'], ['caution', 'twice', 1, '(01) stands twice.'], ['error', 'needs', 2, '(37) COUNT belongs to (02) or (8026), which is missing.']]],
    'a weight of items that are all alike' => [JAR_GTIN.'(3103)000340', [['caution', 'fixed_measure', 1, '(3103) states the measure of a single item, but the GTIN 09520123456788 names items that are all alike. It belongs with a variable-measure item, whose GTIN begins with 9.']]],
    'a weight of an item by weight' => ['(01)99520123456781(3103)000340', []],
    'within one shop' => ['(01)00200123456788', [['caution', 'restricted', -1, 'GTINs that begin so are for use within one company or country only.']]],
    'within one country' => ['(01)00401234567893', [['caution', 'restricted', -1, 'GTINs that begin so are for use within one company or country only.']]],
    'nothing of that kind' => ['(01)00301234567896', []],
    'all in order' => [JAR_GTIN.'(17)271031(10)H26-07', []],
    'a location and its part' => ['(414)9520123456788(254)X', []],
]);

it('asks for an element where there is none', function (): void {
    expect(array_map(static fn (Finding $one): array => [$one->code, $one->element, $one->message], ElementRules::check(new ElementString([]))))->toBe([['empty', -1, 'Add an element, such as (01) with a GTIN.']]);
});

it('writes a measure that is too short with its places, as far as it goes', function (string $value, string $message, ?string $padded): void {
    $said = saidOf("(01)99520123456781(3103)$value");
    expect($said)->toBe([['error', 'length', 1, $message, $padded === null ? null : "Write $padded", $padded]]);
})->with([
    ['34', '(3103) NET WEIGHT (kg) takes 6 digits; this has 2. For 34 kg write 034000.', '034000'],
    ['12345', '(3103) NET WEIGHT (kg) takes 6 digits; this has 5. For 12345 kg write 12345000.', null],
    ['1234567', '(3103) NET WEIGHT (kg) takes 6 digits; this has 7.', null],
]);

it('asks for a unit where a point stands in a measure', function (): void {
    expect(saidOf('(01)99520123456781(3103)0.340')[0])->toBe(['error', 'not_digits', 1, '(3103) takes 6 digits, not “.”. Write it with its unit, such as 0.340 kg.', null, null]);
});

it('reads a key and its qualifiers from a path, and says what breaks the order', function (string $path, array $elements, array $faults = [], bool $usesNames = false): void {
    $read = LinkPath::read(explode('/', $path));
    expect($read)->not->toBeNull()
        ->and(array_map(static fn (Element $one): array => [$one->ai, $one->value], $read->elements))->toBe($elements)
        ->and(array_map(static fn (array $one): array => [$one['code'], $one['segment'], $one['message']], $read->faults))->toBe($faults)
        ->and($read->usesNames)->toBe($usesNames);
})->with([
    'a key' => ['01/09520123456788', [['01', '09520123456788']]],
    'older names' => ['gtin/9520123456788/lot/A', [['01', '09520123456788'], ['10', 'A']], [], true],
    'a name in capitals' => ['GTIN/9520123456788', [['01', '09520123456788']], [], true],
    'in order' => ['01/09520123456788/22/V/10/L/21/S', [['01', '09520123456788'], ['22', 'V'], ['10', 'L'], ['21', 'S']]],
    'out of order' => ['01/09520123456788/21/S/10/L', [['01', '09520123456788'], ['21', 'S'], ['10', 'L']], [['qualifier_order', 4, '(10) stands behind another qualifier that belongs after it. Resolvers go by the order (22), (10), (21), (235).']]],
    'behind the first as well' => ['01/09520123456788/21/S/10/L/22/V', [['01', '09520123456788'], ['21', 'S'], ['10', 'L'], ['22', 'V']], [['qualifier_order', 4, '(10) stands behind another qualifier that belongs after it. Resolvers go by the order (22), (10), (21), (235).'], ['qualifier_order', 6, '(22) stands behind another qualifier that belongs after it. Resolvers go by the order (22), (10), (21), (235).']]],
    'twice' => ['01/09520123456788/10/L/10/M', [['01', '09520123456788'], ['10', 'L'], ['10', 'M']], [['doubled', 4, '(10) stands twice in the path.']]],
    'an attribute' => ['01/09520123456788/17/271031', [['01', '09520123456788'], ['17', '271031']], [['qualifier_foreign', 2, '(17) is no key qualifier of (01): those are (22), (10), (21), (235). In the path it makes the link another one; as an attribute it would stand in the query.']]],
    'of a key that has none' => ['00/952012300000000015/10/L', [['00', '952012300000000015'], ['10', 'L']], [['qualifier_foreign', 2, '(10) is no key qualifier of (00), which has none. In the path it makes the link another one; as an attribute it would stand in the query.']]],
    'an attribute between' => ['01/09520123456788/22/V/17/271031/10/L', [['01', '09520123456788'], ['22', 'V'], ['17', '271031'], ['10', 'L']], [['qualifier_foreign', 4, '(17) is no key qualifier of (01): those are (22), (10), (21), (235). In the path it makes the link another one; as an attribute it would stand in the query.']]],
    'without its value' => ['01/09520123456788/10', [['01', '09520123456788']], [['value_missing', 2, 'Behind (10) its value is missing.']]],
    'with an empty value' => ['01/09520123456788/10/', [['01', '09520123456788']], [['value_missing', 2, 'Behind (10) its value is missing.']]],
    'encoded' => ['01/09520123456788/10/L%2F7', [['01', '09520123456788'], ['10', 'L/7']]],
    'a GTIN too short, with a qualifier' => ['01/123456/10/L', [['01', '123456'], ['10', 'L']]],
    'a location' => ['414/9520123456788/254/X', [['414', '9520123456788'], ['254', 'X']]],
    'a party' => ['417/9520123456788/7040/1ABC', [['417', '9520123456788'], ['7040', '1ABC']]],
    'a model' => ['8013/1952012Honey8F', [['8013', '1952012Honey8F']]],
]);

it('takes no other path for a key', function (string $path): void {
    expect(LinkPath::read(explode('/', $path)))->toBeNull();
})->with(['2026/01/02', '01/02', '01/12345', '254/X', '01', '', '01/09520123456788/xx/1', '8004/9520-12%20A', '01/1234567890123456', '253/952012', '10/L', '01/abcdefghijklmn', '8013/ab']);

it('takes a link apart and writes it in the standard’s order', function (string $link, string $domain, array $elements, array $extra, string $uri, string $canonical): void {
    $read = DigitalLink::parse($link);
    expect($read->domain)->toBe($domain)
        ->and(pairsIn($read->elements))->toBe($elements)
        ->and($read->extra)->toBe($extra)
        ->and($read->uri())->toBe($uri)
        ->and($read->canonical())->toBe($canonical);
})->with([
    ['https://id.gs1.org/01/09520123456788', 'https://id.gs1.org', [['01', '09520123456788']], [], 'https://id.gs1.org/01/09520123456788', 'https://id.gs1.org/01/09520123456788'],
    ['http://Fennmoor.example:8080/shop/01/09520123456788/10/L%2F7?17=271031&utm=x&3103=000340;21=S#top', 'http://Fennmoor.example:8080/shop', [['01', '09520123456788'], ['10', 'L/7'], ['17', '271031'], ['3103', '000340'], ['21', 'S']], ['utm=x', '#top'], 'http://Fennmoor.example:8080/shop/01/09520123456788/10/L%2F7/21/S?17=271031&3103=000340&utm=x#top', 'https://id.gs1.org/01/09520123456788/10/L%2F7/21/S?17=271031&3103=000340'],
    ['https://fennmoor.example/gtin/9520123456788?exp=271031&17=', 'https://fennmoor.example', [['01', '09520123456788'], ['17', '271031']], ['17='], 'https://fennmoor.example/01/09520123456788?17=271031&17=', 'https://id.gs1.org/01/09520123456788?17=271031'],
    ['https://fennmoor.example//01/09520123456788/', 'https://fennmoor.example', [['01', '09520123456788']], [], 'https://fennmoor.example/01/09520123456788', 'https://id.gs1.org/01/09520123456788'],
    ['https://fennmoor.example/01/09520123456788?', 'https://fennmoor.example', [['01', '09520123456788']], [], 'https://fennmoor.example/01/09520123456788', 'https://id.gs1.org/01/09520123456788'],
    ['https://fennmoor.example/01/09520123456788?&11=260904&', 'https://fennmoor.example', [['01', '09520123456788'], ['11', '260904']], [], 'https://fennmoor.example/01/09520123456788?11=260904', 'https://id.gs1.org/01/09520123456788?11=260904'],
    ['https://fennmoor.example/01/09520123456788?17=271031&11=260904', 'https://fennmoor.example', [['01', '09520123456788'], ['17', '271031'], ['11', '260904']], [], 'https://fennmoor.example/01/09520123456788?17=271031&11=260904', 'https://id.gs1.org/01/09520123456788?11=260904&17=271031'],
]);

it('says where in a link its order is broken', function (string $link, array $faults, string $uri): void {
    $read = DigitalLink::parse($link);
    expect(array_map(static fn (array $one): array => [$one['code'], $one['offset'], substr($link, $one['offset'], 3)], $read->faults))->toBe($faults)->and($read->uri())->toBe($uri);
    foreach ($read->faults as $fault) {
        expect($fault['message'])->toContain('('.trim(substr($link, $fault['offset'], 2), '/').')');
    }
})->with([
    'before the key' => ['https://fennmoor.example/10/L/01/09520123456788', [['qualifier_order', 25, '10/']], 'https://fennmoor.example/01/09520123456788/10/L'],
    'two before the key' => ['https://fennmoor.example/a/21/S/10/L/01/09520123456788/', [['qualifier_order', 27, '21/'], ['qualifier_order', 32, '10/']], 'https://fennmoor.example/a/01/09520123456788/10/L/21/S'],
    'behind another' => ['https://fennmoor.example/01/09520123456788/21/S/10/L', [['qualifier_order', 48, '10/']], 'https://fennmoor.example/01/09520123456788/10/L/21/S'],
    'none' => ['https://fennmoor.example/10/01/09520123456788', [], 'https://fennmoor.example/10/01/09520123456788'],
]);

it('explains what stands before its key', function (): void {
    expect(DigitalLink::parse('https://fennmoor.example/10/L/01/09520123456788')->faults[0]['message'])
        ->toBe('(10) stands before its key (01), so resolvers take it for a part of the address. It belongs behind the key.');
});

it('begins a link with any host that can', function (string $domain, string $link): void {
    expect(DigitalLink::of(ElementString::parse(JAR_GTIN), $domain)->uri())->toBe($link);
})->with([
    ['fennmoor.example', 'https://fennmoor.example/01/09520123456788'],
    ['https://fennmoor.example/', 'https://fennmoor.example/01/09520123456788'],
    ['HTTP://fennmoor.example:8080/shop//', 'HTTP://fennmoor.example:8080/shop/01/09520123456788'],
    ['http://[::1]:8080', 'http://[::1]:8080/01/09520123456788'],
]);

it('begins no link with what is no host, and none without a key', function (string $domain): void {
    expect(static fn () => DigitalLink::of(ElementString::parse(JAR_GTIN), $domain))->toThrow(InvalidElements::class, 'cannot begin a link');
})->with(['', 'a b', 'https://', 'fennmoor.example?x', 'user@fennmoor.example', 'fennmoor.example:123456', 'https://fennmoor.example/<b>']);

it('needs a key for a link, a trade item before any other', function (): void {
    expect(static fn () => DigitalLink::of(ElementString::parse('(10)L')))->toThrow(InvalidElements::class, 'needs a primary key')
        ->and(DigitalLink::key(ElementString::parse('(414)9520123456788(8006)095201234567880305(01)09520123456788'))?->ai)->toBe('01')
        ->and(DigitalLink::key(ElementString::parse('(414)9520123456788(8006)095201234567880305'))?->ai)->toBe('8006')
        ->and(DigitalLink::key(ElementString::parse('(10)L(414)9520123456788'))?->ai)->toBe('414');
});

it('refuses links that are none, in words', function (string $link, string $says): void {
    expect(static fn () => DigitalLink::parse($link))->toThrow(InvalidElements::class, $says);
})->with([['https://fennmoor.example/x/y', 'No primary key such as /01/09520123456788'], ['ftp://x/01/09520123456788', 'neither an element string'], ['https://fennmoor.example/01/0952 0123456788', 'neither an element string']]);

it('takes values as people write them', function (string $ai, string $value, string $to, string $written, ?string $note = null, ?string $problem = null): void {
    $read = ElementInput::read($ai, $value);
    expect([$read['element']->ai, $read['element']->value, $read['note'], $read['problem']])->toBe([$to, $written, $note, $problem]);
})->with([
    'a GTIN-13' => ['01', ' 9520123456788 ', '01', '09520123456788', 'GTIN-13 with zeros before it'],
    'with spaces' => ['01', '952012345678 8', '01', '09520123456788', 'GTIN-13 with zeros before it'],
    'a GTIN-8' => ['01', '95201207', '01', '00000095201207', 'GTIN-8 with zeros before it'],
    'one that does not check' => ['01', '9520123456789', '01', '9520123456789'],
    'a whole one' => ['01', '09520123456788', '01', '09520123456788'],
    'one too long' => ['01', '095201234567881', '01', '095201234567881'],
    'a date' => ['17', '2027-10-31', '17', '271031', '31 October 2027'],
    'a month' => ['17', '2027-10-00', '17', '271000', 'October 2027, day not stated'],
    'a date with spaces' => ['17', ' 271031 ', '17', '271031'],
    'a weight' => ['310n', '0.340 kg', '3103', '000340', '0.340 kg, 3 decimal places as stated'],
    'in grams' => ['310n', '340 g', '3103', '000340', '0.340 kg, 3 decimal places as stated'],
    'with other places' => ['3103', '0.34 kg', '3102', '000034', '0.34 kg, 2 decimal places as stated'],
    'one place' => ['310n', '3.4 kg', '3101', '000034', '3.4 kg, 1 decimal place as stated'],
    'none' => ['310n', '34 kg', '3100', '000034', '34 kg, no decimal places'],
    'as digits' => ['3103', '000340', '3103', '000340'],
    'without a unit' => ['310n', '340', '3100', '340', null, 'Say the unit: kg, g, mg, t.'],
    'another unit' => ['310n', '5 lb', '3100', '5 lb', null, '“lb” is no unit for this: kg, g, mg, t.'],
    'no number' => ['310n', 'heavy', '3100', 'heavy', null, 'Write a number and its unit, such as 0.340 kg.'],
    'too fine' => ['310n', '0.1234567 kg', '3100', '0.1234567 kg', null, 'Six digits with at most five decimal places cannot state this. Round it.'],
    'a country' => ['422', 'gb', '422', '826', 'United Kingdom'],
    'one of several' => ['423', ' GB ', '423', '826', 'United Kingdom'],
    'no country' => ['422', 'XX', '422', 'XX'],
    'a batch with spaces' => ['10', ' L 7 ', '10', ' L 7 '],
    'a key in groups' => ['00', '9520 1230 0000 0000 15', '00', '952012300000000015'],
    'a key with dashes' => ['00', '9520-1230-0000-0000-15', '00', '952012300000000015'],
    'Arabic digits' => ['00', '٩٥٢٠', '00', '9520'],
    'an unknown identifier' => ['999', 'x 1', '999', 'x 1'],
    'a piece' => ['8006', '09520123456788 03 05', '8006', '095201234567880305'],
    'an order with a dash' => ['400', '12-3', '400', '12-3'],
]);

it('reads elements however they are written', function (string $text, array $pairs, string $inSymbol, string $canonical, array $readable): void {
    $string = ElementString::parse($text);
    expect(pairsIn($string))->toBe($pairs)
        ->and($string->inSymbol())->toBe($inSymbol)
        ->and($string->canonical()->bracketed())->toBe($canonical)
        ->and($string->readable())->toBe($readable);
})->with([
    'brackets in a value' => ['(01)09520123456788(10)H(26)7', [['01', '09520123456788'], ['10', 'H(26)7']], '010952012345678810H(26)7', '(01)09520123456788(10)H(26)7', ['(01) 09520123456788', '(10) H(26)7']],
    'brackets that begin another' => ['(01)09520123456788(10)H(99)7', [['01', '09520123456788'], ['10', 'H'], ['99', '7']], "010952012345678810H\x1D997", '(01)09520123456788(10)H(99)7', ['(01) 09520123456788', '(10) H', '(99) 7']],
    'in any order' => ['(10)A(17)271031(01)09520123456788', [['10', 'A'], ['17', '271031'], ['01', '09520123456788']], "10A\x1D172710310109520123456788", '(01)09520123456788(17)271031(10)A', ['(10) A', '(17) 271031', '(01) 09520123456788']],
    'with spaces' => ["\t(01)09520123456788 (10) L7 \n", [['01', '09520123456788'], ['10', 'L7']], '010952012345678810L7', '(01)09520123456788(10)L7', ['(01) 09520123456788', '(10) L7']],
    'as a reader sends it' => ["]C10109520123456788\x1D10L7\x1D17271031", [['01', '09520123456788'], ['10', 'L7'], ['17', '271031']], "010952012345678810L7\x1D17271031", '(01)09520123456788(17)271031(10)L7', ['(01) 09520123456788', '(10) L7', '(17) 271031']],
    'of a QR Code symbol' => [']Q30109520123456788', [['01', '09520123456788']], '0109520123456788', '(01)09520123456788', ['(01) 09520123456788']],
    'with FNC1 alone' => ["\x1D0109520123456788", [['01', '09520123456788']], '0109520123456788', '(01)09520123456788', ['(01) 09520123456788']],
    'a weight first' => ['(3103)000340(01)99520123456781(10)L', [['3103', '000340'], ['01', '99520123456781'], ['10', 'L']], '3103000340019952012345678110L', '(01)99520123456781(3103)000340(10)L', ['(3103) 000340', '(01) 99520123456781', '(10) L']],
    'letters in brackets' => ['(21)a(b)c', [['21', 'a(b)c']], '21a(b)c', '(21)a(b)c', ['(21) a(b)c']],
    'contents before dates' => ['(15)270101(37)12(02)09520123456788', [['15', '270101'], ['37', '12'], ['02', '09520123456788']], "152701013712\x1D0209520123456788", '(02)09520123456788(15)270101(37)12', ['(15) 270101', '(37) 12', '(02) 09520123456788']],
]);

it('reads no elements from what are none', function (string $text, string $says): void {
    expect(static fn () => ElementString::parse($text))->toThrow(InvalidElements::class, $says);
})->with([['()', 'in brackets before its value'], ['(1)2', 'in brackets before its value'], ['01095201234567881', '“1” begins with no application identifier'], ['5x', 'neither an element string'], ['x(01)1', 'neither an element string'], ['', 'neither an element string'], ['5555', 'begins with no application identifier']]);

it('gives the first value of an identifier, and null where there is none', function (): void {
    $string = ElementString::parse('(01)09520123456788(10)A(10)B');
    expect([$string->value('10'), $string->value('01'), $string->value('21')])->toBe(['A', '09520123456788', null]);
});

it('describes the value of an identifier', function (string $ai, string $family, string $words, int $least, int $most, bool $isFixed, bool $isDate, ?int $decimals): void {
    $identifier = AiTable::find($ai);
    expect([$identifier?->family, $identifier?->words(), $identifier?->minLength(), $identifier?->maxLength(), $identifier?->isFixed(), $identifier?->isDate(), $identifier?->decimals()])->toBe([$family, $words, $least, $most, $isFixed, $isDate, $decimals]);
})->with([
    ['01', '01', '14 digits', 14, 14, true, false, null],
    ['17', '17', '6 digits', 6, 6, true, true, null],
    ['99', '99', '1 to 90 characters', 1, 90, false, false, null],
    ['8008', '8008', '6 digits, then 2 digits, then perhaps 1 to 4 digits', 8, 12, false, false, null],
    ['421', '421', '3 digits, then 1 to 9 characters', 4, 12, false, false, null],
    ['253', '253', '13 digits, then perhaps 1 to 17 characters', 13, 30, false, false, null],
    ['3103', '310n', '6 digits', 6, 6, true, false, 3],
    ['8011', '8011', '1 to 12 digits', 1, 12, false, false, null],
    ['4309', '4309', '20 digits', 20, 20, false, false, null],
    ['7003', '7003', '6 digits, then 4 digits', 10, 10, false, false, null],
]);

it('finds identifiers by the words that people use', function (string $query, array $families): void {
    expect(array_map(static fn ($one): string => $one->family, AiTable::search($query)))->toBe($families);
})->with([['weight kg', ['310n', '330n']], ['expir', ['17', '7003']], ['pallet', ['00']], ['  PRICE ', ['392n', '393n', '395n', '8005']], ['310n', ['310n']], ['nothing like it', []], ['sscc', ['00']]]);

it('has every identifier once for each number of decimal places, and no others', function (): void {
    expect(array_map(static fn (string $ai): bool => AiTable::find($ai) !== null, ['3100', '3105', '3106', '3909', '3943', '3944', '91', '99', '90', '04', '310n']))
        ->toBe([true, true, false, true, true, false, true, true, true, false, false])
        ->and(AiTable::at('3103000340')?->ai)->toBe('3103')
        ->and(AiTable::at('0109520123456788')?->ai)->toBe('01')
        ->and(AiTable::at('235X')?->ai)->toBe('235')
        ->and(AiTable::at('04'))->toBeNull()
        ->and(AiTable::words('00'))->toContain('pallet')->and(AiTable::words('99'))->toBe('');
    foreach (AiTable::all() as $ai => $identifier) {
        expect($identifier->ai)->toBe((string) $ai)->and($identifier->minLength())->toBeGreaterThan(0)->and($identifier->maxLength())->toBeLessThanOrEqual(90);
    }
});

it('says of each rule what breaks it', function (string $rule, string $part, ?string $says): void {
    expect(ComponentRule::problem($rule, $part))->toBe($says);
})->with([
    ['cs', '9520123456788', null], ['cs', '9520123456781', 'The check digit 1 is wrong: it would be 8.'],
    ['cp', '1952012Honey9C', null], ['cp', '19', 'It is at least six characters long: company prefix, reference, and two check characters.'], ['cp', '1952012HoneyXX', 'The check characters XX are wrong: they would be 9C.'],
    ['date', '271031', null], ['date', '271000', null], ['date', '270012', 'The month, digits 3 and 4, runs from 01 to 12. A date is written YYMMDD.'], ['date', '271312', 'The month, digits 3 and 4, runs from 01 to 12. A date is written YYMMDD.'], ['date', '270230', 'There is no such day in that month. A date is written YYMMDD.'], ['date', '280229', null],
    ['day', '271031', null], ['day', '271000', 'Here the day is needed: 01 to 31.'],
    ['birth', '19800229', null], ['birth', '19810229', 'This is no date written YYYYMMDD.'], ['birth', '00001301', 'This is no date written YYYYMMDD.'],
    ['hhmm', '0000', null], ['hhmm', '2359', null], ['hhmm', '2400', 'This is no time written HHMM, 0000 to 2359.'], ['hhmm', '1260', 'This is no time written HHMM, 0000 to 2359.'],
    ['hhmm99', '9999', null], ['hhmm99', '1230', null], ['hhmm99', '9998', 'This is no time written HHMM; 9999 says none.'],
    ['hour', '23', null], ['hour', '24', 'Hours run from 00 to 23.'],
    ['minsec', '59', null], ['minsec', '5959', null], ['minsec', '60', 'Minutes, or minutes and seconds, of two digits each.'], ['minsec', '595', 'Minutes, or minutes and seconds, of two digits each.'],
    ['cur', '826', null], ['cur', '000', '000 is no currency number of ISO 4217, such as 826 for pounds.'],
    ['country', '826', null], ['country', '999', '999 is no country number of ISO 3166-1, such as 826 for the United Kingdom.'],
    ['countries', '826250', null], ['countries', '8262', 'Country numbers have three digits each, up to five of them.'], ['countries', '826999', '999 is no country number of ISO 3166-1.'],
    ['alpha2', 'GB', null], ['alpha2', 'gb', '“gb” is no country of ISO 3166-1: two capital letters, such as GB.'], ['alpha2', 'ZZ', '“ZZ” is no country of ISO 3166-1: two capital letters, such as GB.'],
    ['iban', 'GB29NWBK60161331926819', null], ['iban', 'GB30NWBK60161331926819', 'The check digits of the IBAN do not fit.'], ['iban', 'gb29', 'The check digits of the IBAN do not fit.'],
    ['geo', '18000000003600000000', null], ['geo', '18000000013600000000', 'Latitude plus 90 and longitude plus 180, in ten-millionths of a degree.'], ['geo', '18000000003600000001', 'Latitude plus 90 and longitude plus 180, in ten-millionths of a degree.'],
    ['flag', '0', null], ['flag', '1', null], ['flag', '2', '1 for yes, 0 for no.'],
    ['zero', '0', null], ['zero', '1', 'The first digit is 0.'],
    ['nolead', '12', null], ['nolead', '0', null], ['nolead', '012', 'No zeros stand before the number.'],
    ['pieces', '0102', null], ['pieces', '0202', null], ['pieces', '0302', 'Two digits say which piece, two say of how many: 0102 is the first of two.'], ['pieces', '0002', 'Two digits say which piece, two say of how many: 0102 is the first of two.'],
    ['temp', '-', null], ['temp', '+', 'Only a minus sign may follow.'],
    ['wind', '0', null], ['wind', '1', null], ['wind', '9', null], ['wind', '2', 'Winding is 0 face out, 1 face in, 9 undefined.'],
    ['sex', '0', null], ['sex', '1', null], ['sex', '2', null], ['sex', '9', null], ['sex', '3', '0 not known, 1 male, 2 female, 9 not applicable.'],
    ['media', '01', null], ['media', '10', null], ['media', '80', null], ['media', '99', null], ['media', '11', 'Media types run from 01 to 10 and 80 to 99.'], ['media', '00', 'Media types run from 01 to 10 and 80 to 99.'],
    ['slash', '/', null], ['slash', '-', 'A slash stands between number and total.'],
    ['pct', 'a%20b', null], ['pct', 'a%2', 'A % is followed by two hexadecimal digits.'], ['pct', '50%', 'A % is followed by two hexadecimal digits.'],
    ['key', '9520', null], ['key', '952A', 'It begins with the digits of a GS1 company prefix.'],
    ['nothing of that name', 'x', null],
]);

it('reads formats of the table, and no others', function (): void {
    $component = Component::parse('[x..17:key]');
    expect([$component->set, $component->min, $component->max, $component->optional, $component->rule])->toBe(['x', 1, 17, true, 'key'])
        ->and(Component::parse('n13:cs')->words())->toBe('13 digits')->and(Component::parse('n1')->words())->toBe('1 digit')
        ->and(Component::parse('z..90')->words())->toBe('1 to 90 characters')->and(Component::parse('y1')->words())->toBe('1 character')
        ->and(strlen(Component::SET_82))->toBe(82)->and(strlen(Component::SET_39))->toBe(39)->and(strlen(Component::SET_64))->toBe(65)
        ->and(Component::parse('n1')->characters())->toBe('0123456789')->and(Component::parse('y1')->characters())->toBe(Component::SET_39)
        ->and(static fn () => Component::parse('q3'))->toThrow(LogicException::class);
});

it('says measures and dates in words', function (): void {
    expect(Measure::words('3103', '000340'))->toBe('0.340 kg')->and(Measure::words('3100', '000034'))->toBe('34 kg')->and(Measure::words('3105', '012345'))->toBe('0.12345 kg')
        ->and(Measure::words('3100', '000000'))->toBe('0 kg')->and(Measure::words('3103', '34'))->toBeNull()->and(Measure::words('01', '000340'))->toBeNull()->and(Measure::words('9999', '000340'))->toBeNull()
        ->and(Gs1Date::words('270930', 2026))->toBe('30 September 2027')->and(Gs1Date::words('270900', 2026))->toBe('September 2027, day not stated')
        ->and(Gs1Date::words('270931', 2026))->toBeNull()->and(Gs1Date::words('271301', 2026))->toBeNull()->and(Gs1Date::words('27093', 2026))->toBeNull()
        // 51 years ahead is 49 behind (7.12).
        ->and([Gs1Date::year(76, 2026), Gs1Date::year(77, 2026), Gs1Date::year(0, 2026), Gs1Date::year(26, 2076), Gs1Date::year(25, 2076), Gs1Date::year(99, 2049), Gs1Date::year(10, 2060)])->toBe([2076, 1977, 2000, 2126, 2125, 2099, 2110]);
});

it('takes numbers with groups and every unit of a family', function (string $ai, string $text, string $to, string $value): void {
    $read = ElementInput::read($ai, $text);
    expect([$read['element']->ai, $read['element']->value, $read['problem']])->toBe([$to, $value, null]);
})->with([
    ['310n', '5,000 g', '3103', '005000'], ['310n', '1.5 t', '3100', '001500'], ['310n', '250 mg', '3105', '000025'], ['310n', '12 KG', '3100', '000012'],
    ['311n', '2.5 m', '3111', '000025'], ['311n', '25 cm', '3112', '000025'], ['311n', '2 km', '3110', '002000'], ['314n', '50 cm2', '3144', '000050'], ['315n', '750 ml', '3153', '000750'], ['316n', '1500 l', '3163', '001500'],
    ['310n', '٣٤٠ g', '3103', '000340'],
]);

it('knows countries and currencies by number and by letters', function (): void {
    expect(IsoNumbers::isCountry('826'))->toBeTrue()->and(IsoNumbers::isCountry('999'))->toBeFalse()->and(IsoNumbers::isCountry('82'))->toBeFalse()
        ->and(IsoNumbers::ofCountry('ie'))->toBe('372')->and(IsoNumbers::ofCountry('XX'))->toBeNull()
        ->and(IsoNumbers::countryName('372'))->toBe('Ireland')->and(IsoNumbers::countryName('999'))->toBe('999')
        ->and(IsoNumbers::isCurrency('978'))->toBeTrue()->and(IsoNumbers::isCurrency('001'))->toBeFalse();
});

it('writes digits and separators of other scripts as ours', function (): void {
    expect(Digits::ascii('٣٫٥'))->toBe('3.5')->and(Digits::ascii('١٬٠٠٠'))->toBe('1,000')->and(Digits::ascii('०१२'))->toBe('012')->and(Digits::ascii('12a'))->toBe('12a');
});

it('knows check digits, check characters and the ways in which two digits are exchanged', function (): void {
    expect((string) CheckDigit::of('952012345678'))->toBe('8')->and(CheckDigit::holds('9520123456788'))->toBeTrue()->and(CheckDigit::holds('9520123456787'))->toBeFalse()
        // The example of the General Specifications 7.9.5.
        ->and(CheckDigit::pair('1987654Ad4X4bL5ttr2310c'))->toBe('2K')
        ->and(Mod97::checks('GB29NWBK60161331926819'))->toBeTrue()->and(Mod97::checks('GB29NWBK60161331926818'))->toBeFalse();
    $repairs = CheckDigit::repairs('9521023456788');
    foreach ($repairs as $repair) {
        expect(CheckDigit::holds($repair))->toBeTrue()->and(count_chars($repair, 1))->toBe(count_chars('9521023456788', 1));
    }
});
