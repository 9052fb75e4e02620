<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Problem;

/**
 * What a phone's camera does with a payload: the application it hands it to, what it asks first, what its button says,
 * and where phones are known to part ways. From the payload alone; nothing is fetched or opened.
 */
final class PhoneFacts
{
    /** Problems that no phone minds, and that may do harm. */
    private const HARM = ['dangerous_scheme', 'look_alike', 'user_part'];

    /**
     * @return array{app: string, asks: string, action: ?string, about: ?string, differs: list<string>} action is null where a phone only shows the text; about is what the question is about
     */
    public static function of(Payload $payload): array
    {
        [$app, $asks, $action] = self::handling($payload->kind);
        $harm = array_map(static fn (Problem $problem): string => $problem->code, array_filter($payload->problems, static fn (Problem $problem): bool => in_array($problem->code, self::HARM, true)));
        $refused = array_filter($payload->errors(), static fn (Problem $problem): bool => ! in_array($problem->code, self::HARM, true)) !== [];

        return [
            'app' => $app,
            'asks' => match (true) {
                in_array('dangerous_scheme', $harm, true) => 'Most phones show this as text. Some readers follow it, and it can do harm there.',
                $refused => 'Many phones show this as plain text, for part of it does not follow its standard.',
                $harm !== [] => "$asks Phones do not warn, and it may be a trap.",
                default => $asks,
            },
            'action' => $refused ? null : $action,
            'about' => self::about($payload),
            'differs' => self::differs($payload),
        ];
    }

    /** @return array{string, string, ?string} application, question, button */
    private static function handling(Kind $kind): array
    {
        return match ($kind) {
            Kind::Link, Kind::Gs1Link => ['Browser', 'Open this page?', 'Open'],
            Kind::Coupon => ['Browser', 'Open the shop with the discount in the basket?', 'Open'],
            Kind::Meeting => ['Meeting', 'Join this meeting?', 'Join'],
            Kind::PaymentLink => ['Browser', 'Open this payment page?', 'Open'],
            Kind::Contact => ['Contacts', 'Add this contact?', 'Add contact'],
            Kind::Call => ['Phone', 'Call this number?', 'Call'],
            Kind::Sms => ['Messages', 'Write this message? It is sent only when you send it.', 'Write'],
            Kind::Chat => ['Chat', 'Open this chat with the words filled in?', 'Open chat'],
            Kind::Email => ['Mail', 'Write this message? It is sent only when you send it.', 'Write'],
            Kind::Event => ['Calendar', 'Add this event?', 'Add to calendar'],
            Kind::Place => ['Maps', 'Show this place?', 'Show'],
            Kind::Wifi => ['Settings', 'Join this network?', 'Join'],
            Kind::Otp => ['Authenticator', 'Enrol this account’s codes?', 'Enrol'],
            Kind::Sepa, Kind::Swiss, Kind::Merchant, Kind::Upi => ['Bank', 'Pay this? The bank’s own application has to read it.', 'Fill in payment'],
            Kind::Bitcoin => ['Wallet', 'Pay this amount to this address?', 'Fill in payment'],
            Kind::Gs1Elements => ['Text', 'A phone shows the digits. A retail scanner reads the elements.', null],
            Kind::Text => ['Text', 'A phone shows this text and offers to copy it or to search for it.', null],
        };
    }

    private static function about(Payload $payload): ?string
    {
        $text = static fn (string ...$names): ?string => array_values(array_filter(array_map(
            static fn (string $name): string => is_string($payload->fields[$name] ?? null) ? trim($payload->fields[$name]) : '',
            $names,
        ), static fn (string $value): bool => $value !== ''))[0] ?? null;

        return match ($payload->kind) {
            Kind::Link, Kind::Coupon, Kind::Meeting, Kind::PaymentLink, Kind::Gs1Link => self::host($payload->text),
            Kind::Wifi => $text('ssid'),
            Kind::Event => $text('title'),
            Kind::Contact => trim($text('given_name').' '.$text('family_name')) ?: $text('organisation'),
            Kind::Call, Kind::Sms, Kind::Chat => $text('number'),
            Kind::Sepa, Kind::Merchant, Kind::Upi => $text('name', 'payee', 'merchant'),
            Kind::Email => is_array($payload->fields['to'] ?? null) && is_string($payload->fields['to'][0] ?? null) ? $payload->fields['to'][0] : null,
            Kind::Otp => $text('issuer', 'account'),
            default => null,
        };
    }

    /** The host as a browser goes there, so that letters of other scripts show. */
    private static function host(string $url): ?string
    {
        $host = parse_url($url, PHP_URL_HOST);
        if (! is_string($host) || $host === '') {
            return null;
        }
        $ascii = idn_to_ascii($host, IDNA_DEFAULT, INTL_IDNA_VARIANT_UTS46);

        return $ascii === false || $ascii === strtolower($host) ? $host : "$host, which is $ascii";
    }

    /** @return list<string> */
    private static function differs(Payload $payload): array
    {
        $fields = $payload->fields;

        return match ($payload->kind) {
            Kind::Link, Kind::Gs1Link, Kind::Coupon, Kind::PaymentLink => [
                'Most show the host first; some show the whole address and cut it off.',
                'A page may open in the camera’s own small browser, without the user’s sign-ins.',
            ],
            Kind::Meeting => ['Without the meeting’s application the page opens in the browser.'],
            Kind::Wifi => array_values(array_filter([
                'Phones and tablets join from the camera; laptops mostly do not.',
                ($fields['hidden'] ?? false) === true ? 'A hidden network is not joined by every phone.' : null,
                ($fields['security'] ?? '') === 'wep' ? 'Newer phones refuse WEP.' : null,
                in_array($fields['security'] ?? '', ['sae', 'wpa3'], true) ? 'Phones from before WPA3 cannot join.' : null,
            ])),
            Kind::Contact => ['Some keep only the first number and address of each kind.', 'Photographs in the code are mostly dropped.'],
            Kind::Event => ['Some show times in the phone’s zone without saying so.', 'Reminders and repetitions are kept by some and dropped by others.', 'A few cameras show an event as text; a calendar file behind a link works on all.'],
            Kind::Sms => ['Where no message is filled in, the number still is.'],
            Kind::Chat => ['Without the chat’s application its web page opens.'],
            Kind::Email => ['Line breaks in the message are lost in some mail applications.'],
            Kind::Call => ['Some dial only after a second press.'],
            Kind::Place => ['Some ask which map application to use; a few show the numbers as text.'],
            Kind::Otp => ['The camera may offer the system’s own password store; an authenticator reads it from within.', 'Settings other than six digits and thirty seconds are ignored by some.'],
            Kind::Sepa, Kind::Swiss, Kind::Merchant, Kind::Upi => ['The phone’s camera shows this as text: it is read from within the bank’s application.', 'Banks of other countries do not know it.'],
            Kind::Bitcoin => ['Only a wallet opens this; without one it is shown as text.'],
            Kind::Gs1Elements => ['Phones show the separators as nothing or as a box.'],
            Kind::Text => ['A text that looks like an address or a number may be offered as one.'],
        };
    }
}
