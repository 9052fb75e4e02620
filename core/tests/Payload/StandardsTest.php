<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Payload\Tlv;

/** @return array{string, array<string, mixed>} */
function kindAndFields(string $text): array
{
    $payload = Payloads::parse($text);

    return [$payload->kind->value, $payload->fields];
}

it('reads the examples of RFC 6068 on mailto', function () {
    expect(kindAndFields('mailto:chris@example.com'))->toBe(['email', ['to' => ['chris@example.com']]])
        ->and(kindAndFields('mailto:infobot@example.com?subject=current-issue'))->toBe(['email', ['to' => ['infobot@example.com'], 'subject' => 'current-issue']])
        ->and(kindAndFields('mailto:infobot@example.com?body=send%20current-issue%0D%0Asend%20index'))->toBe(['email', ['to' => ['infobot@example.com'], 'body' => "send current-issue\nsend index"]])
        ->and(kindAndFields('mailto:joe@example.com?cc=bob@example.com&body=hello'))->toEqual(['email', ['to' => ['joe@example.com'], 'cc' => ['bob@example.com'], 'body' => 'hello']])
        ->and(kindAndFields('mailto:gorby%25kremvax@example.com'))->toBe(['email', ['to' => ['gorby%kremvax@example.com']]])
        ->and(kindAndFields('mailto:?to=joe@example.com&cc=bob@example.com&body=hello')[1]['to'])->toBe(['joe@example.com'])
        ->and(Payloads::build(Kind::Email, ['to' => 'unlikely?address@example.com'])->text)->toBe('mailto:unlikely%3Faddress@example.com');
});

it('reads the examples of RFC 3966, RFC 5724 and RFC 5870', function () {
    expect(kindAndFields('tel:+1-201-555-0123'))->toBe(['call', ['number' => '+1-201-555-0123']])
        ->and(kindAndFields('tel:7042;phone-context=example.com'))->toBe(['call', ['number' => '7042', 'extra' => ['phone-context=example.com']]])
        ->and(kindAndFields('tel:863-1234;phone-context=+1-914-555')[1]['extra'])->toBe(['phone-context=+1-914-555'])
        ->and(kindAndFields('sms:+15105550101'))->toBe(['sms', ['number' => '+15105550101']])
        ->and(kindAndFields('sms:+15105550101?body=hello%20there'))->toBe(['sms', ['number' => '+15105550101', 'message' => 'hello there']])
        ->and(kindAndFields('geo:13.4125,103.8667'))->toBe(['place', ['latitude' => '13.4125', 'longitude' => '103.8667']])
        ->and(kindAndFields('geo:48.2010,16.3695,183'))->toBe(['place', ['latitude' => '48.2010', 'longitude' => '16.3695', 'altitude' => '183']])
        ->and(kindAndFields('geo:48.198634,16.371648;crs=wgs84;u=40'))->toEqual(['place', ['latitude' => '48.198634', 'longitude' => '16.371648', 'uncertainty' => '40', 'extra' => [';crs=wgs84']]])
        ->and(kindAndFields('geo:66,30;u=6.500;FOo=this%2dthat')[1]['extra'])->toBe([';FOo=this%2dthat']);
});

it('writes and reads the example of EPC069-12', function () {
    $text = "BCD\n001\n1\nSCT\nBPOTBEB1\nRed Cross of Belgium\nBE72000000001616\nEUR1\nCHAR\n\nUrgency fund\nSample EPC QR code";
    $fields = ['bic' => 'BPOTBEB1', 'name' => 'Red Cross of Belgium', 'iban' => 'BE72000000001616', 'amount' => '1', 'purpose' => 'CHAR', 'remittance' => 'Urgency fund', 'information' => 'Sample EPC QR code', 'version' => '001'];
    expect(kindAndFields($text))->toEqual(['sepa', $fields])
        ->and(Payloads::build(Kind::Sepa, $fields)->text)->toBe($text)
        ->and(Payloads::build(Kind::Sepa, $fields)->errors())->toBe([]);
});

it('reads the example of the EMV specification, whatever the order of its objects', function () {
    $text = '00020101021229300012D156000000000510A93FO3230Q31280012D15600000001030812345678520441115802CN5914BEST TRANSPORT6007BEIJING64200002ZH0104最佳运输0202北京540523.7253031565502016233030412340603***0708A60086670902ME91320016A011223344998877070812345678'.'6304A13A';
    $payload = Payloads::parse($text);
    expect($payload->kind)->toBe(Kind::Merchant)
        ->and($payload->errors())->toBe([])
        ->and($payload->fields['amount'])->toBe('23.72')
        ->and($payload->fields['currency'])->toBe('CNY')
        ->and($payload->fields['tip'])->toBe('prompt')
        ->and($payload->fields['local_name'])->toBe('最佳运输')
        ->and($payload->fields['customer'])->toBe('***')
        ->and($payload->fields['accounts'])->toBe([['id' => '29', 'guid' => 'D15600000000', 'value' => '0510A93FO3230Q'], ['id' => '31', 'guid' => 'D15600000001', 'value' => '030812345678']])
        ->and($payload->fields['extra'])->toBe(['91320016A011223344998877070812345678'])
        ->and(Tlv::crc(substr($text, 0, -4)))->toBe('A13A');
    $changed = Payloads::parse(str_replace('23.72', '93.72', $text));
    expect($changed->errors()[0]->code)->toBe('crc');
});

it('writes the example of the Swiss guidelines line for line', function () {
    $payload = Payloads::build(Kind::Swiss, [
        'iban' => 'CH44 3199 9123 0008 8901 2', 'amount' => '1949.75', 'currency' => 'CHF', 'reference' => '21 00000 00003 13947 14300 09017', 'message' => 'Order of 15 June 2020',
        'creditor' => ['name' => 'Robert Schneider AG', 'street' => 'Rue du Lac', 'number' => '1268', 'postcode' => '2501', 'town' => 'Biel', 'country' => 'CH'],
        'debtor' => ['name' => 'Pia-Maria Rutschmann-Schnyder', 'street' => 'Grosse Marktgasse', 'number' => '28', 'postcode' => '9400', 'town' => 'Rorschach', 'country' => 'CH'],
        'bill_information' => '//S1/10/10201409/11/200701/20/140.000-53/30/102673831/31/200615/32/7.7/33/7.7:139.40/40/0:30',
        'alternatives' => ['Name AV1: UV;UltraPay005;12345', 'Name AV2: XY;XYService;54321'],
    ]);
    expect($payload->errors())->toBe([])
        ->and($payload->text)->toBe(implode("\n", ['SPC', '0200', '1', 'CH4431999123000889012', 'S', 'Robert Schneider AG', 'Rue du Lac', '1268', '2501', 'Biel', 'CH', '', '', '', '', '', '', '', '1949.75', 'CHF', 'S', 'Pia-Maria Rutschmann-Schnyder', 'Grosse Marktgasse', '28', '9400', 'Rorschach', 'CH', 'QRR', '210000000003139471430009017', 'Order of 15 June 2020', 'EPD', '//S1/10/10201409/11/200701/20/140.000-53/30/102673831/31/200615/32/7.7/33/7.7:139.40/40/0:30', 'Name AV1: UV;UltraPay005;12345', 'Name AV2: XY;XYService;54321']));
});

it('reads the examples of BIP 21, though their address does not check', function () {
    $payload = Payloads::parse('bitcoin:175tWpb8K1S7NmH4Zx6rewF9WQrcZv245W?amount=50&label=Luke-Jr&message=Donation%20for%20project%20xyz');
    expect([$payload->kind, $payload->fields])->toEqual([Kind::Bitcoin, ['address' => '175tWpb8K1S7NmH4Zx6rewF9WQrcZv245W', 'amount' => '50', 'label' => 'Luke-Jr', 'message' => 'Donation for project xyz']])
        ->and($payload->errors()[0]->code)->toBe('address_check');
    $required = Payloads::parse('bitcoin:1A1zP1eP5QGefi2DMPTfTL5SLmv7DivfNa?req-somethingyoudontunderstand=50&req-somethingelseyoudontget=999');
    expect($required->errors())->toBe([])->and($required->fields['extra'])->toHaveCount(2);
});

it('escapes what WPA3’s grammar reserves', function (array $fields, string $text) {
    expect(Payloads::build(Kind::Wifi, $fields)->text)->toBe($text)
        ->and(Payloads::parse($text)->fields)->toEqual($fields);
})->with([
    'plain' => [['ssid' => 'MyNet', 'security' => 'wpa', 'password' => 'MyPassword'], 'WIFI:T:WPA;S:MyNet;P:MyPassword;;'],
    'open' => [['ssid' => 'MyNet', 'security' => 'open'], 'WIFI:T:nopass;S:MyNet;;'],
    'everything special' => [['ssid' => 'a;b,c:d"e\\f', 'security' => 'wpa', 'password' => '\\\\;;::12'], 'WIFI:T:WPA;S:a\;b\,c\:d\"e\\\\f;P:\\\\\\\\\;\;\:\:12;;'],
    'outer spaces' => [['ssid' => ' hive ', 'security' => 'sae', 'hidden' => true, 'password' => ' secret 7 '], 'WIFI:T:SAE;S: hive ;H:true;P: secret 7 ;;'],
    'enterprise' => [['ssid' => 'Corp', 'security' => 'enterprise', 'identity' => 'ines', 'anonymous' => 'anon', 'eap' => 'PEAP', 'phase2' => 'MSCHAPV2', 'password' => 'pw'], 'WIFI:T:WPA2-EAP;S:Corp;I:ines;A:anon;E:PEAP;PH2:MSCHAPV2;P:pw;;'],
]);

it('takes the same network in another order and says that it is not the plain form', function () {
    $payload = Payloads::parse('WIFI:S:MyNet;T:WPA;P:MyPassword;;');
    expect($payload->fields)->toEqual(['ssid' => 'MyNet', 'security' => 'wpa', 'password' => 'MyPassword'])
        ->and($payload->problems[0]->code)->toBe('not_canonical')
        ->and($payload->repaired($payload->problems[0]))->toBe('WIFI:T:WPA;S:MyNet;P:MyPassword;;');
});

it('encodes the value of a merge field exactly once', function () {
    $link = 'https://fennmoor.example/r?e={{email}}&n={{ name }}';
    $filled = KeenGlyph\Core\Payload\MergeFields::fill($link, ['email' => 'a+b@fennmoor.example', 'name' => '50% {{email}} & é']);
    expect($filled)->toBe('https://fennmoor.example/r?e=a%2Bb%40fennmoor.example&n=50%25%20%7B%7Bemail%7D%7D%20%26%20%C3%A9')
        ->and(KeenGlyph\Core\Payload\MergeFields::names($link))->toBe(['email', 'name'])
        ->and(Payloads::build(Kind::Link, ['url' => $filled])->errors())->toBe([])
        ->and(Payloads::build(Kind::Link, ['url' => $link])->errors()[0]->code)->toBe('merge_field');
});

it('takes the workspace’s own template and domain', function () {
    $context = new Context('https://talk.fennmoor.example/to/{number}/say?m={message}', 'GB', 'https://id.fennmoor.example');
    $chat = Payloads::build(Kind::Chat, ['number' => '020 7946 0123', 'message' => 'JOIN & stay'], $context);
    expect($chat->text)->toBe('https://talk.fennmoor.example/to/442079460123/say?m=JOIN%20%26%20stay')
        ->and($chat->problems[0]->code)->toBe('assumed_country')
        ->and(Payloads::parse($chat->text, null, $context)->kind)->toBe(Kind::Chat)
        ->and(Payloads::parse($chat->text)->kind)->toBe(Kind::Link)
        ->and(Payloads::build(Kind::Gs1Link, ['01' => '09520123456788'], $context)->text)->toBe('https://id.fennmoor.example/01/09520123456788');
});

it('says what is wrong with numbers', function (string $number, string $code) {
    expect(Payloads::build(Kind::Call, ['number' => $number])->problems[0]->code)->toBe($code);
})->with([['020 7946 0123', 'country_code_missing'], ['0044 20 7946 0123', 'country_code_missing'], ['+44 20', 'impossible_number'], ['+44 20 7946 01234567', 'impossible_number'], ['112', 'short_number'], ['call me', 'not_a_number'], ['+999 123456789', 'unknown_country']]);

it('says what is wrong with payments', function (Kind $kind, array $fields, string $field, string $code) {
    $problems = array_map(fn ($problem) => "$problem->field $problem->code", Payloads::build($kind, $fields)->problems);
    expect($problems)->toContain("$field $code");
})->with([
    'IBAN with two digits exchanged' => [Kind::Sepa, ['name' => 'F', 'iban' => 'DE89370400440532031000'], 'iban', 'iban_check'],
    'IBAN too short' => [Kind::Sepa, ['name' => 'F', 'iban' => 'DE8937040044053201300'], 'iban', 'iban_length'],
    'IBAN outside SEPA' => [Kind::Sepa, ['name' => 'F', 'iban' => 'AE070331234567890123456'], 'iban', 'iban_not_sepa'],
    'amount with a comma' => [Kind::Sepa, ['name' => 'F', 'iban' => 'DE89370400440532013000', 'amount' => '12,50'], 'amount', 'form'],
    'amount of nothing' => [Kind::Sepa, ['name' => 'F', 'iban' => 'DE89370400440532013000', 'amount' => '0.00'], 'amount', 'zero'],
    'amount too fine' => [Kind::Sepa, ['name' => 'F', 'iban' => 'DE89370400440532013000', 'amount' => '1.005'], 'amount', 'decimals'],
    'amount too large' => [Kind::Sepa, ['name' => 'F', 'iban' => 'DE89370400440532013000', 'amount' => '1000000000'], 'amount', 'too_much'],
    'words and reference' => [Kind::Sepa, ['name' => 'F', 'iban' => 'DE89370400440532013000', 'remittance' => 'x', 'reference' => 'RF18539007547034'], 'remittance', 'two_purposes'],
    'reference does not check' => [Kind::Sepa, ['name' => 'F', 'iban' => 'DE89370400440532013000', 'reference' => 'RF19539007547034'], 'reference', 'reference_check'],
    'version 001 without BIC' => [Kind::Sepa, ['name' => 'F', 'iban' => 'DE89370400440532013000', 'version' => '001'], 'bic', 'bic_missing'],
    'QR reference without QR-IBAN' => [Kind::Swiss, ['iban' => 'CH9300762011623852957', 'currency' => 'CHF', 'creditor' => ['name' => 'F', 'country' => 'CH'], 'reference' => '210000000003139471430009017'], 'iban', 'qr_iban_missing'],
    'QR-IBAN without QR reference' => [Kind::Swiss, ['iban' => 'CH4431999123000889012', 'currency' => 'CHF', 'creditor' => ['name' => 'F', 'country' => 'CH']], 'reference', 'qr_reference_missing'],
    'QR reference does not check' => [Kind::Swiss, ['iban' => 'CH4431999123000889012', 'currency' => 'CHF', 'creditor' => ['name' => 'F', 'country' => 'CH'], 'reference' => '210000000003139471430009018'], 'reference', 'reference_check'],
    'unknown currency' => [Kind::Merchant, ['name' => 'F', 'city' => 'F', 'country' => 'GB', 'category' => '5499', 'currency' => 'XQX', 'accounts' => [['id' => '02', 'value' => '1']]], 'currency', 'currency'],
    'decimals of a currency without' => [Kind::Merchant, ['name' => 'F', 'city' => 'F', 'country' => 'JP', 'category' => '5499', 'currency' => 'JPY', 'amount' => '10.5', 'accounts' => [['id' => '02', 'value' => '1']]], 'amount', 'decimals'],
    'more than all bitcoin' => [Kind::Bitcoin, ['address' => '1A1zP1eP5QGefi2DMPTfTL5SLmv7DivfNa', 'amount' => '21000001'], 'amount', 'too_much'],
    'secret not in Base32' => [Kind::Otp, ['account' => 'a', 'secret' => 'jbsw y3dp ehpk 3pxp jbsw y3dp ehpk 3pxp'], 'secret', 'base32'],
]);

it('refuses what would disguise or inject, and says so', function (Kind $kind, array $fields, string $field, string $code) {
    $built = Payloads::build($kind, $fields);
    $problem = array_values(array_filter($built->problems, fn ($problem) => $problem->field === $field))[0] ?? null;
    expect($problem?->code)->toBe($code)->and($built->text)->toBe('');
})->with([
    'a name turned round' => [Kind::Wifi, ['ssid' => "Guest\u{202E}knaB", 'security' => 'open'], 'ssid', 'direction_mark'],
    'a line break in a name' => [Kind::Contact, ['given_name' => "Ines\r\nTEL:+1"], 'given_name', 'control'],
    'a line break in what is kept' => [Kind::Event, ['title' => 'x', 'start' => '2027-01-01T10:00', 'extra' => ["A:b\r\nEND:VEVENT"]], 'extra.0', 'control'],
    'a line break in an amount' => [Kind::Sepa, ['name' => 'F', 'iban' => 'DE75512108001245126199', 'amount' => "1\n2"], 'amount', 'control'],
    'a script for a website' => [Kind::Contact, ['given_name' => 'Ines', 'urls' => ['javascript:alert(1)']], 'urls.0', 'dangerous_scheme'],
    'not UTF-8' => [Kind::Contact, ['given_name' => "\xFF"], 'given_name', 'not_utf8'],
    'three kilobytes of name' => [Kind::Wifi, ['ssid' => str_repeat('x', 3000), 'security' => 'open'], 'ssid', 'too_long'],
    'an element that would end the text' => [Kind::Wifi, ['ssid' => 'x', 'security' => 'open', 'extra' => [';']], 'extra', 'not_reversible'],
]);

it('keeps line breaks of a note within it', function () {
    $text = Payloads::build(Kind::Contact, ['given_name' => 'Ines', 'note' => "first\r\nEND:VCARD\r\nsecond"])->text;
    expect($text)->toContain('NOTE:first\nEND:VCARD\nsecond')->and(substr_count($text, "\r\nEND:VCARD"))->toBe(1);
});

it('recognises a chat link whose template names a place twice', function () {
    $context = new Context('https://talk.fennmoor.example/{number}/{number}?m={message}');
    $text = Payloads::build(Kind::Chat, ['number' => '+442079460123', 'message' => 'JOIN'], $context)->text;
    expect($text)->toBe('https://talk.fennmoor.example/442079460123/442079460123?m=JOIN')
        ->and(Payloads::parse($text, null, $context)->kind)->toBe(Kind::Chat)
        ->and(Payloads::parse(str_replace('23/', '24/', $text), null, $context)->kind)->toBe(Kind::Link);
});
