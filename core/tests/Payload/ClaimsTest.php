<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Payload\Problem;
use KeenGlyph\Core\Payload\Severity;
use KeenGlyph\Core\Payload\Tlv;

/** A text with its check sum behind it. */
function summed(string $objects): string
{
    return $objects.'6304'.Tlv::crc($objects.'6304');
}

const MERCHANT = '00020101021126330016example.fennmoor0109010510H7452045499530382654046.805802GB5920Fennmoor Honey House6008Fennmoor';
const BILL = ['SPC', '0200', '1', 'CH4431999123000889012', 'S', 'Fennmoor', 'Heidegasse', '3', '9490', 'Vaduz', 'LI', '', '', '', '', '', '', '', '249.50', 'CHF', 'S', 'Meret Aebi', 'Lindenweg', '7', '3007', 'Bern', 'CH', 'QRR', '210000000003139471430009017', 'Twelve jars', 'EPD'];
const CARD = "BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Ines Calder\r\nN:Calder;Ines;;;\r\nEND:VCARD\r\n";
const CALENDAR = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Fennmoor//EN\r\nBEGIN:VEVENT\r\nUID:1@fennmoor.example\r\nDTSTAMP:20270101T000000Z\r\nDTSTART:20270612T183000Z\r\nDTEND:20270612T200000Z\r\nSUMMARY:Swarm evening\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";

it('names what is wrong with a text that claims to be of a kind, where, and by which clause, and mends it', function (string $text, Kind $kind, string $code, int $position, ?string $mended) {
    $payload = Payloads::parse($text);
    $problem = array_values(array_filter($payload->errors(), fn (Problem $problem): bool => $problem->code === $code))[0] ?? null;
    expect($payload->kind)->toBe($kind)
        ->and($problem)->not->toBeNull(implode(', ', array_map(fn (Problem $one): string => $one->code, $payload->problems)))
        ->and($problem->position)->toBe($position)
        ->and($problem->clause)->not->toBeNull()
        ->and($problem->message)->toMatch('/\w.*\.$/u')
        ->and($payload->obstacle()?->isError())->toBeTrue()
        ->and($payload->obstacle(asIs: true))->toBeNull();
    if ($mended === null) {
        expect($problem->fixValue)->toBeNull();
    } else {
        expect($payload->repaired($problem))->toBe($mended)->and(Payloads::parse($mended)->errors())->toBe([]);
    }
})->with([
    'payment: amount changed' => [str_replace('6.80', '9.80', summed(MERCHANT)), Kind::Merchant, 'crc', strlen(MERCHANT) + 5, summed(str_replace('6.80', '9.80', MERCHANT))],
    'payment: one length too much' => [str_replace('5920F', '5921F', summed(MERCHANT)), Kind::Merchant, 'length', 81, summed(MERCHANT)],
    'payment: one length too little' => [str_replace('5920F', '5919F', summed(MERCHANT)), Kind::Merchant, 'length', 81, summed(MERCHANT)],
    'payment: without its format indicator' => [summed(substr(MERCHANT, 6)), Kind::Merchant, 'indicator', 1, summed(MERCHANT)],
    'payment: check sum missing' => [MERCHANT, Kind::Merchant, 'crc_missing', strlen(MERCHANT) + 1, summed(MERCHANT)],
    'payment: check sum cut off' => [substr(summed(MERCHANT), 0, -1), Kind::Merchant, 'crc_missing', strlen(MERCHANT) + 5, summed(MERCHANT)],
    'bill: another version' => [implode("\n", array_replace(BILL, [1 => '0100'])), Kind::Swiss, 'version', 5, implode("\n", BILL)],
    'bill: a line too few' => [implode("\n", array_merge(array_slice(BILL, 0, 29), array_slice(BILL, 30))), Kind::Swiss, 'lines', 160, implode("\n", array_replace(BILL, [29 => '']))],
    'bill: a line too many' => [implode("\n", array_merge(array_slice(BILL, 0, 12), [''], array_slice(BILL, 12))), Kind::Swiss, 'lines', 79, implode("\n", BILL)],
    'bill: without its trailer' => [implode("\n", array_slice(BILL, 0, 30)), Kind::Swiss, 'trailer_missing', 171, implode("\n", BILL)],
    'bill: another type of reference' => [implode("\n", array_replace(BILL, [27 => 'NON'])), Kind::Swiss, 'reference_type', 128, implode("\n", BILL)],
    'place: one number' => ['geo:52.48142', Kind::Place, 'longitude_missing', 13, null],
    'place: commas for points' => ['geo:52,48142,-1,89983', Kind::Place, 'decimal_comma', 7, 'geo:52.48142,-1.89983'],
    'place: commas for points and a semicolon' => ['geo:52,48142;-1,89983?q=hive', Kind::Place, 'decimal_comma', 7, 'geo:52.48142,-1.89983?q=hive'],
    'place: a parameter without a name' => ['geo:52.48,-1.89;1,89', Kind::Place, 'parameter', 17, 'geo:52.48,-1.89'],
    'place: a space' => ['geo:52.4, -1.8', Kind::Place, 'separator', 9, 'geo:52.4,-1.8'],
    'place: words' => ['geo:north,west', Kind::Place, 'coordinates', 5, null],
    'network: without its end' => ['WIFI:T:WPA;S:Honey;P:clover&lime7', Kind::Wifi, 'end_missing', 34, 'WIFI:T:WPA;S:Honey;P:clover&lime7;;'],
    'network: half its end' => ['WIFI:T:WPA;S:Honey;P:clover&lime7;', Kind::Wifi, 'end_missing', 35, 'WIFI:T:WPA;S:Honey;P:clover&lime7;;'],
    'network: two names' => ['WIFI:T:WPA;S:Honey;S:House;P:clover&lime7;;', Kind::Wifi, 'doubled', 20, 'WIFI:T:WPA;S:Honey;P:clover&lime7;;'],
    'network: security of no kind' => ['WIFI:T:XYZ;S:Honey;P:clover&lime7;;', Kind::Wifi, 'security', 8, 'WIFI:T:WPA;S:Honey;P:clover&lime7;;'],
    'card: without VERSION' => [str_replace("VERSION:3.0\r\n", '', CARD), Kind::Contact, 'version_missing', 14, CARD],
    'card 3.0: without FN' => [str_replace("FN:Ines Calder\r\n", '', CARD), Kind::Contact, 'fn_missing', 27, CARD],
    'card 3.0: without N' => [str_replace("N:Calder;Ines;;;\r\n", '', CARD), Kind::Contact, 'n_missing', 27, str_replace("FN:Ines Calder\r\nN:Calder;Ines;;;\r\n", "N:Calder;Ines;;;\r\nFN:Ines Calder\r\n", CARD)],
    'card 4.0: without FN' => ["BEGIN:VCARD\nVERSION:4.0\nN:Calder;Ines;;;\nEND:VCARD\n", Kind::Contact, 'fn_missing', 25, "BEGIN:VCARD\nVERSION:4.0\nFN:Ines Calder\nN:Calder;Ines;;;\nEND:VCARD\n"],
    'card 4.0: VERSION not first' => ["BEGIN:VCARD\nFN:Ines\nVERSION:4.0\nEND:VCARD\n", Kind::Contact, 'misplaced', 21, "BEGIN:VCARD\nVERSION:4.0\nFN:Ines\nEND:VCARD\n"],
    'card 2.1: without N' => ["BEGIN:VCARD\nVERSION:2.1\nFN:Ines Calder\nEND:VCARD\n", Kind::Contact, 'n_missing', 25, "BEGIN:VCARD\nVERSION:2.1\nN:Calder;Ines;;;\nFN:Ines Calder\nEND:VCARD\n"],
    'card: without END' => [str_replace("END:VCARD\r\n", '', CARD), Kind::Contact, 'end_missing', 59, CARD],
    'card: two N' => [str_replace('END:', "N:Moss;Hal;;;\r\nEND:", CARD), Kind::Contact, 'doubled', 61, CARD],
    'card: a version of none' => [str_replace('3.0', '3.1', CARD), Kind::Contact, 'version', 14, CARD],
    'short card: without its end' => ['MECARD:N:Calder,Ines;TEL:+442079460123', Kind::Contact, 'end_missing', 39, 'MECARD:N:Calder,Ines;TEL:+442079460123;;'],
    'event: without UID' => [str_replace("UID:1@fennmoor.example\r\n", '', CALENDAR), Kind::Event, 'uid_missing', 69, str_replace('UID:1@fennmoor.example', 'UID:1b994a4ab7e4@keenglyph', CALENDAR)],
    'event: without DTSTAMP' => [str_replace("DTSTAMP:20270101T000000Z\r\n", '', CALENDAR), Kind::Event, 'dtstamp_missing', 69, str_replace("UID:1@fennmoor.example\r\nDTSTAMP:20270101T000000Z\r\n", "DTSTAMP:20270612T183000Z\r\nUID:1@fennmoor.example\r\n", CALENDAR)],
    'event: without its END' => [str_replace("END:VEVENT\r\n", '', CALENDAR), Kind::Event, 'end_missing', 192, CALENDAR],
    'event: without the calendar’s END' => [str_replace("END:VCALENDAR\r\n", '', CALENDAR), Kind::Event, 'end_missing', 202, CALENDAR],
    'event: DTEND and DURATION' => [str_replace('SUMMARY', "DURATION:PT1H\r\nSUMMARY", CALENDAR), Kind::Event, 'end_and_duration', 169, CALENDAR],
    'event: without DTSTART' => [str_replace("DTSTART:20270612T183000Z\r\n", '', CALENDAR), Kind::Event, 'dtstart_missing', 69, null],
    'Digital Link: qualifiers in the wrong order' => ['https://id.fennmoor.example/01/09520123456788/21/7/10/H26', Kind::Gs1Link, 'qualifier_order', 52, 'https://id.fennmoor.example/01/09520123456788/10/H26/21/7'],
    'network: a semicolon within its name' => ['WIFI:T:WPA;S:Hi;ve;P:password1;;', Kind::Wifi, 'nameless', 17, 'WIFI:T:WPA;S:Hi\;ve;P:password1;;'],
    'mail: a percent sign alone' => ['mailto:orders@fennmoor.example?subject=10%', Kind::Email, 'percent', 42, 'mailto:orders@fennmoor.example?subject=10%25'],
    'card: a line without a name' => ["BEGIN:VCARD\nVERSION:3.0\nN:Calder;Ines\nFN:Ines Calder\nnonsense\nEND:VCARD\n", Kind::Contact, 'nameless', 54, "BEGIN:VCARD\nVERSION:3.0\nN:Calder;Ines\nFN:Ines Calder\nEND:VCARD\n"],
    'event: no duration' => [str_replace('DTEND:20270612T200000Z', 'DURATION:2h', CALENDAR), Kind::Event, 'duration', 145, null],
    'event: a rule without how often' => [str_replace('SUMMARY', "RRULE:COUNT=3\r\nSUMMARY", CALENDAR), Kind::Event, 'repetition', 169, null],
    'event: a version that is none' => [str_replace('VERSION:2.0', 'VERSION:7', CALENDAR), Kind::Event, 'version', 18, CALENDAR],
    'Digital Link: a qualifier before its key' => ['https://id.fennmoor.example/10/H26/01/09520123456788', Kind::Gs1Link, 'qualifier_order', 29, 'https://id.fennmoor.example/01/09520123456788/10/H26'],
    'Digital Link: a qualifier twice' => ['https://id.fennmoor.example/01/09520123456788/10/A/10/A', Kind::Gs1Link, 'doubled', 52, 'https://id.fennmoor.example/01/09520123456788/10/A?10=A'],
    'mail: two subjects' => ['mailto:a@fennmoor.example?subject=x&subject=y', Kind::Email, 'doubled', 37, 'mailto:a@fennmoor.example?subject=x'],
    'UPI: two payees' => ['upi://pay?pa=fennmoor@okbank&pn=F&pa=evil@bank', Kind::Upi, 'doubled', 35, 'upi://pay?pa=fennmoor@okbank&pn=F'],
    'bitcoin: two amounts' => ['bitcoin:bc1qw508d6qejxtdg4y5r3zarvary0c5xw7kv8f3t4?amount=1&amount=2', Kind::Bitcoin, 'doubled', 61, 'bitcoin:bc1qw508d6qejxtdg4y5r3zarvary0c5xw7kv8f3t4?amount=1'],
    'SMS: two bodies' => ['sms:+442079460123?body=a&body=b', Kind::Sms, 'doubled', 26, 'sms:+442079460123?body=a'],
    'password: two secrets' => ['otpauth://totp/F:ines?secret=JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP&issuer=F&secret=A', Kind::Otp, 'doubled', 72, 'otpauth://totp/F:ines?secret=JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP&issuer=F'],
    'password: of no type' => ['otpauth://xotp/F:ines?secret=JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP&issuer=F', Kind::Otp, 'type', 11, 'otpauth://totp/F:ines?secret=JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP&issuer=F'],
    'transfer: a comma in the amount' => ["BCD\n002\n1\nSCT\n\nFennmoor\nDE75512108001245126199\nEUR24,50", Kind::Sepa, 'amount_form', 48, "BCD\n002\n1\nSCT\n\nFennmoor\nDE75512108001245126199\nEUR24.50"],
    'transfer: another version' => ["BCD\n003\n1\nSCT\n\nFennmoor\nDE75512108001245126199\nEUR24.50", Kind::Sepa, 'version', 5, "BCD\n002\n1\nSCT\n\nFennmoor\nDE75512108001245126199\nEUR24.50"],
]);

it('says which qualifier does not belong to its key', function () {
    foreach (['https://id.fennmoor.example/00/395201234500000015/10/A' => 51, 'https://id.fennmoor.example/01/09520123456788/254/X' => 47] as $text => $position) {
        $payload = Payloads::parse($text);
        expect($payload->kind)->toBe(Kind::Gs1Link)->and($payload->errors()[0]->code)->toBe('qualifier_foreign')->and($payload->errors()[0]->position)->toBe($position);
    }
});

it('finds a parameter twice where a link of a kind has it', function (Kind $kind, string $text) {
    expect(array_map(fn (Problem $problem): string => $problem->code, Payloads::parse($text, $kind)->errors()))->toContain('doubled');
})->with([[Kind::Coupon, 'https://shop.fennmoor.example/basket?coupon=A1&coupon=B2'], [Kind::Meeting, 'https://meet.fennmoor.example/hive?pwd=a&pwd=b'], [Kind::PaymentLink, 'https://pay.fennmoor.example/?amount=1&currency=GBP&amount=2'], [Kind::Link, 'https://fennmoor.example/?utm_source=a&utm_source=b']]);

it('takes what other programs write without a caution, and keeps what it says', function (string $text, Kind $kind, array $fields) {
    $payload = Payloads::parse($text);
    expect($payload->kind)->toBe($kind)
        ->and(array_filter($payload->problems, fn (Problem $problem): bool => $problem->severity !== Severity::Note))->toEqual([], json_encode($payload->toArray()))
        ->and(array_intersect_key($payload->fields, $fields))->toEqual($fields);
})->with([
    'vCard 2.1 in quoted-printable' => ["BEGIN:VCARD\r\nVERSION:2.1\r\nN;CHARSET=UTF-8;ENCODING=QUOTED-PRINTABLE:Stra=C3=9Fer;J=C3=B6rg=\r\n-Uwe\r\nTEL;CELL;PREF:020 7946 0123\r\nNOTE;ENCODING=QUOTED-PRINTABLE:Line one=0D=0ALine two\r\nEND:VCARD\r\n", Kind::Contact, ['family_name' => 'Straßer', 'given_name' => 'Jörg-Uwe', 'note' => "Line one\nLine two"]],
    'vCard 2.1 in another character set' => ["BEGIN:VCARD\r\nVERSION:2.1\r\nN;CHARSET=ISO-8859-1;QUOTED-PRINTABLE:M=FCller;Zo=EB\r\nEND:VCARD\r\n", Kind::Contact, ['family_name' => 'Müller', 'given_name' => 'Zoë']],
    'vCard in small letters' => ["begin:vcard\nversion:3.0\nfn:Ines Calder\nn:Calder;Ines;;;\ntel;type=cell:+442079460123\nend:vcard", Kind::Contact, ['given_name' => 'Ines', 'phones' => [['type' => 'cell', 'number' => '+442079460123']]]],
    'vCard folded with spaces and tabs' => ["BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Ines\r\n  Calder\r\nN:Calder;Ines;;;\r\nNOTE:ab\r\n\tcd\r\nEND:VCARD", Kind::Contact, ['note' => 'abcd']],
    'vCard folded within a letter' => ["BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Zo\xC3\r\n \xAB Calder\r\nN:Calder;Zo\xC3\xAB;;;\r\nEND:VCARD", Kind::Contact, ['given_name' => 'Zoë']],
    'vCard 4.0 with an extension and groups' => ["BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Ines Calder\r\nTEL;VALUE=uri;TYPE=\"voice,work\":tel:+44-20-7946-0123;ext=7\r\nitem1.URL:https://fennmoor.example\r\nEND:VCARD\r\n", Kind::Contact, ['urls' => ['https://fennmoor.example']]],
    'vCard with the link of a photo' => ["BEGIN:VCARD\nVERSION:4.0\nFN:Ines Calder\nPHOTO:https://fennmoor.example/people/ines.jpg\nEND:VCARD\n", Kind::Contact, ['photo' => 'https://fennmoor.example/people/ines.jpg']],
    'calendar of another program' => [CALENDAR, Kind::Event, ['title' => 'Swarm evening']],
    'event with a duration' => [str_replace('DTEND:20270612T200000Z', 'DURATION:PT1H30M', CALENDAR), Kind::Event, ['extra' => ['DURATION:PT1H30M']]],
    'network, quoted and in another order' => ['WIFI:S:"ABCD";T:WPA;P:"clover12";;', Kind::Wifi, ['ssid' => 'ABCD', 'password' => 'clover12']],
    'network of an enterprise' => ['WIFI:T:WPA2-EAP;S:Corp;E:PEAP;PH2:MSCHAPV2;I:ines;A:anon;P:pw12;;', Kind::Wifi, ['security' => 'enterprise', 'eap' => 'PEAP', 'identity' => 'ines']],
    'network with a hexadecimal key' => ['WIFI:T:WEP;S:Old;P:A1B2C3D4E5;;', Kind::Wifi, ['password' => 'A1B2C3D4E5']],
    'network in small letters' => ['wifi:t:wpa;s:Honey;p:clover&lime7;;', Kind::Wifi, ['ssid' => 'Honey']],
    'mail in the older form' => ['MATMSG:TO:orders@fennmoor.example;SUB:Order;BODY:two jars;;', Kind::Email, ['to' => ['orders@fennmoor.example'], 'subject' => 'Order', 'body' => 'two jars']],
    'bookmark' => ['MEBKM:TITLE:Hive 7;URL:https\://fennmoor.example/hive/7;;', Kind::Link, ['url' => 'https://fennmoor.example/hive/7', 'title' => 'Hive 7']],
    'link with a title' => ['URLTO:Hive 7:https://fennmoor.example/hive/7', Kind::Link, ['url' => 'https://fennmoor.example/hive/7', 'title' => 'Hive 7']],
    'place that maps search for' => ['geo:0,0?q=52.48142,-1.89983(Fennmoor+apiary)', Kind::Place, ['latitude' => '52.48142', 'longitude' => '-1.89983', 'label' => 'Fennmoor apiary']],
    'transfer with every line broken by CR LF' => ["BCD\r\n002\r\n1\r\nSCT\r\n\r\nFennmoor\r\nDE75512108001245126199\r\nEUR24.50\r\n\r\n\r\nHoney\r\n", Kind::Sepa, ['remittance' => 'Honey']],
    'transfer of version 001 with empty lines at its end' => ["BCD\n001\n2\nSCT\nSCFBDE33\nFennmoor\nDE75512108001245126199\nEUR24.5\nGDDS\n\nHoney\n\n", Kind::Sepa, ['bic' => 'SCFBDE33', 'purpose' => 'GDDS']],
    'bill with CR LF' => [implode("\r\n", BILL)."\r\n", Kind::Swiss, ['message' => 'Twelve jars']],
    'password with every parameter' => ['otpauth://totp/Fennmoor:ines?secret=JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP&issuer=Fennmoor&algorithm=SHA1&digits=6&period=30', Kind::Otp, ['period' => '30']],
    'password by counter' => ['otpauth://hotp/Fennmoor:ines?secret=JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP&counter=0&algorithm=sha256&digits=8', Kind::Otp, ['type' => 'hotp', 'algorithm' => 'SHA256', 'digits' => '8', 'counter' => '0']],
    'several recipients' => ['sms:+442079460123,+442079460456?body=Swarm', Kind::Sms, ['number' => '+442079460123', 'others' => ['+442079460456'], 'message' => 'Swarm']],
    'an address of the older phones without title' => ['URLTO:https://fennmoor.example/', Kind::Link, ['url' => 'https://fennmoor.example/', 'form' => 'urlto']],
    'Digital Link with the older names' => ['https://id.fennmoor.example/gtin/09520123456788/lot/H26?exp=270930', Kind::Gs1Link, ['elements' => [['ai' => '01', 'value' => '09520123456788'], ['ai' => '10', 'value' => 'H26'], ['ai' => '17', 'value' => '270930']]]],
    'local number with its context' => ['tel:863-1234;phone-context=+1-914-555', Kind::Call, ['number' => '863-1234']],
    'link with letters of another script' => ['https://bücher.example/', Kind::Link, ['url' => 'https://bücher.example/']],
    'date in a path' => ['https://fennmoor.example/2026/01/02', Kind::Link, ['url' => 'https://fennmoor.example/2026/01/02']],
    'page of a product' => ['https://fennmoor.example/01/09520123456788/reviews', Kind::Link, ['url' => 'https://fennmoor.example/01/09520123456788/reviews']],
    'sentence with a colon' => ['Hive 7: queen marked blue', Kind::Text, []],
]);

it('says what could happen with what is dangerous, however it is hidden', function (string $text, string $code, Severity $severity) {
    $problem = array_values(array_filter(Payloads::parse($text)->problems, fn (Problem $problem): bool => $problem->code === $code))[0] ?? null;
    expect($problem?->severity)->toBe($severity)->and(strlen((string) $problem?->message))->toBeGreaterThan(40);
})->with([
    'script' => ['javascript:alert(1)', 'dangerous_scheme', Severity::Error],
    'script in capitals and white space' => [" Java\tScript:alert(1)", 'dangerous_scheme', Severity::Error],
    'script behind percent signs' => ['javascript%3Aalert(1)', 'dangerous_scheme', Severity::Error],
    'script behind percent signs, twice' => ['%256Aavascript:alert(1)', 'dangerous_scheme', Severity::Error],
    'script with a letter that is not seen' => ["java\u{200B}script:alert(1)", 'dangerous_scheme', Severity::Error],
    'page in a link' => ['data:text/html,<b>hi', 'dangerous_scheme', Severity::Error],
    'older script' => ['vbscript:msgbox(1)', 'dangerous_scheme', Severity::Error],
    'file' => ['file:///etc/passwd', 'dangerous_scheme', Severity::Error],
    'application' => ['intent://scan/#Intent;end', 'dangerous_scheme', Severity::Error],
    'sentence that begins so' => ['Data: three hives', 'dangerous_scheme', Severity::Caution],
    'script in a card' => ["BEGIN:VCARD\nVERSION:3.0\nFN:I\nN:I;;;;\nURL:javascript:alert(1)\nEND:VCARD", 'dangerous_scheme', Severity::Error],
    'script in a bookmark' => ['MEBKM:TITLE:a;URL:javascript\:alert(1);;', 'dangerous_scheme', Severity::Error],
    'name before a host' => ['https://bank.example@evil.example/', 'user_part', Severity::Caution],
    'punycode' => ['https://xn--bcher-kva.example', 'punycode', Severity::Caution],
    'punycode of letters that deceive' => ['https://xn--80ak6aa92e.example/', 'look_alike', Severity::Error],
    'mixed letters' => ['https://fеnnmoor.example/', 'look_alike', Severity::Error],
    'control code' => ['tel:*%2321%23', 'service_code', Severity::Caution],
]);
