<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Tests\Payload;

use KeenGlyph\Core\Gs1\CheckDigit;
use KeenGlyph\Core\Payload\Iban;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\SwissBill;

/** Random fields of a kind, all in order and in the form in which a text gives them back. */
final class RandomFields
{
    private const LETTERS = ['a', 'Z', '0', '9', ' ', ';', ',', ':', '\\', '"', "'", '&', '=', '?', '#', '%', '+', '/', '(', '.', '-', '_', '@', '<', '{', 'é', 'ß', '蜂', '🐝', '…'];

    /** @return array<string, mixed> */
    public static function of(Kind $kind): array
    {
        return array_filter(self::fields($kind), static fn (mixed $value): bool => $value !== '' && $value !== [] && $value !== false);
    }

    /** @return array<string, mixed> */
    private static function fields(Kind $kind): array
    {
        return match ($kind) {
            Kind::Link => ['url' => self::link(), 'source' => self::maybe(self::words(...)), 'medium' => self::maybe(self::words(...)), 'campaign' => self::maybe(self::words(...)), 'term' => self::maybe(self::words(...)), 'content' => self::maybe(self::words(...))],
            Kind::Coupon => ['shop' => self::link(), 'code' => 'H'.chance(1, 999), 'page' => self::maybe(fn () => '/'.self::token())] + self::oneOf([], ['product' => self::words()], ['product' => self::words(), 'quantity' => (string) chance(1, 99)]),
            Kind::Meeting => ['url' => self::link(), 'passcode' => self::maybe(self::words(...)), 'name' => self::maybe(self::words(...))],
            Kind::PaymentLink => ['url' => self::link(), 'reference' => self::maybe(self::words(...))] + self::oneOf([], ['amount' => self::amount(), 'currency' => self::oneOf('GBP', 'EUR', 'CHF')]),
            Kind::Contact => self::contact(),
            Kind::Call => ['number' => self::number(), 'extension' => self::maybe(fn () => (string) chance(1, 9999)), 'extra' => self::oneOf([], ['phone-context=example'])],
            Kind::Sms => ['number' => self::number(), 'others' => self::oneOf(true, false) ? [self::number()] : [], 'message' => self::maybe(self::text(...)), 'form' => self::oneOf('', 'smsto')],
            Kind::Chat => ['number' => self::number(), 'message' => self::maybe(self::text(...))],
            Kind::Email => ['to' => self::list(self::email(...), 0, 3), 'cc' => self::list(self::email(...), 0, 2), 'bcc' => self::list(self::email(...), 0, 1), 'subject' => self::maybe(self::words(...)), 'body' => self::maybe(self::text(...)), 'extra' => self::oneOf([], ['in-reply-to=%3Cx%40fennmoor.example%3E'])],
            Kind::Event => self::event(),
            Kind::Place => ['latitude' => self::degrees(89), 'longitude' => self::degrees(179), 'label' => self::maybe(self::words(...)), 'altitude' => self::maybe(fn () => (string) chance(-99, 4000)), 'uncertainty' => self::maybe(fn () => (string) chance(0, 500)), 'extra' => self::oneOf([], [';crs=wgs84', 'z=12'])],
            Kind::Wifi => self::wifi(),
            Kind::Otp => ['issuer' => self::maybe(fn () => self::without(self::words(), ':')), 'account' => self::without(self::words(), ':'), 'secret' => substr(str_repeat('ABCDEFGHIJKLMNOPQRSTUVWXYZ234567', 2), chance(0, 20), 32), 'algorithm' => self::oneOf('', 'SHA256', 'SHA512'), 'digits' => self::oneOf('', '7', '8')] + self::oneOf([], ['period' => (string) chance(1, 300)], ['type' => 'hotp', 'counter' => (string) chance(0, 99999)]),
            Kind::Sepa => self::sepa(),
            Kind::Swiss => self::swiss(),
            Kind::Merchant => self::merchant(),
            Kind::Upi => ['payee' => self::token().'ab@okbank', 'name' => self::words(), 'amount' => self::amount(), 'note' => self::maybe(self::words(...)), 'reference' => self::maybe(self::token(...)), 'category' => self::maybe(fn () => (string) chance(1000, 9999)), 'currency' => 'INR', 'extra' => self::oneOf([], ['mode=02', 'orgid=7'])],
            Kind::Bitcoin => ['address' => self::oneOf('1A1zP1eP5QGefi2DMPTfTL5SLmv7DivfNa', 'bc1qw508d6qejxtdg4y5r3zarvary0c5xw7kv8f3t4'), 'amount' => self::maybe(fn () => '0.'.chance(1, 99999999)), 'label' => self::maybe(self::words(...)), 'message' => self::maybe(self::words(...)), 'extra' => self::oneOf([], ['somethingyoudontunderstand=50'])],
            Kind::Gs1Link => ['elements' => self::elements(), 'domain' => self::oneOf('', 'https://id.fennmoor.example', 'https://fennmoor.example/some/path'), 'extra' => self::oneOf([], ['linkType=gs1:pip', 'lang=de'])],
            Kind::Gs1Elements => ['elements' => self::elements()],
            Kind::Text => ['text' => self::text()],
        };
    }

    /** @return array<string, mixed> */
    private static function contact(): array
    {
        $mecard = chance(0, 3) === 0;
        $phone = fn (): array => array_filter(['type' => $mecard ? '' : self::oneOf('', 'cell', 'work', 'home', 'fax'), 'number' => self::number(), 'kept' => $mecard ? '' : self::oneOf('', ';TYPE=PREF', ';X-LINE=2')]);
        $address = fn (): array => array_filter(['type' => $mecard ? '' : self::oneOf('', 'work', 'home'), 'street' => self::words(), 'city' => self::maybe(self::words(...)), 'region' => self::maybe(self::words(...)), 'postcode' => 'FM1 7HB', 'country' => self::maybe(self::words(...))]);
        $fields = [
            'format' => $mecard ? 'mecard' : self::oneOf('', 'vcard4'),
            'given_name' => self::maybe(self::words(...)), 'family_name' => self::words(),
            'organisation' => self::maybe(self::words(...)),
            'phones' => self::list($phone, 0, 3),
            'emails' => self::list(fn (): array => array_filter(['type' => $mecard ? '' : self::oneOf('', 'work'), 'address' => self::email()]), 0, 2),
            'urls' => self::list(self::link(...), 0, 2),
            'addresses' => self::list($address, 0, $mecard ? 1 : 2),
            'birthday' => self::maybe(self::date(...)),
            'note' => $mecard ? self::maybe(self::words(...)) : self::maybe(self::text(...)),
        ];

        return $mecard ? $fields : $fields + [
            'title' => self::maybe(self::words(...)), 'role' => self::maybe(self::words(...)), 'department' => $fields['organisation'] === '' ? '' : self::maybe(self::words(...)),
            'middle_name' => self::maybe(self::words(...)), 'prefix' => self::oneOf('', 'Dr'), 'suffix' => self::maybe(self::words(...)),
            'display_name' => self::maybe(fn () => 'The '.self::words()),
            'extra' => self::oneOf([], ['X-HIVE:7', 'CATEGORIES;LANGUAGE=en:bees,honey']),
        ];
    }

    /** @return array<string, mixed> */
    private static function event(): array
    {
        $common = ['title' => self::words(), 'location' => self::maybe(self::words(...)), 'description' => self::maybe(self::text(...)), 'url' => self::maybe(self::link(...)), 'alarm' => self::maybe(fn () => (string) chance(0, 9999)), 'uid' => self::maybe(fn () => self::token().'@fennmoor.example'), 'stamp' => self::oneOf('', '2026-11-25T08:15:30'), 'form' => self::oneOf('', 'bare'), 'extra' => self::oneOf([], ['STATUS:CONFIRMED', 'CATEGORIES:BEES,HONEY'])];
        $repeat = self::oneOf([], ['repeat' => self::oneOf('daily', 'weekly', 'monthly', 'yearly'), 'interval' => self::oneOf('', '2', '13')] + self::oneOf([], ['times' => (string) chance(1, 99)], ['until' => '2029-0'.chance(1, 9).'-17']));
        $start = self::date();
        $time = sprintf('T%02d:%02d', chance(3, 23), chance(0, 59)).self::oneOf('', ':07');

        return $common + $repeat + self::oneOf(
            ['all_day' => true, 'start_date' => $start] + self::oneOf([], ['end_date' => $start], ['end_date' => '2039-01-31']),
            ['start' => $start.$time, 'time_zone' => self::oneOf('', 'UTC', 'Europe/London', 'America/New_York', 'Asia/Kolkata', 'Australia/Lord_Howe', 'Africa/Casablanca', 'America/Santiago')] + self::oneOf([], ['end' => '2039-02-01T10:00']),
        );
    }

    /** @return array<string, mixed> */
    private static function wifi(): array
    {
        $security = self::oneOf('wpa', 'sae', 'open', 'enterprise');

        return ['ssid' => mb_strcut(self::words(), 0, 30), 'security' => $security, 'hidden' => chance(0, 1) === 1, 'password' => $security === 'open' ? '' : 'p;:\\"'.mb_substr(self::words().'long enough', 0, 30), 'extra' => self::oneOf([], ['X:y'])]
            + ($security === 'enterprise' ? ['eap' => self::oneOf('PEAP', 'TTLS'), 'phase2' => self::oneOf('', 'MSCHAPV2'), 'identity' => self::maybe(self::words(...)), 'anonymous' => self::maybe(self::words(...))] : []);
    }

    /** @return array<string, mixed> */
    private static function sepa(): array
    {
        return ['name' => mb_substr(self::words(), 0, 20), 'iban' => self::iban('DE', 18), 'amount' => self::maybe(self::amount(...)), 'bic' => 'SCFBDE33', 'purpose' => self::oneOf('', 'GDDS'), 'information' => self::maybe(fn () => mb_substr(self::words(), 0, 20)), 'version' => self::oneOf('', '001')]
            + self::oneOf(['remittance' => self::words()], ['reference' => self::reference()], []);
    }

    /** @return array<string, mixed> */
    private static function swiss(): array
    {
        $party = fn (): array => array_filter(['name' => self::words(), 'street' => self::maybe(self::words(...)), 'number' => (string) chance(1, 99), 'postcode' => '9490', 'town' => mb_substr(self::words(), 0, 20), 'country' => self::oneOf('LI', 'CH', 'DE')]);
        $qr = chance(0, 1) === 1;
        $digits = sprintf('%026d', chance(1, 999999999));

        return [
            'iban' => $qr ? self::iban('CH', 17, '31999') : self::iban('CH', 17, '00762'), 'creditor' => $party(), 'debtor' => self::oneOf([], $party()),
            'amount' => self::oneOf('', chance(1, 9999).'.'.chance(10, 99)), 'currency' => self::oneOf('CHF', 'EUR'),
            'reference' => $qr ? $digits.SwissBill::checkDigit($digits) : self::oneOf('', self::reference()),
            'message' => self::maybe(self::words(...)), 'bill_information' => self::oneOf('', '//S1/10/1234'), 'alternatives' => self::oneOf([], ['eBill/B/x']),
        ];
    }

    /** @return array<string, mixed> */
    private static function merchant(): array
    {
        $fields = ['name' => mb_substr(self::words(), 0, 25), 'city' => mb_substr(self::words(), 0, 15), 'country' => self::oneOf('GB', 'IN', 'TH'), 'category' => '5499', 'currency' => self::oneOf('GBP', 'EUR', 'THB'), 'amount' => self::maybe(self::amount(...)), 'method' => self::oneOf('', 'static', 'dynamic'), 'postcode' => self::oneOf('', 'FM1 7HB')];
        $fields['accounts'] = self::oneOf([['id' => '02', 'value' => '4000123456789012']], [['id' => '15', 'value' => 'X1'], ['id' => '26', 'guid' => 'example.fennmoor', 'value' => '0106HONEY7'], ['id' => '51', 'guid' => 'D15600000000']]);
        foreach (['bill_number', 'store', 'reference', 'terminal', 'purpose'] as $name) {
            $fields[$name] = self::maybe(fn () => mb_substr(self::words(), 0, 18));
        }

        return $fields + self::oneOf([], ['tip' => 'prompt'], ['tip' => 'fixed', 'tip_value' => '1.50'], ['tip' => 'percent', 'tip_value' => '12.5'])
            + self::oneOf([], ['language' => 'ZH', 'local_name' => '芬莫尔蜂蜜', 'local_city' => '芬莫尔'], ['language' => 'DE', 'local_name' => 'Honighaus'])
            + self::oneOf([], ['extra' => ['80040abc', '91020X']]);
    }

    /** @return list<array{ai: string, value: string}> */
    private static function elements(): array
    {
        $gtin = self::oneOf('0', '9').'9520123'.sprintf('%05d', chance(0, 99999));
        $elements = [['ai' => '01', 'value' => $gtin.CheckDigit::of($gtin)]];
        foreach (['22' => self::set82(20), '10' => self::set82(20), '21' => self::set82(20)] as $ai => $value) {
            $elements = [...$elements, ...self::oneOf([], [['ai' => (string) $ai, 'value' => $value]])];
        }
        foreach (['11' => '260'.chance(1, 9).'00', '15' => '270930', '17' => '280229', '310'.chance(0, 5) => sprintf('%06d', chance(0, 999999)), '240' => self::set82(30), '422' => '826', '7003' => '2709301530'] as $ai => $value) {
            $elements = [...$elements, ...self::oneOf([], [['ai' => (string) $ai, 'value' => $value]])];
        }

        return $elements;
    }

    private static function set82(int $most): string
    {
        $value = '';
        for ($n = chance(1, $most); $n > 0; $n--) {
            $set = '!"%&\'*+,-./0123456789:;<=>?ABCXYZ_abcxyz';
            $value .= $set[chance(0, strlen($set) - 1)];
        }

        return $value;
    }

    private static function iban(string $country, int $length, string $start = ''): string
    {
        $account = $start;
        while (strlen($account) < $length) {
            $account .= chance(0, 9);
        }
        for ($check = 2; $check <= 98; $check++) {
            $iban = $country.sprintf('%02d', $check).$account;
            if (Iban::checks($iban)) {
                return $iban;
            }
        }

        return '';
    }

    private static function reference(): string
    {
        $body = 'HONEY'.chance(1, 99999);
        for ($check = 2; $check <= 98; $check++) {
            $reference = sprintf('RF%02d%s', $check, $body);
            if (Iban::checks($reference)) {
                return $reference;
            }
        }

        return '';
    }

    private static function link(): string
    {
        return 'https://'.self::oneOf('fennmoor.example', 'shop.fennmoor.example:8443').'/'.self::token().self::oneOf('', '?a=1', '?x=%20y&z', '?q=%C3%A9').self::oneOf('', '#part');
    }

    private static function number(): string
    {
        return self::oneOf('+44207946', '+44131496').'0'.chance(100, 999);
    }

    private static function email(): string
    {
        return self::token().self::oneOf('', '+tag', '.x').'@'.self::oneOf('fennmoor.example', 'bees.example');
    }

    private static function degrees(int $most): string
    {
        return chance(-$most, $most).self::oneOf('', '.'.chance(1, 99999));
    }

    private static function amount(): string
    {
        return chance(1, 99999).self::oneOf('', '.'.chance(1, 9), '.'.sprintf('%02d', chance(1, 99)));
    }

    private static function date(): string
    {
        return sprintf('%04d-%02d-%02d', chance(2020, 2038), chance(1, 12), chance(1, 28));
    }

    private static function token(): string
    {
        return bin2hex(random_bytes(chance(1, 5)));
    }

    /** One line, no spaces outside. */
    private static function words(): string
    {
        $text = '';
        for ($n = chance(1, 12); $n > 0; $n--) {
            $text .= self::LETTERS[array_rand(self::LETTERS)];
        }

        return 'w'.trim($text).'w';
    }

    private static function text(): string
    {
        return self::words().self::oneOf('', "\n".self::words(), "\n\n".self::words().str_repeat(' long', chance(0, 30)));
    }

    private static function without(string $text, string $character): string
    {
        return str_replace($character, '', $text);
    }

    private static function maybe(callable $make): mixed
    {
        return chance(0, 1) === 1 ? $make() : '';
    }

    private static function oneOf(mixed ...$choices): mixed
    {
        return $choices[array_rand($choices)];
    }

    /** @return list<mixed> */
    private static function list(callable $make, int $least, int $most): array
    {
        $items = [];
        for ($n = chance($least, $most); $n > 0; $n--) {
            $items[] = $make();
        }

        return $items;
    }
}
