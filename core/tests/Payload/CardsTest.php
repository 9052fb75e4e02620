<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\Contact;
use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Mecard;
use KeenGlyph\Core\Payload\Values;
use KeenGlyph\Core\Payload\Vcard;

/** @param  array<string, mixed>  $fields */
function cardText(array $fields): string
{
    $grammar = new Contact;

    return $grammar->write(Values::of($grammar->fields(), $fields), new Context);
}

it('writes a vCard that reads back as the same fields, in both versions', function (string $format) {
    $fields = ['format' => $format, 'given_name' => 'Zoë; "Bee"', 'family_name' => 'O\\Moss, Maud', 'organisation' => 'Fennmoor, Beekeepers; Cooperative', 'phones' => [['type' => 'work', 'number' => '+442079460123']], 'emails' => [['type' => 'home', 'address' => 'zoe@fennmoor.example']], 'urls' => ['https://fennmoor.example/?a=1,2'], 'note' => "Two\nlines; and a comma, here"];
    $text = cardText($fields);
    expect(array_intersect_key(Vcard::read($text) ?? [], $fields))->toEqual(array_diff_key($fields, $format === 'vcard3' ? ['format' => 1] : []));
    foreach (explode("\r\n", rtrim($text)) as $line) {
        expect(strlen($line))->toBeLessThanOrEqual(998);
    }
})->with(['vcard3', 'vcard4']);

it('keeps every line of a foreign card that it has no field for', function () {
    $text = "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nTEL;TYPE=WORK:+442079460123\r\nX-HIVE;COLOUR=blue:7\r\nGEO:52.48;-1.89\r\nEND:VCARD\r\n";
    $fields = Vcard::read($text);
    expect($fields['extra'] ?? [])->toBe(['X-HIVE;COLOUR=blue:7', 'GEO:52.48;-1.89'])->and($fields['phones'])->toBe([['number' => '+442079460123', 'type' => 'work']]);
    $again = cardText($fields);
    expect($again)->toContain('X-HIVE;COLOUR=blue:7')->toContain('GEO:52.48;-1.89');
});

it('unfolds lines that were folded, within a character too', function () {
    $text = "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines Cal\r\n der\r\nNOTE:heather hon\r\n ey\r\nEND:VCARD\r\n";
    expect(Vcard::read($text)['note'] ?? null)->toBe('heather honey');
});

it('reads no card from what is none', function (string $text) {
    expect(Vcard::read($text))->toBeNull();
})->with(['', 'BEGIN:VCALENDAR', 'Ines Calder', 'BEGIN:VEVENT']);

it('writes and reads the short form, and leaves foreign fields in it', function () {
    $text = cardText(['format' => 'mecard', 'given_name' => 'Ines', 'family_name' => 'Calder', 'phones' => [['number' => '+442079460123']]]);
    expect($text)->toBe('MECARD:N:Calder,Ines;TEL:+442079460123;;')->and(Mecard::read($text))->toBe(['format' => 'mecard', 'family_name' => 'Calder', 'given_name' => 'Ines', 'phones' => [['number' => '+442079460123']]])
        ->and(Mecard::read('x'))->toBeNull()->and(Kind::Contact->grammar()->read('MECARD:N:Calder;SOUND:k;;', new Context))->not->toBeNull();
});
