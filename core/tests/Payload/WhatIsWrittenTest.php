<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\BitcoinPayment;
use KeenGlyph\Core\Payload\CalendarText;
use KeenGlyph\Core\Payload\ChecksText;
use KeenGlyph\Core\Payload\FieldType;
use KeenGlyph\Core\Payload\Grammar;
use KeenGlyph\Core\Payload\Gs1Values;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\KindMetadata;
use KeenGlyph\Core\Payload\LinkParts;
use KeenGlyph\Core\Payload\Mail;
use KeenGlyph\Core\Payload\MerchantPayment;
use KeenGlyph\Core\Payload\OneTimePassword;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Payload\PhoneHandling;
use KeenGlyph\Core\Payload\PlainText;
use KeenGlyph\Core\Payload\Problem;
use KeenGlyph\Core\Payload\SepaTransfer;
use KeenGlyph\Core\Payload\Severity;
use KeenGlyph\Core\Payload\SwissBillRules;
use KeenGlyph\Core\Payload\TextForm;
use KeenGlyph\Core\Payload\TextMessage;
use KeenGlyph\Core\Payload\UpiPayment;
use KeenGlyph\Core\Payload\Values;

/** @return list<array{string, string, string, string}> severity, field, code and words of each problem */
function wordsOf(array $problems): array
{
    return array_map(static fn (Problem $one): array => [$one->severity->value, $one->field, $one->code, $one->message], $problems);
}

it('writes fields as the standard of their kind has them, and reads the same out of it', function (Kind $kind, array $fields, string $text, ?array $back, array $problems): void {
    $payload = Payloads::build($kind, $fields);
    expect($payload->text)->toBe($text)
        ->and(wordsOf($payload->problems))->toBe($problems)
        ->and(Payloads::parse($text, $kind)->fields)->toEqualCanonicalizing($back ?? $fields);
})->with(fn (): array => [
    [Kind::from('link'), ['url' => 'https://fennmoor.example/a?b=1#c', 'source' => 'jar label', 'medium' => 'print', 'campaign' => 'h&h', 'term' => 'bee', 'content' => 'x=y'],
        'https://fennmoor.example/a?b=1&utm_source=jar%20label&utm_medium=print&utm_campaign=h%26h&utm_term=bee&utm_content=x%3Dy#c',
        null,
        []],
    [Kind::from('link'), ['url' => 'https://fennmoor.example/', 'title' => 'Honey; heather', 'form' => 'mebkm'],
        'MEBKM:TITLE:Honey\\; heather;URL:https\\://fennmoor.example/;;',
        null,
        []],
    [Kind::from('link'), ['url' => 'https://fennmoor.example/', 'title' => 'Honey', 'form' => 'urlto'],
        'URLTO:Honey:https://fennmoor.example/',
        null,
        []],
    [Kind::from('meeting'), ['url' => 'https://meet.fennmoor.example/hive-talk?x=1', 'passcode' => 'a&b', 'name' => 'Ines'],
        'https://meet.fennmoor.example/hive-talk?x=1&pwd=a%26b&name=Ines',
        null,
        [['note', 'passcode', 'passcode', 'Whoever reads the symbol can join.']]],
    [Kind::from('contact'), ['given_name' => 'Ines', 'family_name' => 'Calder', 'middle_name' => 'M', 'prefix' => 'Dr', 'suffix' => 'jun.', 'display_name' => 'Dr Ines Calder', 'organisation' => 'Fennmoor; Honey', 'department' => 'Hives', 'title' => 'Head', 'role' => 'Bees', 'birthday' => '1980-02-29', 'note' => "One\nTwo, three; four\\five", 'phones' => [['type' => 'cell', 'number' => '+447700900123'], ['type' => 'fax', 'number' => '+442079460124']], 'emails' => [['type' => 'home', 'address' => 'ines@home.example']], 'urls' => ['https://fennmoor.example'], 'addresses' => [['type' => 'home', 'street' => '3 Heather Lane', 'extended' => 'Flat 2', 'po_box' => '7', 'city' => 'Fennmoor', 'region' => 'Moor', 'postcode' => 'FM1 7HB', 'country' => 'United Kingdom']]],
        "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Calder;Ines;M;Dr;jun.\r\nFN:Dr Ines Calder\r\nORG:Fennmoor\\; Honey;Hives\r\nTITLE:Head\r\nROLE:Bees\r\nTEL;TYPE=CELL:+447700900123\r\nTEL;TYPE=FAX:+442079460124\r\nEMAIL;TYPE=HOME:ines@home.example\r\nADR;TYPE=HOME:7;Flat 2;3 Heather Lane;Fennmoor;Moor;FM1 7HB;United Kingdom\r\nURL:https://fennmoor.example\r\nBDAY:1980-02-29\r\nNOTE:One\\nTwo\\, three\\; four\\\\five\r\nEND:VCARD\r\n",
        null,
        [['note', 'phones.0.number', 'unassigned_number', '+447700900123 lies in no range that its country assigns. Check the digits.']]],
    [Kind::from('contact'), ['format' => 'vcard4', 'given_name' => 'Ines', 'family_name' => 'Calder', 'birthday' => '1980-02-29', 'phones' => [['type' => 'cell', 'number' => '+447700900123']], 'emails' => [['address' => 'ines@fennmoor.example']]],
        "BEGIN:VCARD\r\nVERSION:4.0\r\nN:Calder;Ines;;;\r\nFN:Ines Calder\r\nTEL;VALUE=uri;TYPE=cell:tel:+447700900123\r\nEMAIL:ines@fennmoor.example\r\nBDAY:19800229\r\nEND:VCARD\r\n",
        null,
        [['note', 'phones.0.number', 'unassigned_number', '+447700900123 lies in no range that its country assigns. Check the digits.']]],
    [Kind::from('contact'), ['format' => 'mecard', 'given_name' => 'Ines', 'family_name' => 'Cal,der', 'note' => 'a;b:c', 'emails' => ['ines@fennmoor.example'], 'urls' => ['https://fennmoor.example'], 'birthday' => '1980-02-29'],
        'MECARD:N:Cal\\,der,Ines;EMAIL:ines@fennmoor.example;URL:https\\://fennmoor.example;BDAY:19800229;NOTE:a\\;b\\:c;;',
        ['given_name' => 'Ines', 'family_name' => 'Cal,der', 'emails' => [['address' => 'ines@fennmoor.example']], 'urls' => ['https://fennmoor.example'], 'birthday' => '1980-02-29', 'note' => 'a;b:c', 'format' => 'mecard'],
        []],
    [Kind::from('contact'), ['organisation' => 'Fennmoor'],
        "BEGIN:VCARD\r\nVERSION:3.0\r\nN:;;;;\r\nFN:Fennmoor\r\nORG:Fennmoor\r\nEND:VCARD\r\n",
        null,
        []],
    [Kind::from('call'), ['number' => '+442079460123', 'extension' => '12'],
        'tel:+442079460123;ext=12',
        null,
        []],
    [Kind::from('call'), ['number' => '999'],
        'tel:999',
        null,
        [['note', 'number', 'short_number', 'A short number works only in its own country or network.']]],
    [Kind::from('sms'), ['number' => '+447700900123', 'others' => ['+447700900124']],
        'sms:+447700900123,+447700900124',
        null,
        [['note', 'number', 'unassigned_number', '+447700900123 lies in no range that its country assigns. Check the digits.'], ['note', 'others.0', 'unassigned_number', '+447700900124 lies in no range that its country assigns. Check the digits.']]],
    [Kind::from('sms'), ['number' => '+447700900123', 'message' => 'a & b?', 'form' => 'smsto'],
        'SMSTO:+447700900123:a & b?',
        null,
        [['note', 'number', 'unassigned_number', '+447700900123 lies in no range that its country assigns. Check the digits.']]],
    [Kind::from('chat'), ['number' => '+447700900123', 'message' => 'a+b', 'template' => 'https://talk.fennmoor.example/{number}?m={message}'],
        'https://talk.fennmoor.example/447700900123?m=a%2Bb',
        [],
        [['note', 'number', 'unassigned_number', '+447700900123 lies in no range that its country assigns. Check the digits.']]],
    [Kind::from('chat'), ['number' => '+447700900123', 'template' => 'https://talk.fennmoor.example/{number}?m={message}'],
        'https://talk.fennmoor.example/447700900123?m=',
        [],
        [['note', 'number', 'unassigned_number', '+447700900123 lies in no range that its country assigns. Check the digits.']]],
    [Kind::from('email'), ['to' => ['a@fennmoor.example', 'b@fennmoor.example'], 'cc' => ['c@fennmoor.example'], 'bcc' => ['d@fennmoor.example'], 'subject' => '50 % off & more', 'body' => "Hello\n\nBees"],
        'mailto:a@fennmoor.example,b@fennmoor.example?cc=c@fennmoor.example&bcc=d@fennmoor.example&subject=50%20%25%20off%20%26%20more&body=Hello%0D%0A%0D%0ABees',
        null,
        [['note', 'bcc', 'bcc', 'Whoever reads the symbol sees this address: it is not hidden.']]],
    [Kind::from('email'), ['to' => ['queen+7@fennmoor.example']],
        'mailto:queen+7@fennmoor.example',
        null,
        []],
    [Kind::from('event'), ['title' => 'A; B, C', 'start' => '2027-06-12T18:30', 'end' => '2027-06-12T20:00', 'time_zone' => 'UTC', 'location' => 'Gate 2', 'description' => "a\nb", 'url' => 'https://fennmoor.example', 'uid' => 'x@fennmoor.example', 'stamp' => '2026-01-02T03:04:05', 'form' => ''],
        "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Keen Glyph//1//EN\r\nBEGIN:VEVENT\r\nUID:x@fennmoor.example\r\nDTSTAMP:20260102T030405Z\r\nDTSTART:20270612T183000Z\r\nDTEND:20270612T200000Z\r\nSUMMARY:A\\; B\\, C\r\nLOCATION:Gate 2\r\nDESCRIPTION:a\\nb\r\nURL:https://fennmoor.example\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n",
        ['title' => 'A; B, C', 'start' => '2027-06-12T18:30', 'end' => '2027-06-12T20:00', 'time_zone' => 'UTC', 'location' => 'Gate 2', 'description' => "a\nb", 'url' => 'https://fennmoor.example', 'uid' => 'x@fennmoor.example', 'stamp' => '2026-01-02T03:04:05'],
        []],
    [Kind::from('event'), ['title' => 'Talk', 'start' => '2027-06-12T18:30', 'form' => 'bare'],
        "BEGIN:VEVENT\r\nDTSTART:20270612T183000\r\nSUMMARY:Talk\r\nEND:VEVENT\r\n",
        null,
        [['note', 'time_zone', 'floating', 'Without a time zone the event begins at this hour wherever the phone is.']]],
    [Kind::from('event'), ['title' => 'Talk', 'all_day' => true, 'start_date' => '2027-12-31', 'form' => 'bare', 'repeat' => 'yearly', 'interval' => '2', 'times' => '5'],
        "BEGIN:VEVENT\r\nDTSTART;VALUE=DATE:20271231\r\nSUMMARY:Talk\r\nRRULE:FREQ=YEARLY;INTERVAL=2;COUNT=5\r\nEND:VEVENT\r\n",
        null,
        []],
    [Kind::from('event'), ['title' => 'Talk', 'start' => '2027-06-12T18:30', 'time_zone' => 'UTC', 'repeat' => 'daily', 'until' => '2027-06-20', 'form' => 'bare', 'alarm' => '15'],
        "BEGIN:VEVENT\r\nDTSTART:20270612T183000Z\r\nSUMMARY:Talk\r\nRRULE:FREQ=DAILY;UNTIL=20270620T235959Z\r\nBEGIN:VALARM\r\nACTION:DISPLAY\r\nDESCRIPTION:Talk\r\nTRIGGER:-PT15M\r\nEND:VALARM\r\nEND:VEVENT\r\n",
        null,
        []],
    [Kind::from('place'), ['latitude' => '-33.5', 'longitude' => '151'],
        'geo:-33.5,151',
        null,
        []],
    [Kind::from('place'), ['latitude' => '1.5', 'longitude' => '2.5', 'altitude' => '-3', 'uncertainty' => '10'],
        'geo:1.5,2.5,-3;u=10',
        null,
        []],
    [Kind::from('wifi'), ['ssid' => 'a;b,c:d"e\\f', 'security' => 'wpa', 'password' => '12345678', 'hidden' => true],
        'WIFI:T:WPA;S:a\\;b\\,c\\:d\\"e\\\\f;H:true;P:12345678;;',
        null,
        []],
    [Kind::from('wifi'), ['ssid' => 'Moor', 'security' => 'sae', 'password' => 'clover&lime7', 'transition' => '1'],
        'WIFI:T:SAE;R:1;S:Moor;P:clover&lime7;;',
        null,
        []],
    [Kind::from('wifi'), ['ssid' => 'Moor', 'security' => 'wep', 'password' => 'abcde'],
        'WIFI:T:WEP;S:Moor;P:abcde;;',
        null,
        [['note', 'security', 'wep', 'WEP was broken long ago, and new phones no longer join such networks.']]],
    [Kind::from('wifi'), ['ssid' => 'Moor', 'security' => 'enterprise', 'eap' => 'PEAP', 'phase2' => 'MSCHAPV2', 'identity' => 'ines', 'anonymous' => 'anon', 'password' => 'clover&lime7'],
        'WIFI:T:WPA2-EAP;S:Moor;I:ines;A:anon;E:PEAP;PH2:MSCHAPV2;P:clover&lime7;;',
        null,
        []],
    [Kind::from('otp'), ['account' => 'ines', 'secret' => 'JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP', 'type' => 'hotp', 'counter' => '5', 'digits' => '8', 'algorithm' => 'SHA256'],
        'otpauth://hotp/ines?secret=JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP&algorithm=SHA256&digits=8&counter=5',
        null,
        [['note', 'issuer', 'issuer_missing', 'Without the service’s name the entry is hard to find among others.'], ['note', 'secret', 'secret', 'Whoever sees this symbol can make the passwords. Show it once, and only to its owner.']]],
    [Kind::from('otp'), ['issuer' => 'Fenn moor', 'account' => 'a b', 'secret' => 'jbsw y3dp ehpk 3pxp jbsw y3dp ehpk 3pxp', 'period' => '60', 'algorithm' => 'SHA512', 'digits' => '7'],
        'otpauth://totp/Fenn%20moor:a%20b?secret=jbsw%20y3dp%20ehpk%203pxp%20jbsw%20y3dp%20ehpk%203pxp&issuer=Fenn%20moor&algorithm=SHA512&digits=7&period=60',
        null,
        [['error', 'secret', 'base32', 'A secret has only the letters A to Z and the digits 2 to 7.'], ['note', 'secret', 'secret', 'Whoever sees this symbol can make the passwords. Show it once, and only to its owner.']]],
    [Kind::from('sepa'), ['name' => 'Fennmoor', 'iban' => 'DE75 5121 0800 1245 1261 99', 'reference' => 'RF18539007547034', 'purpose' => 'CHAR', 'information' => 'Thanks', 'bic' => 'SOGEDEFFXXX', 'version' => '001', 'amount' => '1'],
        "BCD\n001\n1\nSCT\nSOGEDEFFXXX\nFennmoor\nDE75512108001245126199\nEUR1\nCHAR\nRF18539007547034\n\nThanks",
        ['name' => 'Fennmoor', 'iban' => 'DE75512108001245126199', 'amount' => '1', 'reference' => 'RF18539007547034', 'bic' => 'SOGEDEFFXXX', 'purpose' => 'CHAR', 'information' => 'Thanks', 'version' => '001'],
        []],
    [Kind::from('swiss_bill'), ['iban' => 'CH5800791123000889012', 'creditor' => ['name' => 'F', 'postcode' => '9490', 'town' => 'Vaduz', 'country' => 'li'], 'currency' => 'EUR', 'reference' => 'RF18539007547034', 'bill_information' => '//S1/10/7', 'alternatives' => ['eBill/B/ines@fennmoor.example']],
        "SPC\n0200\n1\nCH5800791123000889012\nS\nF\n\n\n9490\nVaduz\nLI\n\n\n\n\n\n\n\n\nEUR\n\n\n\n\n\n\n\nSCOR\nRF18539007547034\n\nEPD\n//S1/10/7\neBill/B/ines@fennmoor.example",
        ['iban' => 'CH5800791123000889012', 'creditor' => ['name' => 'F', 'postcode' => '9490', 'town' => 'Vaduz', 'country' => 'LI'], 'currency' => 'EUR', 'reference' => 'RF18539007547034', 'bill_information' => '//S1/10/7', 'alternatives' => ['eBill/B/ines@fennmoor.example']],
        []],
    [Kind::from('merchant'), ['name' => 'Fennmoor', 'city' => 'Moor', 'country' => 'gb', 'category' => '5499', 'currency' => '826', 'amount' => '6.8', 'accounts' => [['id' => '02', 'value' => '4000123456789012']], 'tip' => 'percent', 'tip_value' => '5', 'postcode' => 'FM1', 'bill_number' => '***', 'mobile' => '1', 'store' => '2', 'loyalty' => '3', 'reference' => '4', 'customer' => '5', 'purpose' => '6', 'consumer_data' => 'AME', 'language' => 'fr', 'local_name' => 'Miel', 'local_city' => 'Lande', 'method' => 'dynamic'],
        '0002010102120216400012345678901252045499530382654036.8550203570155802GB5908Fennmoor6004Moor6103FM162440103***0201103012040130501406015080160903AME64230002FR0104Miel0205Lande6304D12B',
        ['name' => 'Fennmoor', 'city' => 'Moor', 'country' => 'GB', 'category' => '5499', 'currency' => 'GBP', 'amount' => '6.8', 'accounts' => [['id' => '02', 'value' => '4000123456789012']], 'method' => 'dynamic', 'tip' => 'percent', 'tip_value' => '5', 'postcode' => 'FM1', 'bill_number' => '***', 'mobile' => '1', 'store' => '2', 'loyalty' => '3', 'reference' => '4', 'customer' => '5', 'purpose' => '6', 'consumer_data' => 'AME', 'language' => 'FR', 'local_name' => 'Miel', 'local_city' => 'Lande'],
        []],
    [Kind::from('upi'), ['payee' => 'fennmoor@okbank', 'name' => 'F', 'reference' => 'R1', 'category' => '5499', 'transaction' => 'T1', 'minimum' => '1.00', 'url' => 'https://fennmoor.example'],
        'upi://pay?pa=fennmoor@okbank&pn=F&mc=5499&tid=T1&tr=R1&mam=1.00&url=https%3A%2F%2Ffennmoor.example',
        null,
        []],
    [Kind::from('bitcoin'), ['address' => '1BvBMSEYstWetqTFn5Au4m4GFg7xJaNVN2'],
        'bitcoin:1BvBMSEYstWetqTFn5Au4m4GFg7xJaNVN2',
        null,
        []],
    [Kind::from('bitcoin'), ['address' => 'BC1QW508D6QEJXTDG4Y5R3ZARVARY0C5XW7KV8F3T4', 'amount' => '20.3', 'extra' => ['req-x=1']],
        'bitcoin:BC1QW508D6QEJXTDG4Y5R3ZARVARY0C5XW7KV8F3T4?amount=20.3&req-x=1',
        null,
        [['caution', 'extra', 'required', 'Wallets that do not know “req-x” must refuse this payment.']]],
    [Kind::from('payment_link'), ['url' => 'https://pay.fennmoor.example/x?a=1'],
        'https://pay.fennmoor.example/x?a=1',
        null,
        []],
    [Kind::from('gs1_link'), ['elements' => [['ai' => '01', 'value' => '9520123456788'], ['ai' => '310n', 'value' => '0.5 kg']]],
        'https://id.gs1.org/01/09520123456788?3101=000005',
        ['elements' => [['ai' => '01', 'value' => '09520123456788'], ['ai' => '3101', 'value' => '000005']]],
        [['caution', 'elements.1.value', 'fixed_measure', '(3101) states the measure of a single item, but the GTIN 09520123456788 names items that are all alike. It belongs with a variable-measure item, whose GTIN begins with 9.']]],
    [Kind::from('gs1_elements'), ['elements' => '(01)09520123456788(21)A'],
        '010952012345678821A',
        ['elements' => [['ai' => '01', 'value' => '09520123456788'], ['ai' => '21', 'value' => 'A']]],
        []],
    [Kind::from('text'), ['text' => "a\tb\r\n"],
        "a\tb\r\n",
        null,
        [['note', 'text', 'outer_space', 'The text begins or ends with a space or line break.']]],
]);

it('says in words what is wrong, and what to do about it', function (Kind $kind, array $changes, string $field, string $code, string $message, ?string $label = null, ?string $value = null): void {
    $fields = array_filter([...$kind->metadata()->starters[0]['fields'], ...$changes], static fn (mixed $one): bool => $one !== null);
    $found = array_values(array_filter(Payloads::build($kind, $fields)->problems, static fn (Problem $one): bool => $one->field === $field && $one->code === $code));
    expect([$found[0]->message, $found[0]->fixLabel, $found[0]->fixValue])->toBe([$message, $label, $value]);
})->with(fn (): array => [
    'link: tag already in the address' => [Kind::Link, ['url' => 'https://fennmoor.example/?utm_source=x'], 'source', 'tag_twice', 'The link already has utm_source. Remove it there, or leave this empty.'],
    'link: no scheme' => [Kind::Link, ['url' => 'fennmoor.example'], 'url', 'scheme_missing', 'Without a scheme a phone shows this as text and opens no page.', 'Use https://fennmoor.example', 'https://fennmoor.example'],
    'coupon: how many of nothing' => [Kind::Coupon, ['product' => null], 'product', 'product_missing', 'Say which product there should be so many of.'],
    'coupon: none of it' => [Kind::Coupon, ['quantity' => '0'], 'quantity', 'quantity', 'At least 1.'],
    'coupon: a page on another host' => [Kind::Coupon, ['page' => '//evil.example'], 'page', 'form', '“//evil.example” does not fit Page to land on. Path within the shop.'],
    'meeting: the front page' => [Kind::Meeting, ['url' => 'https://meet.fennmoor.example/'], 'url', 'no_meeting', 'This is the service’s front page; the link of a meeting has more behind the host.'],
    'contact: nobody' => [Kind::Contact, ['given_name' => null, 'family_name' => null, 'organisation' => null], 'given_name', 'no_name', 'Give a name or an organisation: a phone saves no contact without.'],
    'contact: not an address' => [Kind::Contact, ['emails' => ['ines@']], 'emails.0.address', 'form', '“ines@” is not an e-mail address.'],
    'contact: too much for MECARD' => [Kind::Contact, ['format' => 'mecard'], 'title', 'not_in_mecard', 'MECARD has no place for this. Choose a vCard, or leave it empty.'],
    'e-mail: nobody to write to' => [Kind::Email, ['to' => null], 'to', 'no_recipient', 'Without an address the sender has to know whom to write to.'],
    'e-mail: a copy that is not hidden' => [Kind::Email, ['bcc' => ['a@fennmoor.example']], 'bcc', 'bcc', 'Whoever reads the symbol sees this address: it is not hidden.'],
    'SMS: more than one message' => [Kind::Sms, ['message' => 'bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee bee '], 'message', 'several_messages', '200 characters are sent as several messages.'],
    'chat: a number of one country only' => [Kind::Chat, ['number' => '112'], 'number', 'not_international', 'Chat services know numbers in international form only: + and the country code first.'],
    'chat: a template without a place' => [Kind::Chat, ['template' => 'https://talk.fennmoor.example/'], 'template', 'places', 'The template holds {number}, and {message} where the text goes.'],
    'event: ends before it begins' => [Kind::Event, ['end' => '2027-06-12T18:00'], 'end', 'ends_before', 'It ends before it begins.'],
    'event: no such day' => [Kind::Event, ['start' => '2027-02-30T10:00'], 'start', 'form', 'Begins is a date and time written YYYY-MM-DDTHH:MM, such as 2026-06-14T10:00.'],
    'event: floats' => [Kind::Event, ['time_zone' => null], 'time_zone', 'floating', 'Without a time zone the event begins at this hour wherever the phone is.'],
    'event: no such zone' => [Kind::Event, ['time_zone' => 'Europe/Fennmoor'], 'time_zone', 'form', '“Europe/Fennmoor” is not a time zone. Write UTC or a name such as Europe/London.'],
    'event: times without a rhythm' => [Kind::Event, ['times' => '3'], 'times', 'no_repeat', 'Say how it repeats first.'],
    'event: times and until' => [Kind::Event, ['repeat' => 'daily', 'times' => '3', 'until' => '2027-07-01'], 'until', 'times_and_until', 'Give either how many times or until when.'],
    'event: all day at an hour' => [Kind::Event, ['all_day' => true, 'start_date' => '2027-06-12'], 'start', 'all_day', 'An event of whole days has no time and no zone. Leave this empty.'],
    'place: north of the pole' => [Kind::Place, ['latitude' => '91'], 'latitude', 'range', 'Latitude runs from −90 to 90 degrees.'],
    'place: a comma for a point' => [Kind::Place, ['latitude' => '52,48'], 'latitude', 'form', '“52,48” does not fit Latitude. Degrees north of the equator, −90 to 90, with a point before decimals.'],
    'place: in the Atlantic' => [Kind::Place, ['latitude' => '0', 'longitude' => '0'], 'latitude', 'zero', '0, 0 lies in the Atlantic. Enter the place.'],
    'Wi-Fi: password too short' => [Kind::Wifi, ['password' => 'clover'], 'password', 'password_length', 'A WPA password has 8 to 63 characters; this has 6.'],
    'Wi-Fi: no password' => [Kind::Wifi, ['password' => null], 'password', 'password_missing', 'Give the password, or choose Open if the network has none.'],
    'Wi-Fi: a password for an open network' => [Kind::Wifi, ['security' => 'open'], 'password', 'password_unused', 'An open network has no password; phones leave it out.'],
    'Wi-Fi: a space at the end' => [Kind::Wifi, ['ssid' => 'Honey House '], 'ssid', 'outer_space', 'The name begins or ends with a space. Phones join only when the router’s name does too.', 'Remove outer spaces', 'Honey House'],
    'Wi-Fi: a name of too many bytes' => [Kind::Wifi, ['ssid' => '蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂'], 'ssid', 'ssid_bytes', 'The name has 36 bytes; a network name has at most 32.'],
    'Wi-Fi: an old key of no length' => [Kind::Wifi, ['security' => 'wep', 'password' => 'abc'], 'password', 'wep_length', 'A WEP key has 5 or 13 characters, or 10 or 26 hexadecimal digits.'],
    'Wi-Fi: enterprise without its method' => [Kind::Wifi, ['security' => 'enterprise'], 'eap', 'eap_missing', 'An enterprise network needs its EAP method; its operator knows which.'],
    'Wi-Fi: a method without enterprise' => [Kind::Wifi, ['eap' => 'PEAP'], 'eap', 'not_enterprise', 'Only an enterprise network uses this. Choose Enterprise, or leave it empty.'],
    'OTP: letters that Base32 lacks' => [Kind::Otp, ['secret' => 'JBSWY3DPEHPK3PX1'], 'secret', 'base32', 'A secret has only the letters A to Z and the digits 2 to 7.'],
    'OTP: a length that Base32 lacks' => [Kind::Otp, ['secret' => 'JBSWY3DPEHPK3PXPA'], 'secret', 'base32_length', 'The secret has a length that Base32 never has: characters are missing.'],
    'OTP: short' => [Kind::Otp, ['secret' => 'JBSWY3DPEHPK3PXP'], 'secret', 'short_secret', 'RFC 4226 asks for 128 bits at least: 26 characters.'],
    'OTP: a counter that is missing' => [Kind::Otp, ['type' => 'hotp'], 'counter', 'counter_missing', 'HOTP needs the counter to begin with, usually 0.', 'Begin with 0', '0'],
    'OTP: a colon in the name' => [Kind::Otp, ['issuer' => 'Fenn:moor'], 'issuer', 'form', '“:” cannot stand in Service: it would be taken for something else. Such as “Fennmoor”.'],
    'SEPA: more than the standard holds' => [Kind::Sepa, ['name' => '蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂', 'remittance' => '蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂蜂'], 'remittance', 'too_long', 'The text is 560 bytes; the standard allows 331.'],
    'SEPA: no amount' => [Kind::Sepa, ['amount' => null], 'amount', 'no_amount', 'Without an amount the payer has to enter it.'],
    'Swiss: another country’s account' => [Kind::Swiss, ['iban' => 'DE75512108001245126199', 'reference' => null], 'iban', 'iban_country', 'A QR-bill takes accounts of Switzerland and Liechtenstein only.'],
    'Swiss: a country by its name' => [Kind::Swiss, ['creditor' => ['name' => 'F', 'country' => 'ZZ']], 'creditor.country', 'country', '“ZZ” is not a country code of two letters, such as CH.'],
    'Swiss: the address that ends' => [Kind::Swiss, ['creditor' => ['name' => 'F', 'country' => 'LI', 'form' => 'combined']], 'creditor.form', 'combined', 'Banks take combined addresses only until 2026. Give street, number, postcode and town apart.'],
    'Swiss: nobody to pay' => [Kind::Swiss, ['creditor' => null], 'creditor', 'missing', 'Payee is needed.'],
    'merchant: a tip of nothing' => [Kind::Merchant, ['tip' => 'percent'], 'tip_value', 'tip_value', 'Give the fee or the per cent.'],
    'merchant: a hundred per cent' => [Kind::Merchant, ['tip' => 'percent', 'tip_value' => '100'], 'tip_value', 'tip_value', 'Per cent run from 0.01 to 99.99.'],
    'merchant: an account of nobody’s scheme' => [Kind::Merchant, ['accounts' => [['id' => '26', 'value' => '0101X']]], 'accounts.0.guid', 'guid_missing', 'From place 26 on an account needs the identifier of its scheme.'],
    'merchant: values that are no objects' => [Kind::Merchant, ['accounts' => [['id' => '26', 'guid' => 'g', 'value' => '0199X']]], 'accounts.0.value', 'objects', 'These are not data objects: two digits of name, two of length, then the value.'],
    'merchant: a second language by half' => [Kind::Merchant, ['language' => 'DE'], 'language', 'language', 'Another language needs both its two letters and the merchant’s name in it.'],
    'merchant: letters outside ASCII' => [Kind::Merchant, ['name' => 'Hönig'], 'name', 'not_ascii', 'Name and city take ASCII only. Put other writing into the second language.'],
    'UPI: no handle' => [Kind::Upi, ['payee' => 'fennmoor'], 'payee', 'form', '“fennmoor” does not fit UPI address. Name, @ and the bank’s handle.'],
    'Bitcoin: a letter wrong' => [Kind::Bitcoin, ['address' => 'bc1qw508d6qejxtdg4y5r3zarvary0c5xw7kv8f3t5'], 'address', 'address_check', 'The check sum does not fit: a character is wrong or missing. Copy the address again.'],
    'Bitcoin: what wallets must know' => [Kind::Bitcoin, ['extra' => ['req-shade=1']], 'extra', 'required', 'Wallets that do not know “req-shade” must refuse this payment.'],
    'payment link: an amount of what' => [Kind::PaymentLink, ['currency' => null], 'currency', 'amount_and_currency', 'An amount and its currency go together.'],
    'payment link: a currency that there is not' => [Kind::PaymentLink, ['currency' => 'XQX'], 'currency', 'currency', '“XQX” is no currency of ISO 4217.'],
    'GS1: no key for a link' => [Kind::Gs1Link, ['elements' => [['ai' => '10', 'value' => 'A']]], 'elements', 'no_key', 'A Digital Link needs a primary key, such as (01) GTIN, (00) SSCC or (414) location.'],
    'GS1: a weight as people say it, without its unit' => [Kind::Gs1Elements, ['elements' => [['ai' => '01', 'value' => '99520123456781'], ['ai' => '310n', 'value' => '5']]], 'elements.1.value', 'measure', 'Say the unit: kg, g, mg, t.'],
    'GS1: a script for a resolver' => [Kind::Gs1Link, ['domain' => 'javascript:alert(1)'], 'elements', 'no_key', '“https://javascript:alert(1)” cannot begin a link: a host such as id.fennmoor.example, perhaps with a path.'],
    'text: an invisible mark' => [Kind::Text, ['text' => "a\u{202E}b"], 'text', 'direction_mark', 'The text holds U+202E, an invisible mark that turns the direction of writing.', 'Remove the marks', 'ab'],
]);

/** The lines of an event, without those around it. @param  array<string, mixed>  $fields */
function eventLines(array $fields): array
{
    return explode("\r\n", trim(CalendarText::write(Values::of(Kind::Event->grammar()->fields(), ['title' => 'Talk', ...$fields]))));
}

it('has an identifier and a stamp that are the same for the same event, and others for another', function (): void {
    $of = static fn (array $fields): Values => Values::of(Kind::Event->grammar()->fields(), ['title' => 'Talk', 'start' => '2027-06-12T18:30', ...$fields]);
    expect(CalendarText::uid($of([])))->toBe(CalendarText::uid($of(['description' => 'another'])))
        ->and(CalendarText::uid($of([])))->toMatch('/^[0-9a-f]{12}@keenglyph$/')
        ->and(CalendarText::uid($of(['start' => '2027-06-12T18:31'])))->not->toBe(CalendarText::uid($of([])))
        ->and(CalendarText::uid($of(['time_zone' => 'UTC'])))->not->toBe(CalendarText::uid($of([])))
        ->and(CalendarText::uid($of(['title' => 'Talks'])))->not->toBe(CalendarText::uid($of([])))
        // London is an hour ahead in June; without a zone the hour counts as it stands.
        ->and(CalendarText::stamp($of(['time_zone' => 'Europe/London'])))->toBe('20270612T173000Z')
        ->and(CalendarText::stamp($of([])))->toBe('20270612T183000Z')
        ->and(CalendarText::stamp($of(['start' => 'soon'])))->toBe('19700101T000000Z');
});

it('writes the moments of an event as its zone has them', function (array $fields, array $lines): void {
    expect(array_values(array_filter(eventLines([...$fields, 'form' => 'bare']), static fn (string $line): bool => str_starts_with($line, 'DT') || str_starts_with($line, 'RRULE'))))->toBe($lines);
})->with([
    'in UTC' => [['start' => '2027-06-12T18:30', 'end' => '2027-06-12T20:00:30', 'time_zone' => 'UTC'], ['DTSTART:20270612T183000Z', 'DTEND:20270612T200030Z']],
    'in a zone' => [['start' => '2027-06-12T18:30', 'time_zone' => 'Europe/London'], ['DTSTART;TZID=Europe/London:20270612T183000']],
    'in none that there is' => [['start' => '2027-06-12T18:30', 'time_zone' => 'Europe/Fennmoor'], ['DTSTART:20270612T183000']],
    'a day' => [['all_day' => true, 'start_date' => '2027-12-31'], ['DTSTART;VALUE=DATE:20271231']],
    'days over the turn of the year' => [['all_day' => true, 'start_date' => '2027-12-30', 'end_date' => '2027-12-31'], ['DTSTART;VALUE=DATE:20271230', 'DTEND;VALUE=DATE:20280101']],
    'until a day, all day' => [['all_day' => true, 'start_date' => '2027-12-30', 'repeat' => 'daily', 'until' => '2028-01-02'], ['DTSTART;VALUE=DATE:20271230', 'RRULE:FREQ=DAILY;UNTIL=20280102']],
    'until a day of a zone' => [['start' => '2027-06-12T18:30', 'time_zone' => 'Europe/London', 'repeat' => 'weekly', 'interval' => '2', 'until' => '2027-08-30'], ['DTSTART;TZID=Europe/London:20270612T183000', 'RRULE:FREQ=WEEKLY;INTERVAL=2;UNTIL=20270830T225959Z']],
    'until a day of no zone' => [['start' => '2027-06-12T18:30', 'repeat' => 'monthly', 'until' => '2027-08-30'], ['DTSTART:20270612T183000', 'RRULE:FREQ=MONTHLY;UNTIL=20270830T235959']],
    'so many times' => [['start' => '2027-06-12T18:30', 'repeat' => 'yearly', 'times' => '5'], ['DTSTART:20270612T183000', 'RRULE:FREQ=YEARLY;COUNT=5']],
]);

it('reads an event that others wrote, and keeps what it has no field for', function (string $line, array $fields): void {
    $text = "BEGIN:VEVENT\r\nDTSTART:20270612T183000Z\r\n$line\r\nSUMMARY:Talk\r\nEND:VEVENT\r\n";
    expect(CalendarText::read($text))->toEqualCanonicalizing(['form' => 'bare', 'title' => 'Talk', 'start' => '2027-06-12T18:30', 'time_zone' => 'UTC', ...$fields]);
})->with([
    'a rule with more in it' => ['RRULE:FREQ=WEEKLY;BYDAY=MO', ['extra' => ['RRULE:FREQ=WEEKLY;BYDAY=MO']]],
    'a rule in small letters' => ['RRULE:freq=weekly;interval=2', ['repeat' => 'weekly', 'interval' => '2']],
    'until the end of a day' => ['RRULE:FREQ=DAILY;UNTIL=20270620T235959Z', ['repeat' => 'daily', 'until' => '2027-06-20']],
    'until the middle of one' => ['RRULE:FREQ=DAILY;UNTIL=20270620T120000Z', ['extra' => ['RRULE:FREQ=DAILY;UNTIL=20270620T120000Z']]],
    'until no day' => ['RRULE:FREQ=DAILY;UNTIL=20270231', ['extra' => ['RRULE:FREQ=DAILY;UNTIL=20270231']]],
    'a status' => ['STATUS:CONFIRMED', ['extra' => ['STATUS:CONFIRMED']]],
    'a summary with a language' => ['SUMMARY;LANGUAGE=cy:Sgwrs', ['extra' => ['SUMMARY;LANGUAGE=cy:Sgwrs']]],
    'an end of another value' => ['DTEND;X-KIND=soft:20270612T190000Z', ['extra' => ['DTEND;X-KIND=soft:20270612T190000Z']]],
    'an end' => ['DTEND:20270612T190000Z', ['end' => '2027-06-12T19:00']],
    'a stamp of its own' => ['DTSTAMP:20260101T000000Z', ['stamp' => '2026-01-01T00:00']],
    'its own stamp' => ['DTSTAMP:20270612T183000Z', []],
    'a stamp that is none' => ['DTSTAMP:yesterday', ['extra' => ['DTSTAMP:yesterday']]],
    'an alarm of ours' => ["BEGIN:VALARM\r\nACTION:DISPLAY\r\nDESCRIPTION:Talk\r\nTRIGGER:-PT15M\r\nEND:VALARM", ['alarm' => '15']],
    'an alarm with a sound' => ["BEGIN:VALARM\r\nACTION:AUDIO\r\nTRIGGER:-PT15M\r\nEND:VALARM", ['extra' => ['BEGIN:VALARM', 'ACTION:AUDIO', 'TRIGGER:-PT15M', 'END:VALARM']]],
]);

it('reads the first event alone, and none where none begins', function (): void {
    $two = "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nSUMMARY:First\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nSUMMARY:Second\r\nLOCATION:Gate\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";
    expect(CalendarText::read($two))->toBe(['title' => 'First'])
        ->and(CalendarText::read("BEGIN:VCARD\r\n"))->toBeNull()->and(CalendarText::read('BEGIN:VEVENTS'))->toBeNull()->and(CalendarText::read(''))->toBeNull();
});

it('puts the lines of a bill right where one is missing or too many', function (int $at, string $change): void {
    $text = Payloads::build(Kind::Swiss, Kind::Swiss->metadata()->starters[0]['fields'])->text;
    $lines = SwissBillRules::lines($text);
    expect($lines)->toHaveCount(31)->and(SwissBillRules::aligned($text))->toBeNull();
    $broken = $change === 'gone' ? [...array_slice($lines, 0, $at), ...array_slice($lines, $at + 1)] : [...array_slice($lines, 0, $at), '', ...array_slice($lines, $at)];
    expect(SwissBillRules::aligned(implode("\n", $broken)))->toBe($lines);
    [$problem] = array_values(array_filter(SwissBillRules::problems(implode("\n", $broken)), static fn (Problem $one): bool => in_array($one->code, ['lines', 'trailer_missing'], true)));
    expect($problem->severity)->toBe(Severity::Error)->and($problem->fixLabel)->toBe('Put the lines right')
        ->and($problem->message)->toContain($at === 30 && $change === 'gone' ? 'The line EPD' : ($change === 'gone' ? '1 are missing before it' : '1 too many stand before it'));
})->with([[12, 'gone'], [14, 'gone'], [30, 'gone'], [13, 'too many'], [17, 'too many']]);

it('says of a bill which line is not as it must be', function (int $line, string $to, string $code, string $words): void {
    $lines = SwissBillRules::lines(Payloads::build(Kind::Swiss, Kind::Swiss->metadata()->starters[0]['fields'])->text);
    $lines[$line] = $to;
    $found = array_values(array_filter(SwissBillRules::problems(implode("\n", $lines)), static fn (Problem $one): bool => $one->code === $code));
    expect($found)->toHaveCount(1)->and($found[0]->message)->toContain($words)
        // Where the line begins, counted in characters from 1.
        ->and($found[0]->position)->toBe(mb_strlen(implode("\n", array_slice($lines, 0, $line))) + 2);
})->with([
    [1, '0100', 'version', 'states version “0100”'], [2, '2', 'coding', 'The third line states the coding'], [11, 'Somebody', 'reserved', 'ultimate creditor'],
    [27, 'SCOR', 'reference_type', 'said to be SCOR, but what stands there is QRR'], [27, 'XXX', 'reference_type', '“XXX” is no type of reference'],
]);

it('takes a parameter for a field only where writing gives the same link again', function (string $link, array $fields): void {
    $names = ['utm_source' => 'source', 'utm_medium' => 'medium'];
    $write = static fn (array $found): string => LinkParts::write(Values::of(Kind::Link->grammar()->fields(), $found), 'url', array_flip($names));
    expect(LinkParts::read($link, $names, 'url', $write))->toBe($fields);
})->with([
    ['https://fennmoor.example/?utm_source=jar', ['url' => 'https://fennmoor.example/', 'source' => 'jar']],
    ['https://fennmoor.example/?a=1&utm_source=jar%20label&utm_medium=print#x', ['url' => 'https://fennmoor.example/?a=1#x', 'source' => 'jar label', 'medium' => 'print']],
    // In another order, encoded otherwise, twice or empty it stays as it stands.
    ['https://fennmoor.example/?utm_source=jar&a=1', ['url' => 'https://fennmoor.example/?utm_source=jar&a=1']],
    ['https://fennmoor.example/?utm_source=jar+label', ['url' => 'https://fennmoor.example/?utm_source=jar+label']],
    ['https://fennmoor.example/?utm_source=', ['url' => 'https://fennmoor.example/?utm_source=']],
    ['https://fennmoor.example/?utm_source=%00', ['url' => 'https://fennmoor.example/?utm_source=%00']],
]);

it('takes no link for one without a host', function (): void {
    expect(LinkParts::read('fennmoor.example', [], 'url', static fn (array $found): string => ''))->toBeNull()
        ->and(LinkParts::read('https:///x', [], 'url', static fn (array $found): string => ''))->toBeNull();
});

it('takes elements as a list, as a text and as names of fields', function (array $input, array $elements): void {
    expect(Gs1Values::expanded($input)['elements'])->toBe($elements);
})->with([
    'a text' => [['elements' => '(01)09520123456788(10)A'], [['ai' => '01', 'value' => '09520123456788'], ['ai' => '10', 'value' => 'A']]],
    'names in brackets' => [['(01)' => '09520123456788', '10' => 'A'], [['ai' => '01', 'value' => '09520123456788'], ['ai' => '10', 'value' => 'A']]],
    'a family' => [['01' => '99520123456781', '310n' => '5 kg'], [['ai' => '01', 'value' => '99520123456781'], ['ai' => '310n', 'value' => '5 kg']]],
    'both' => [['elements' => [['ai' => '01', 'value' => 'x']], '10' => 'A'], [['ai' => '01', 'value' => 'x'], ['ai' => '10', 'value' => 'A']]],
    'neither' => [['domain' => 'x'], []],
]);

it('keeps what else stands beside elements', function (): void {
    expect(Gs1Values::expanded(['01' => '1', 'domain' => 'fennmoor.example']))->toBe(['elements' => [['ai' => '01', 'value' => '1']], 'domain' => 'fennmoor.example'])
        ->and(Gs1Values::field()->type)->toBe(FieldType::Group)->and(Gs1Values::field()->repeats)->toBeTrue();
});

it('finds what a plain text hides', function (string $text, string $code, ?int $position, ?string $fix): void {
    $found = PlainText::problems($text, 'text');
    expect($found)->toHaveCount(1)->and([$found[0]->code, $found[0]->position, $found[0]->fixValue])->toBe([$code, $position, $fix]);
})->with([
    'nothing but spaces' => [" \n ", 'blank', null, null],
    'a mark of direction' => ["über\u{202E}x", 'direction_mark', 5, 'überx'],
    'a control character' => ["öl\x07x", 'control', 3, 'ölx'],
    'a space at its end' => ['hive ', 'outer_space', null, 'hive'],
]);

it('has nothing to say of texts in order, and of bytes that are no text', function (): void {
    expect(PlainText::problems("Hive 7\n\tqueen", 'text'))->toBe([])->and(PlainText::problems("\xFF\x07 ", 'text'))->toBe([])
        ->and(PlainText::disguises("\xFF"))->toBe([])->and(PlainText::disguises('Hive 7'))->toBe([])
        ->and(PlainText::position('öäx', 4))->toBe(3)->and(PlainText::position('x', 0))->toBe(1);
});

it('tells texts that pass for links', function (string $text, string $code, ?string $fix = null): void {
    $found = PlainText::disguises($text);
    expect($found)->toHaveCount(1)->and([$found[0]->code, $found[0]->fixValue])->toBe([$code, $fix]);
})->with([['fennmoor.example/honey', 'scheme_missing', 'https://fennmoor.example/honey'], ['http:/fennmoor.example', 'broken_link'], ['hxxps://fennmoor.example', 'broken_link'], ['https%3A//fennmoor.example', 'broken_link']]);

it('has a grammar and words for every kind, and a phone that does something with it', function (Kind $kind): void {
    $metadata = $kind->metadata();
    expect($kind->grammar())->toBeInstanceOf(Grammar::class)->and($metadata)->toBeInstanceOf(KindMetadata::class)->and($metadata->phone)->toBeInstanceOf(PhoneHandling::class)
        ->and($metadata->phone->asks)->not->toBe('')->and($metadata->phone->app)->not->toBe('')
        ->and($metadata->form)->toBeInstanceOf(TextForm::class)
        ->and($metadata->words)->not->toBe([])->and($metadata->starters)->not->toBe([])->and($metadata->purpose)->not->toBe('');
})->with(Kind::cases());

it('has a class of its own for each kind, and no two kinds are recognised at once', function (): void {
    $classes = array_map(static fn (Kind $kind): string => $kind->grammar()::class, Kind::cases());
    $order = array_filter(array_map(static fn (Kind $kind): ?int => $kind->metadata()->recognisedAs, Kind::cases()), is_int(...));
    expect($classes)->toContain(Mail::class, TextMessage::class, OneTimePassword::class, SepaTransfer::class, MerchantPayment::class, UpiPayment::class, BitcoinPayment::class)
        ->and(count(array_unique($classes)))->toBe(count($classes))
        ->and(count(array_unique($order)))->toBe(count($order))
        // Kinds with lines or objects of their own look at the text itself, too.
        ->and(array_filter(Kind::cases(), static fn (Kind $kind): bool => $kind->grammar() instanceof ChecksText))->not->toBe([]);
});
