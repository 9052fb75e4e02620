<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\CalendarRules;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\MerchantRules;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Payload\Problem;
use KeenGlyph\Core\Payload\SpeaksOfFields;
use KeenGlyph\Core\Payload\Values;
use KeenGlyph\Core\Payload\VcardRules;

it('says of a text what is wrong with it, where, and how it is mended', function (Kind $kind, string $text, array $said): void {
    $payload = Payloads::parse($text, $kind);
    // A moment of now is in a stamp that is added.
    $found = array_map(static fn (Problem $one): array => [$one->severity->value, $one->code, $one->position, $one->message, $one->fixLabel, $one->code === 'dtstamp_missing' ? null : $payload->repaired($one)], $payload->problems);
    expect($found)->toBe($said);
})->with(fn (): array => [
    [Kind::Contact, "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nEND:VCARD\r\n", []],
    [Kind::Contact, "BEGIN:VCARD\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nEND:VCARD\r\n", [
        ['error', 'version_missing', 14, 'The line VERSION is missing, such as VERSION:3.0.', 'Add VERSION:3.0', "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nEND:VCARD\r\n"],
    ]],
    [Kind::Contact, "BEGIN:VCARD\r\nVERSION:5.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nEND:VCARD\r\n", [
        ['error', 'version', 14, 'There is no vCard version “5.0”: 2.1, 3.0 or 4.0.', 'Write 3.0', "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nEND:VCARD\r\n"],
    ]],
    [Kind::Contact, "BEGIN:VCARD\r\nN:Calder;Ines;;;\r\nVERSION:3.0\r\nFN:Ines Calder\r\nEND:VCARD\r\n", [
        ['note', 'not_canonical', null, 'The text says this in another way than the plain form that is written here.', 'Write the plain form', "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nEND:VCARD\r\n"],
    ]],
    [Kind::Contact, "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nEND:VCARD\r\n", [
        ['error', 'fn_missing', 27, 'The line FN, the name as it is shown, is missing: version 3.0 needs it.', 'Add FN:Ines Calder', "BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Ines Calder\r\nN:Calder;Ines;;;\r\nEND:VCARD\r\n"],
    ]],
    [Kind::Contact, "BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Ines Calder\r\nEND:VCARD\r\n", [
        ['error', 'n_missing', 27, 'The line N, the name in its parts, is missing: version 3.0 needs it.', 'Add N:Calder;Ines;;;', "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nEND:VCARD\r\n"],
    ]],
    [Kind::Contact, "BEGIN:VCARD\r\nVERSION:3.0\r\nORG:Fennmoor;Hives\r\nEND:VCARD\r\n", [
        ['error', 'fn_missing', 27, 'The line FN, the name as it is shown, is missing: version 3.0 needs it.', 'Add FN:Fennmoor', "BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Fennmoor\r\nORG:Fennmoor;Hives\r\nEND:VCARD\r\n"],
        ['error', 'n_missing', 27, 'The line N, the name in its parts, is missing: version 3.0 needs it.', null, null],
    ]],
    [Kind::Contact, "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\n", [
        ['error', 'end_missing', 59, 'The last line END:VCARD is missing.', 'Add END:VCARD', "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nEND:VCARD\r\n"],
    ]],
    [Kind::Contact, "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nEND:CARD\r\n", [
        ['error', 'end', 61, 'The card ends with END:CARD; it should be END:VCARD.', 'Write END:VCARD', "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nEND:VCARD\r\n"],
    ]],
    [Kind::Contact, "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nFN:Ines C\r\nEND:VCARD\r\n", []],
    [Kind::Contact, "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nEND:VCARD\r\nBEGIN:VCARD\r\nEND:VCARD\r\n", [
        ['note', 'several', 72, 'More stands behind the first card; most phones save the first alone.', null, null],
        ['note', 'not_canonical', null, 'The text says this in another way than the plain form that is written here.', 'Write the plain form', "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nEND:VCARD\r\n"],
    ]],
    [Kind::Contact, "BEGIN:VCARD\r\nVERSION:4.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\na line\r\nEND:VCARD\r\n", [
        ['error', 'nameless', 61, '“a line” is no line: that has a name, a colon and a value. A long one goes on in the next after a space.', 'Leave it out', "BEGIN:VCARD\r\nVERSION:4.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nEND:VCARD\r\n"],
    ]],
    [Kind::Contact, "BEGIN:VCARD\r\nVERSION:2.1\r\nN:Calder;Ines\r\nFN:Ines\r\nEND:VCARD\r\n", [
        ['note', 'not_canonical', null, 'The text says this in another way than the plain form that is written here.', 'Write the plain form', "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;;;\r\nFN:Ines\r\nEND:VCARD\r\n"],
    ]],
    [Kind::Event, "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20270101T000000Z\r\nDTSTART:20270612T183000Z\r\nSUMMARY:T\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n", [
        ['note', 'not_canonical', null, 'The text says this in another way than the plain form that is written here.', 'Write the plain form', "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Keen Glyph//1//EN\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20270101T000000Z\r\nDTSTART:20270612T183000Z\r\nSUMMARY:T\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"],
    ]],
    [Kind::Event, "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nSUMMARY:T\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n", [
        ['error', 'version_missing', 18, 'The line VERSION is missing: some calendars refuse the file.', 'Add VERSION', "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nSUMMARY:T\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"],
        ['error', 'prodid_missing', 18, 'The line PRODID is missing: some calendars refuse the file.', 'Add PRODID', "BEGIN:VCALENDAR\r\nPRODID:-//Keen Glyph//1//EN\r\nBEGIN:VEVENT\r\nSUMMARY:T\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"],
        ['error', 'uid_missing', 32, 'The line UID is missing: calendars would add the event again each time it is read.', 'Add UID', "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nUID:82f4643a79f0@keenglyph\r\nSUMMARY:T\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"],
        ['error', 'dtstamp_missing', 32, 'The line DTSTAMP is missing: some calendars refuse the event.', 'Add DTSTAMP', null],
        ['error', 'dtstart_missing', 32, 'The line DTSTART is missing: nobody knows when it begins.', null, null],
        ['error', 'missing', null, 'Say when it begins, or that it takes all day.', null, null],
    ]],
    [Kind::Event, "BEGIN:VCALENDAR\r\nVERSION:1.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20270101T000000Z\r\nDTSTART:20270612T183000Z\r\nDTEND:20270612T193000Z\r\nDURATION:PT1H\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n", [
        ['error', 'end_and_duration', 138, 'DTEND and DURATION exclude each other: an event says when it ends or how long it takes.', 'Keep DTEND', "BEGIN:VCALENDAR\r\nVERSION:1.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20270101T000000Z\r\nDTSTART:20270612T183000Z\r\nDTEND:20270612T193000Z\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"],
        ['error', 'missing', null, 'Title is needed, such as “Swarm evening at the apiary”.', null, null],
        ['caution', 'version', 18, 'iCalendar is version 2.0. Version 1.0 is the form before it, which many phones do not read.', 'Write 2.0', "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20270101T000000Z\r\nDTSTART:20270612T183000Z\r\nDTEND:20270612T193000Z\r\nDURATION:PT1H\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"],
    ]],
    [Kind::Event, "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nEND:VCALENDAR\r\n", [
        ['error', 'event_missing', 56, 'There is no event in this calendar: BEGIN:VEVENT is missing.', null, null],
        ['error', 'missing', null, 'Title is needed, such as “Swarm evening at the apiary”.', null, null],
        ['error', 'missing', null, 'Say when it begins, or that it takes all day.', null, null],
    ]],
    [Kind::Event, "BEGIN:VEVENT\r\nDTSTART:20270612T183000Z\r\nSUMMARY:T\r\n", [
        ['error', 'end_missing', 50, 'The line END:VEVENT is missing.', 'Add END:VEVENT', "BEGIN:VEVENT\r\nDTSTART:20270612T183000Z\r\nSUMMARY:T\r\nEND:VEVENT\r\n"],
    ]],
    [Kind::Event, "BEGIN:VEVENT\r\nDTSTART:20270612T183000Z\r\nSUMMARY:T\r\nSUMMARY:U\r\nEND:VEVENT\r\n", [
        ['error', 'doubled', 52, 'The line SUMMARY stands twice; only one counts.', 'Keep the first', "BEGIN:VEVENT\r\nDTSTART:20270612T183000Z\r\nSUMMARY:T\r\nEND:VEVENT\r\n"],
    ]],
    [Kind::Event, "BEGIN:VEVENT\r\nDTSTART:yesterday\r\nSUMMARY:T\r\nEND:VEVENT\r\n", [
        ['error', 'missing', null, 'Say when it begins, or that it takes all day.', null, null],
    ]],
    [Kind::Event, "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20270101T000000Z\r\nDTSTART:20270612T183000Z\r\nEND:VEVENT\r\n", [
        ['error', 'end_missing', 124, 'The line END:VCALENDAR is missing.', 'Add END:VCALENDAR', "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20270101T000000Z\r\nDTSTART:20270612T183000Z\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"],
        ['error', 'missing', null, 'Title is needed, such as “Swarm evening at the apiary”.', null, null],
    ]],
    [Kind::Event, "BEGIN:VEVENT\r\nDTSTART:20270612T183000Z\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nDTSTART:20270613T183000Z\r\nEND:VEVENT\r\n", [
        ['error', 'missing', null, 'Title is needed, such as “Swarm evening at the apiary”.', null, null],
        ['note', 'several', null, 'There are several events; most phones add the first alone.', null, null],
    ]],
    [Kind::Merchant, '00020101021126290016example.fennmoor0105H74025204549953038265802GB5920Fennmoor Honey House6008Fennmoor620607020763048DBA', []],
    [Kind::Merchant, '00020101021126290016example.fennmoor0105H74025204549953038265802GB5920Fennmoor Honey House6008Fennmoor620607020763048DB0', [
        ['error', 'crc', 117, 'The check sum 8DB0 is wrong: it would be 8DBA. Something in the text was changed: compare amount and account before you trust it.', 'Write 8DBA', '00020101021126290016example.fennmoor0105H74025204549953038265802GB5920Fennmoor Honey House6008Fennmoor620607020763048DBA'],
    ]],
    [Kind::Merchant, '00020201021126290016example.fennmoor0105H74025204549953038265802GB5920Fennmoor Honey House6008Fennmoor620607020763048DBA', [
        ['error', 'indicator', 1, 'A merchant payment begins with its format indicator, 000201.', 'Put it first', '00020101021126290016example.fennmoor0105H74025204549953038265802GB5920Fennmoor Honey House6008Fennmoor620607020763048DBA'],
        ['error', 'crc', 117, 'The check sum 8DBA is wrong: it would be C1D4. Something in the text was changed: compare amount and account before you trust it.', 'Write C1D4', '00020201021126290016example.fennmoor0105H74025204549953038265802GB5920Fennmoor Honey House6008Fennmoor62060702076304C1D4'],
    ]],
    [Kind::Merchant, '00020101021126290016example.fennmoor0105H74025204549953038265802gb5920Fennmoor Honey House6008Fennmoor620607020763048DBA', [
        ['error', 'crc', 117, 'The check sum 8DBA is wrong: it would be 1B3D. Something in the text was changed: compare amount and account before you trust it.', 'Write 1B3D', '00020101021126290016example.fennmoor0105H74025204549953038265802gb5920Fennmoor Honey House6008Fennmoor620607020763041B3D'],
    ]],
    [Kind::Merchant, '00020101021126290016example.fennmoor0105H74025204549953038265802GB5920Fennmoor Honey House6008Fennmoor6206070207', [
        ['error', 'crc_missing', 113, 'The check sum is missing at the end: 6304 and four hexadecimal digits.', 'Add it', '00020101021126290016example.fennmoor0105H74025204549953038265802GB5920Fennmoor Honey House6008Fennmoor620607020763048DBA'],
    ]],
    [Kind::Merchant, '00020101021126290016example.fennmoor0105H74025203549953038265802GB5920Fennmoor Honey House6008Fennmoor620607020763048DBA', [
        ['error', 'length', 48, 'The lengths do not add up: the data object “52” states 03 characters, and what follows then is none. Applications refuse the whole payment.', 'Write the right length', '00020101021126290016example.fennmoor0105H74025204549953038265802GB5920Fennmoor Honey House6008Fennmoor620607020763048DBA'],
        ['error', 'missing', null, 'Merchant is needed, such as “Fennmoor Honey House”.', null, null],
        ['error', 'missing', null, 'City is needed, such as “Fennmoor”.', null, null],
        ['error', 'missing', null, 'Country is needed, such as “GB”.', null, null],
        ['error', 'form', null, '“549” does not fit Category. Merchant category code of four digits (ISO 18245); 5499 is food shops.', null, null],
        ['error', 'missing', null, 'Currency is needed, such as “GBP”.', null, null],
    ]],
    [Kind::Merchant, '00020101021126290016example.fennmoor0105H74025204549953039995802GB5920Fennmoor Honey House6008Fennmoor620607020763048DBA', [
        ['error', 'crc', 117, 'The check sum 8DBA is wrong: it would be 2B7F. Something in the text was changed: compare amount and account before you trust it.', 'Write 2B7F', '00020101021126290016example.fennmoor0105H74025204549953039995802GB5920Fennmoor Honey House6008Fennmoor620607020763042B7F'],
        ['error', 'currency', null, '“999” is no currency of ISO 4217.', null, null],
    ]],
]);

it('finds the same by the rules alone', function (): void {
    $codes = static fn (array $problems): array => array_map(static fn (Problem $one): string => $one->code, $problems);
    expect($codes(VcardRules::problems("BEGIN:VCARD\r\nFN:Ines\r\nEND:VCARD\r\n")))->toBe(['version_missing', 'n_missing'])
        ->and($codes(CalendarRules::problems("BEGIN:VEVENT\r\nEND:VEVENT\r\n", Values::of(Kind::Event->grammar()->fields(), []))))->toBe(['dtstart_missing'])
        ->and($codes(MerchantRules::problems('000201')))->toBe(['crc_missing'])
        ->and([MerchantRules::claims('000201010211'), MerchantRules::claims('https://fennmoor.example'), MerchantRules::claims('0002')])->toBe([true, false, false]);
});

it('says in a line what a payload is about', function (Kind $kind, string $about): void {
    $fields = $kind->metadata()->starters[0]['fields'];
    expect($kind->grammar())->toBeInstanceOf(SpeaksOfFields::class)
        ->and($kind->grammar()->about($fields))->toBe($about)->and($kind->grammar()->differs($fields))->toBe([])
        ->and($kind->grammar()->about([]))->toBeNull();
})->with([[Kind::Contact, 'Ines Calder'], [Kind::Email, 'orders@fennmoor.example'], [Kind::Wifi, 'Fennmoor Honey House']]);
