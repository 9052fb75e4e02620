<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\ModuleShape;
use KeenGlyph\Core\Finish\TypedInput;
use KeenGlyph\Core\Payload\Field;
use KeenGlyph\Core\Payload\FieldRule;
use KeenGlyph\Core\Payload\FieldType;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\LinkRules;
use KeenGlyph\Core\Payload\Problem;

/** A link with some of all that can be wrong with one. */
function spoiledLink(): string
{
    $one = fn (array $of): string => $of[chance(0, count($of) - 1)];
    $link = $one(['https://', 'https://', 'https://', 'http://', 'HTTPS://', 'https:', '', 'ftp://'])
        .$one(['', '', '', 'ines@', 'user:word@'])
        .$one(['fennmoor.example', 'fennmoor.example', 'shop.fennmoor.example:8080', '192.168.0.7', '203.0.113.9', 'hive', '[2001:db8::7]', 'bücher.example', 'xn--bcher-kva.example', 'fennmoor.example:99999', 'fenn..moor.example', ''])
        .$one(['', '/', '/jar/heather 340', '/a%2', '/a%252Fb', '/käse', '/a"b', '/a|b{c}', '/p?x=1&y=%zz', '/p#there', '/'.str_repeat('long-', 30)]);

    return $one(['', '', '', ' ', "\n"]).$link.$one(['', '', '', ' ', "\t"]);
}

/** @param  list<Problem>  $problems @return list<string> */
function codes(array $problems): array
{
    return array_map(fn (Problem $problem): string => $problem->code, $problems);
}

it('proposes only repairs that mend what they are about, and that end', function (): void {
    $mended = [];
    for ($i = 0; $i < rounds(1500); $i++) {
        $link = spoiledLink();
        for ($step = 0; $step < 8; $step++) {
            $repair = array_values(array_filter(LinkRules::check($link), fn (Problem $problem): bool => $problem->fixValue !== null))[0] ?? null;
            if ($repair === null) {
                break;
            }
            $next = (string) $repair->fixValue;
            expect($next)->not->toBe($link)->and(codes(LinkRules::check($next)))->not->toContain($repair->code, json_encode([$link, $next, $repair->code], JSON_THROW_ON_ERROR));
            $mended[$repair->code] = true;
            $link = $next;
        }
        expect($step)->toBeLessThan(8, $link);
    }
    expect(array_keys($mended))->toEqualCanonicalizing(['outer_space', 'inner_space', 'scheme_missing', 'slashes_missing', 'not_encrypted', 'percent', 'encoded_twice', 'not_encoded']);
});

it('says nothing of links that are in order', function (string $link): void {
    expect(codes(LinkRules::check($link)))->toBe([]);
})->with(['https://fennmoor.example', 'https://fennmoor.example/', 'https://shop.fennmoor.example:8443/jar/heather-340?batch=H26-07&weight=0.34#taste', 'HTTPS://FENNMOOR.EXAMPLE/HIVE/7', 'https://fennmoor.example/a%20b/%C3%A4']);

it('takes values of each type as they should be written, and says how for others', function (FieldType $type, array $fine, array $wrong): void {
    $field = new Field('amount', 'Amount', $type, max: 40, options: ['a' => 'First', 'b' => 'Second']);
    foreach ($fine as $value) {
        expect(FieldRule::problem($field, $value, 'amount'))->toBeNull($value);
    }
    foreach ($wrong as $value => $words) {
        $problem = FieldRule::problem($field, (string) $value, 'amount');
        expect($problem?->message)->toContain($words)->and($problem->field)->toBe('amount')->and($problem->refused)->toBeTrue();
    }
})->with([
    'a choice' => [FieldType::Choice, ['a', 'b', ''], ['c' => 'Choose one of: a, b', 'A' => 'Choose one']],
    'a whole number' => [FieldType::Integer, ['0', '7', '999999999'], ['07' => 'whole number', '-1' => 'whole number', '1.0' => 'whole number', '٣' => 'whole number', '1234567890' => 'whole number']],
    'a number' => [FieldType::Decimal, ['0', '24.50', '007', '1234567890123.5'], ['24,50' => 'Write 24.50', '1 234,5' => 'Write 1234.5', '.5' => 'point before decimals', '1.' => 'point before decimals', '1e3' => 'point before decimals']],
    'a date' => [FieldType::Date, ['2026-06-14', '2024-02-29'], ['2026-02-29' => 'YYYY-MM-DD', '14.06.2026' => 'YYYY-MM-DD', '2026-6-14' => 'YYYY-MM-DD']],
    'a moment' => [FieldType::DateTime, ['2026-06-14T10:00', '2026-06-14T23:59:59'], ['2026-06-14' => 'YYYY-MM-DDTHH:MM', '2026-06-14T24:00' => 'YYYY-MM-DDTHH:MM', '2026-06-31T10:00' => 'YYYY-MM-DDTHH:MM']],
    'a zone' => [FieldType::TimeZone, ['UTC', 'Europe/London'], ['GMT+1' => 'Europe/London', 'Fennmoor' => 'Europe/London']],
    'an address' => [FieldType::Email, ['ines@fennmoor.example'], ['ines' => 'not an e-mail address', 'ines@' => 'not an e-mail address']],
    'a text' => [FieldType::Text, ["two\nlines", 'Käfer', str_repeat('a', 40)], [str_repeat('a', 41) => '40 are the most', "a\x07b" => 'U+0007', "a\0b" => 'U+0000', "\xFF" => 'UTF-8']],
]);

it('repairs values of every field of every kind so that they are in order, or leaves them to people', function (): void {
    $spoil = ["a\0b", "line\nbreak", "bell\x07", "turned\u{202E}gnp", "mark\u{200E}", "\xC3", str_repeat('x', 5000), '  ', '24,50', '🐝'];
    $seen = 0;
    foreach (Kind::cases() as $kind) {
        foreach ($kind->grammar()->fields() as $field) {
            foreach ($field->type === FieldType::Group ? [] : $spoil as $value) {
                $problem = FieldRule::problem($field, $value, $field->name);
                for ($step = 0; $step < 6 && $problem?->fixValue !== null; $step++) {
                    $seen++;
                    $before = $problem;
                    $problem = FieldRule::problem($field, (string) $before->fixValue, $field->name);
                    expect([$problem?->code, $problem?->message])->not->toBe([$before->code, $before->message]);
                }
                expect($step)->toBeLessThan(6, "{$kind->value}.{$field->name}");
            }
        }
    }
    expect($seen)->toBeGreaterThan(100);
});

it('names the key of a finish file that is not what it should be', function (callable $look, string $field, string $words): void {
    $input = new TypedInput(['ring' => 7, 'mark' => 'bee', 'stops' => [['at' => 0], 'x'], 'shape' => 'heart', 'quiet' => 2.5, 'dark' => '#12', 'flag' => 'yes', 'text' => "\xFF", 'most' => INF, 'inner' => ['size' => 'big']]);
    try {
        $look($input);
    } catch (InvalidFinish $why) {
        expect($why->field)->toBe($field)->and($why->getMessage())->toContain($words);

        return;
    }
    $this->fail('It was taken.');
})->with([
    'a number in place of a text' => [fn (TypedInput $in) => $in->text('ring'), 'ring', 'text'],
    'a text in place of an object' => [fn (TypedInput $in) => $in->object('mark'), 'mark', 'an object'],
    'a list with something else in it' => [fn (TypedInput $in) => $in->objects('stops'), 'stops.1', 'an object'],
    'an object in place of a list' => [fn (TypedInput $in) => $in->objects('inner'), 'inner', 'a list'],
    'a shape that is none' => [fn (TypedInput $in) => $in->choice('shape', ModuleShape::cases()[0]), 'shape', 'one of'],
    'a part of a whole number' => [fn (TypedInput $in) => $in->integer('quiet', 4), 'quiet', 'a whole number'],
    'a colour that is none' => [fn (TypedInput $in) => $in->colour('dark'), 'dark', '#'],
    'a word in place of yes or no' => [fn (TypedInput $in) => $in->flag('flag'), 'flag', 'true or false'],
    'bytes that are no text' => [fn (TypedInput $in) => $in->text('text'), 'text', 'text'],
    'a number without end' => [fn (TypedInput $in) => $in->number('most', 1.0), 'most', 'a number'],
    'something within an object' => [fn (TypedInput $in) => $in->object('inner')->number('size', 1.0), 'inner.size', 'a number'],
    'a key that nothing understands' => [fn (TypedInput $in) => $in->only(['ring']), 'mark', 'nothing that a finish has'],
]);

it('gives what is missing its default', function (): void {
    $empty = new TypedInput(['there' => '#FFF', 'nothing' => null]);
    expect([$empty->text('a'), $empty->flag('a'), $empty->number('a', 2.5), $empty->integer('a', 4), $empty->object('a'), $empty->objects('a'), $empty->colour('a')])->toBe([null, false, 2.5, 4, null, [], null])
        ->and($empty->choice('a', ModuleShape::cases()[1]))->toBe(ModuleShape::cases()[1])
        ->and([$empty->has('there'), $empty->has('nothing'), $empty->has('a')])->toBe([true, false, false])
        ->and($empty->colour('there'))->toEqual(Colour::fromHex('#FFFFFF'));
});
