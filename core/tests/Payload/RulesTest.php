<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Payload\Problem;

/**
 * The first starter of a kind with some fields changed: its problems as "severity field code".
 *
 * @return list<string>
 */
function problemsWith(Kind $kind, array $changes, int $starter = 0): array
{
    $fields = array_filter([...$kind->metadata()->starters[$starter]['fields'], ...$changes], fn ($value) => $value !== null);

    return array_map(fn (Problem $problem) => "{$problem->severity->value} $problem->field $problem->code", Payloads::build($kind, $fields)->problems);
}

it('says what is wrong, beside the field', function (Kind $kind, array $changes, string $expected) {
    expect(problemsWith($kind, $changes))->toContain($expected);
})->with([
    'link: tag already in the address' => [Kind::Link, ['url' => 'https://fennmoor.example/?utm_source=x'], 'error source tag_twice'],
    'link: no scheme' => [Kind::Link, ['url' => 'fennmoor.example'], 'error url scheme_missing'],
    'coupon: how many of nothing' => [Kind::Coupon, ['product' => null], 'error product product_missing'],
    'coupon: none of it' => [Kind::Coupon, ['quantity' => '0'], 'error quantity quantity'],
    'coupon: a page on another host' => [Kind::Coupon, ['page' => '//evil.example'], 'error page form'],
    'meeting: the front page' => [Kind::Meeting, ['url' => 'https://meet.fennmoor.example/'], 'caution url no_meeting'],
    'contact: nobody' => [Kind::Contact, ['given_name' => null, 'family_name' => null, 'organisation' => null], 'error given_name no_name'],
    'contact: not an address' => [Kind::Contact, ['emails' => ['ines@']], 'error emails.0.address form'],
    'contact: too much for MECARD' => [Kind::Contact, ['format' => 'mecard'], 'error title not_in_mecard'],
    'e-mail: nobody to write to' => [Kind::Email, ['to' => null], 'note to no_recipient'],
    'e-mail: a copy that is not hidden' => [Kind::Email, ['bcc' => ['a@fennmoor.example']], 'note bcc bcc'],
    'SMS: more than one message' => [Kind::Sms, ['message' => str_repeat('bee ', 50)], 'note message several_messages'],
    'chat: a number of one country only' => [Kind::Chat, ['number' => '112'], 'error number not_international'],
    'chat: a template without a place' => [Kind::Chat, ['template' => 'https://talk.fennmoor.example/'], 'error template places'],
    'event: ends before it begins' => [Kind::Event, ['end' => '2027-06-12T18:00'], 'error end ends_before'],
    'event: no such day' => [Kind::Event, ['start' => '2027-02-30T10:00'], 'error start form'],
    'event: floats' => [Kind::Event, ['time_zone' => null], 'note time_zone floating'],
    'event: no such zone' => [Kind::Event, ['time_zone' => 'Europe/Fennmoor'], 'error time_zone form'],
    'event: times without a rhythm' => [Kind::Event, ['times' => '3'], 'error times no_repeat'],
    'event: times and until' => [Kind::Event, ['repeat' => 'daily', 'times' => '3', 'until' => '2027-07-01'], 'error until times_and_until'],
    'event: all day at an hour' => [Kind::Event, ['all_day' => true, 'start_date' => '2027-06-12'], 'error start all_day'],
    'place: north of the pole' => [Kind::Place, ['latitude' => '91'], 'error latitude range'],
    'place: a comma for a point' => [Kind::Place, ['latitude' => '52,48'], 'error latitude form'],
    'place: in the Atlantic' => [Kind::Place, ['latitude' => '0', 'longitude' => '0'], 'caution latitude zero'],
    'Wi-Fi: password too short' => [Kind::Wifi, ['password' => 'clover'], 'error password password_length'],
    'Wi-Fi: no password' => [Kind::Wifi, ['password' => null], 'error password password_missing'],
    'Wi-Fi: a password for an open network' => [Kind::Wifi, ['security' => 'open'], 'note password password_unused'],
    'Wi-Fi: a space at the end' => [Kind::Wifi, ['ssid' => 'Honey House '], 'caution ssid outer_space'],
    'Wi-Fi: a name of too many bytes' => [Kind::Wifi, ['ssid' => str_repeat('蜂', 12)], 'error ssid ssid_bytes'],
    'Wi-Fi: an old key of no length' => [Kind::Wifi, ['security' => 'wep', 'password' => 'abc'], 'error password wep_length'],
    'Wi-Fi: enterprise without its method' => [Kind::Wifi, ['security' => 'enterprise'], 'error eap eap_missing'],
    'Wi-Fi: a method without enterprise' => [Kind::Wifi, ['eap' => 'PEAP'], 'error eap not_enterprise'],
    'OTP: letters that Base32 lacks' => [Kind::Otp, ['secret' => 'JBSWY3DPEHPK3PX1'], 'error secret base32'],
    'OTP: a length that Base32 lacks' => [Kind::Otp, ['secret' => 'JBSWY3DPEHPK3PXPA'], 'error secret base32_length'],
    'OTP: short' => [Kind::Otp, ['secret' => 'JBSWY3DPEHPK3PXP'], 'caution secret short_secret'],
    'OTP: a counter that is missing' => [Kind::Otp, ['type' => 'hotp'], 'error counter counter_missing'],
    'OTP: a colon in the name' => [Kind::Otp, ['issuer' => 'Fenn:moor'], 'error issuer form'],
    'SEPA: more than the standard holds' => [Kind::Sepa, ['name' => str_repeat('蜂', 70), 'remittance' => str_repeat('蜂', 100)], 'error remittance too_long'],
    'SEPA: no amount' => [Kind::Sepa, ['amount' => null], 'note amount no_amount'],
    'Swiss: another country’s account' => [Kind::Swiss, ['iban' => 'DE75512108001245126199', 'reference' => null], 'error iban iban_country'],
    'Swiss: a country by its name' => [Kind::Swiss, ['creditor' => ['name' => 'F', 'country' => 'ZZ']], 'error creditor.country country'],
    'Swiss: the address that ends' => [Kind::Swiss, ['creditor' => ['name' => 'F', 'country' => 'LI', 'form' => 'combined']], 'caution creditor.form combined'],
    'Swiss: nobody to pay' => [Kind::Swiss, ['creditor' => null], 'error creditor missing'],
    'merchant: a tip of nothing' => [Kind::Merchant, ['tip' => 'percent'], 'error tip_value tip_value'],
    'merchant: a hundred per cent' => [Kind::Merchant, ['tip' => 'percent', 'tip_value' => '100'], 'error tip_value tip_value'],
    'merchant: an account of nobody’s scheme' => [Kind::Merchant, ['accounts' => [['id' => '26', 'value' => '0101X']]], 'error accounts.0.guid guid_missing'],
    'merchant: values that are no objects' => [Kind::Merchant, ['accounts' => [['id' => '26', 'guid' => 'g', 'value' => '0199X']]], 'error accounts.0.value objects'],
    'merchant: a second language by half' => [Kind::Merchant, ['language' => 'DE'], 'error language language'],
    'merchant: letters outside ASCII' => [Kind::Merchant, ['name' => 'Hönig'], 'caution name not_ascii'],
    'UPI: no handle' => [Kind::Upi, ['payee' => 'fennmoor'], 'error payee form'],
    'Bitcoin: a letter wrong' => [Kind::Bitcoin, ['address' => 'bc1qw508d6qejxtdg4y5r3zarvary0c5xw7kv8f3t5'], 'error address address_check'],
    'Bitcoin: what wallets must know' => [Kind::Bitcoin, ['extra' => ['req-shade=1']], 'caution extra required'],
    'payment link: an amount of what' => [Kind::PaymentLink, ['currency' => null], 'error currency amount_and_currency'],
    'payment link: a currency that there is not' => [Kind::PaymentLink, ['currency' => 'XQX'], 'error currency currency'],
    'GS1: no key for a link' => [Kind::Gs1Link, ['elements' => [['ai' => '10', 'value' => 'A']]], 'error elements no_key'],
    'GS1: a weight as people say it, without its unit' => [Kind::Gs1Elements, ['elements' => [['ai' => '01', 'value' => '99520123456781'], ['ai' => '310n', 'value' => '5']]], 'error elements.1.value measure'],
    'GS1: a script for a resolver' => [Kind::Gs1Link, ['domain' => 'javascript:alert(1)'], 'error elements no_key'],
    'text: an invisible mark' => [Kind::Text, ['text' => "a\u{202E}b"], 'caution text direction_mark'],
]);

it('offers changes that mend what they name', function (Kind $kind, array $changes, string $code) {
    $fields = array_filter([...$kind->metadata()->starters[0]['fields'], ...$changes], fn ($value) => $value !== null);
    $payload = Payloads::build($kind, $fields);
    $problem = array_values(array_filter($payload->problems, fn (Problem $p) => $p->code === $code))[0];
    $mended = Payloads::parse((string) $payload->repaired($problem), $kind);
    expect($problem->fixLabel)->not->toBeNull()
        ->and(array_map(fn (Problem $p) => $p->code, $mended->problems))->not->toContain($code);
})->with([
    [Kind::Wifi, ['ssid' => ' Honey House'], 'outer_space'],
    [Kind::Wifi, ['password' => 'clover&lime7 '], 'outer_space'],
    [Kind::Otp, ['secret' => 'jbsw y3dp ehpk 3pxp jbsw y3dp ehpk 3pxp'], 'base32'],
    [Kind::Otp, ['type' => 'hotp'], 'counter_missing'],
    [Kind::Sepa, ['remittance' => null, 'reference' => 'RF00539007547034'], 'reference_check'],
    [Kind::Swiss, ['reference' => '210000000003139471430009010'], 'reference_check'],
    [Kind::Event, [], 'zone_defined'],
    [Kind::Call, ['number' => '0044 20 7946 0123'], 'country_code_missing'],
    [Kind::Upi, ['currency' => null], 'currency'],
    [Kind::Gs1Link, ['elements' => [['ai' => '01', 'value' => '09520123456780']]], 'check_digit'],
]);
