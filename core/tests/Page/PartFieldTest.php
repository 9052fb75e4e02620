<?php

declare(strict_types=1);

use KeenGlyph\Core\Page\InvalidPage;
use KeenGlyph\Core\Page\PartField;

/** What a field makes of a value, or the message about it. */
function taken(PartField $field, mixed $value): mixed
{
    try {
        return $field->value($value, 'part');
    } catch (InvalidPage $why) {
        return "{$why->field}: {$why->getMessage()}";
    }
}

it('stores what it is given in one form', function (PartField $field, mixed $given, mixed $stored): void {
    expect(taken($field, $given))->toBe($stored)->and(taken($field, $stored))->toBe($stored);
})->with([
    'a line without what is around it' => [PartField::line(20), '  Honey ', 'Honey'],
    'no line' => [PartField::line(20), null, ''],
    'paragraphs of every system' => [PartField::text(50), "## Taste\r\nof heather\rand lime", "## Taste\nof heather\nand lime"],
    'a link' => [PartField::link(), ' https://fennmoor.example/jar ', 'https://fennmoor.example/jar'],
    'a file' => [PartField::file(), '01a22311-d99b-7258-abc1-51a952617e42', '01a22311-d99b-7258-abc1-51a952617e42'],
    'the first of the choices where nothing is said' => [PartField::choice(['left', 'right']), '', 'left'],
    'a choice' => [PartField::choice(['left', 'right']), 'right', 'right'],
    'a number' => [PartField::number(0.5, 3), 3, 3.0],
    'no number' => [PartField::number(0.5, 3), '', null],
    'days in the order of the week' => [PartField::days(), ['sun', 'mon', 'sun'], ['mon', 'sun']],
    'no days' => [PartField::days(), null, []],
    'a time' => [PartField::time(), '24:00', '24:00'],
    'rows with all their columns' => [PartField::rows(3, ['name' => PartField::line(9), 'km' => PartField::number(0, 9)]), [['name' => ' Hive '], ['km' => 2]], [['name' => 'Hive', 'km' => null], ['name' => '', 'km' => 2.0]]],
    'no rows' => [PartField::rows(3, []), null, []],
]);

it('says what is wrong, and where', function (PartField $field, mixed $given, string $says): void {
    expect(taken($field, $given))->toBeString()->toContain($says);
})->with([
    'a line of two lines' => [PartField::line(20), "two\nlines", 'part: This is one line of text.'],
    'a list in place of a line' => [PartField::line(20), ['a'], 'one line'],
    'bytes that are no text' => [PartField::text(20), "\xFF", 'This is a text.'],
    'a bell in a text' => [PartField::text(20), "a\x07", 'This is a text.'],
    'a line that is too long' => [PartField::line(5), 'honeys', 'At most 5 characters; this has 6.'],
    'letters are counted, not bytes' => [PartField::line(5), 'ÄÖÜßéé', 'this has 6'],
    'a link that runs' => [PartField::link(), 'javascript:alert(1)', 'part: '],
    'a file by its name' => [PartField::file(), 'logo.png', 'Choose one'],
    'a file by somebody’s path' => [PartField::id(), '../../etc/passwd', 'Choose one'],
    'a choice that is none' => [PartField::choice(['left', 'right']), 'above', 'part: Choose'],
    'a number beyond its bounds' => [PartField::number(0.5, 3), 3.1, 'part: '],
    'a number that is none' => [PartField::number(0.5, 3), NAN, 'part: '],
    'a number as a text' => [PartField::number(0.5, 3), '2', 'part: '],
    'a day that is none' => [PartField::days(), ['mon', 'someday'], 'part: '],
    'a time after the day' => [PartField::time(), '24:01', 'from 00:00 to 24:00'],
    'too many rows' => [PartField::rows(1, ['name' => PartField::line(9)]), [['name' => 'a'], ['name' => 'b']], 'at most 1'],
    'rows by names' => [PartField::rows(3, ['name' => PartField::line(9)]), ['a' => []], 'at most 3'],
    'a row that is none' => [PartField::rows(3, ['name' => PartField::line(9)]), ['a'], 'part.0: '],
    'a column that is none' => [PartField::rows(3, ['name' => PartField::line(9)]), [['nick' => 'a']], 'part.0.nick: There is no such field'],
    'something wrong within a row' => [PartField::rows(3, ['name' => PartField::line(2)]), [['name' => 'ok'], ['name' => 'long']], 'part.1.name: At most 2'],
]);

it('describes itself to forms, and what is said anew in each language', function (): void {
    $rows = PartField::rows(4, ['label' => PartField::line(30, true), 'href' => PartField::link()]);
    expect($rows->described())->toMatchArray(['type' => 'rows', 'most' => 4, 'spoken' => false])
        ->and(array_column($rows->described()['columns'], 'name'))->toBe(['label', 'href'])
        ->and($rows->described()['columns'][0])->toMatchArray(['type' => 'line', 'required' => true, 'most' => 30, 'spoken' => true])
        ->and(PartField::code(9)->isSpoken())->toBeFalse()->and(PartField::text(9)->isSpoken())->toBeTrue()
        ->and(PartField::choice(['a', 'b'])->described()['choices'])->toBe(['a', 'b']);
});
