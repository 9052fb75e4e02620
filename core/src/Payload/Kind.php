<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** What a text is meant to do. */
enum Kind: string
{
    case Link = 'link';
    case Coupon = 'coupon';
    case Meeting = 'meeting';
    case Contact = 'contact';
    case Call = 'call';
    case Sms = 'sms';
    case Chat = 'chat';
    case Email = 'email';
    case Event = 'event';
    case Place = 'place';
    case Wifi = 'wifi';
    case Otp = 'otp';
    case Sepa = 'sepa';
    case Swiss = 'swiss_bill';
    case Merchant = 'merchant';
    case Upi = 'upi';
    case Bitcoin = 'bitcoin';
    case PaymentLink = 'payment_link';
    case Gs1Link = 'gs1_link';
    case Gs1Elements = 'gs1_elements';
    case Text = 'text';

    public function grammar(): Grammar
    {
        return match ($this) {
            self::Link => new Link,
            self::Coupon => new Coupon,
            self::Meeting => new Meeting,
            self::Contact => new Contact,
            self::Call => new Call,
            self::Sms => new TextMessage,
            self::Chat => new Chat,
            self::Email => new Mail,
            self::Event => new Event,
            self::Place => new Place,
            self::Wifi => new Wifi,
            self::Otp => new OneTimePassword,
            self::Sepa => new SepaTransfer,
            self::Swiss => new SwissBill,
            self::Merchant => new MerchantPayment,
            self::Upi => new UpiPayment,
            self::Bitcoin => new BitcoinPayment,
            self::PaymentLink => new PaymentLink,
            self::Gs1Link => new Gs1Link,
            self::Gs1Elements => new Gs1Elements,
            self::Text => new PlainText,
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Link => 'Link',
            self::Coupon => 'Coupon',
            self::Meeting => 'Meeting',
            self::Contact => 'Contact',
            self::Call => 'Call',
            self::Sms => 'SMS',
            self::Chat => 'Chat',
            self::Email => 'E-mail',
            self::Event => 'Event',
            self::Place => 'Place',
            self::Wifi => 'Wi-Fi',
            self::Otp => 'One-time password',
            self::Sepa => 'SEPA transfer',
            self::Swiss => 'Swiss bill',
            self::Merchant => 'Merchant payment',
            self::Upi => 'UPI',
            self::Bitcoin => 'Bitcoin',
            self::PaymentLink => 'Payment link',
            self::Gs1Link => 'GS1 Digital Link',
            self::Gs1Elements => 'GS1 elements',
            self::Text => 'Text',
        };
    }

    public function group(): string
    {
        return match ($this) {
            self::Link, self::Coupon, self::Meeting => 'Web',
            self::Contact, self::Call, self::Sms, self::Chat, self::Email => 'People',
            self::Event, self::Place, self::Wifi, self::Otp => 'Places',
            self::Sepa, self::Swiss, self::Merchant, self::Upi, self::Bitcoin, self::PaymentLink => 'Money',
            self::Gs1Link, self::Gs1Elements => 'Trade',
            self::Text => 'Raw',
        };
    }

    /** What happens when a phone reads it. */
    public function purpose(): string
    {
        return match ($this) {
            self::Link => 'Open a web page',
            self::Coupon => 'Open a shop with a discount in the basket',
            self::Meeting => 'Join an online meeting',
            self::Contact => 'Save a person or organisation',
            self::Call => 'Call a number',
            self::Sms => 'Write a text message',
            self::Chat => 'Start a chat with a first message',
            self::Email => 'Write an e-mail',
            self::Event => 'Add an appointment to the calendar',
            self::Place => 'Show a place on the map',
            self::Wifi => 'Join a wireless network',
            self::Otp => 'Enrol in two-factor sign-in',
            self::Sepa => 'Pay by bank transfer in euros',
            self::Swiss => 'Pay a bill in Switzerland or Liechtenstein',
            self::Merchant => 'Pay a merchant with a banking app',
            self::Upi => 'Pay in India',
            self::Bitcoin => 'Pay in bitcoin',
            self::PaymentLink => 'Open a page that takes a payment',
            self::Gs1Link => 'Identify a product and open its page',
            self::Gs1Elements => 'Identify a product for scanners in trade',
            self::Text => 'Show a text',
        };
    }

    /** The standard that the text follows. */
    public function standard(): string
    {
        return match ($this) {
            self::Link, self::Coupon, self::Meeting, self::PaymentLink, self::Chat => 'RFC 3986',
            self::Contact => 'RFC 2426, RFC 6350',
            self::Call => 'RFC 3966',
            self::Sms => 'RFC 5724',
            self::Email => 'RFC 6068',
            self::Event => 'RFC 5545',
            self::Place => 'RFC 5870',
            self::Wifi => 'WPA3 Specification 3.0, section 7',
            self::Otp => 'otpauth key URI, RFC 6238, RFC 4226',
            self::Sepa => 'EPC069-12',
            self::Swiss => 'Swiss Implementation Guidelines QR-bill 2.2',
            self::Merchant => 'EMV QRCPS Merchant-Presented Mode 1.1',
            self::Upi => 'UPI Linking Specification 1.6',
            self::Bitcoin => 'BIP 21',
            self::Gs1Link => 'GS1 Digital Link URI Syntax 1.3',
            self::Gs1Elements => 'GS1 General Specifications 7.8',
            self::Text => 'ISO/IEC 18004',
        };
    }

    /**
     * Further words by which people look for it.
     *
     * @return list<string>
     */
    public function words(): array
    {
        return match ($this) {
            self::Link => ['url', 'website', 'page', 'campaign', 'utm', 'mailing'],
            self::Coupon => ['discount', 'shop', 'voucher', 'basket', 'cart', 'product'],
            self::Meeting => ['video', 'call', 'conference', 'webinar'],
            self::Contact => ['vcard', 'mecard', 'business card', 'address', 'person'],
            self::Call => ['phone', 'telephone', 'dial', 'tel'],
            self::Sms => ['text message', 'phone', 'message'],
            self::Chat => ['message', 'messenger', 'automation'],
            self::Email => ['mail', 'message', 'write'],
            self::Event => ['calendar', 'appointment', 'date', 'ical', 'reminder'],
            self::Place => ['map', 'location', 'geo', 'coordinates'],
            self::Wifi => ['wlan', 'network', 'ssid', 'password', 'internet'],
            self::Otp => ['totp', 'hotp', '2fa', 'authenticator', 'password'],
            self::Sepa => ['bank', 'iban', 'euro', 'invoice', 'donation', 'pay'],
            self::Swiss => ['invoice', 'bank', 'iban', 'franc', 'pay'],
            self::Merchant => ['emv', 'pos', 'till', 'pay'],
            self::Upi => ['india', 'rupee', 'bank', 'pay'],
            self::Bitcoin => ['crypto', 'wallet', 'pay'],
            self::PaymentLink => ['checkout', 'invoice', 'pay'],
            self::Gs1Link => ['gtin', 'packaging', 'batch', 'expiry', 'serial', 'weight', 'ean'],
            self::Gs1Elements => ['gtin', 'fnc1', 'logistics', 'sscc', 'batch', 'expiry', 'serial'],
            self::Text => ['note', 'plain', 'bytes', 'number'],
        };
    }

    /**
     * Kinds in which a text can be recognised, the most particular first.
     *
     * @return list<self>
     */
    public static function recognisable(): array
    {
        return [self::Contact, self::Event, self::Wifi, self::Email, self::Sms, self::Call, self::Place, self::Sepa, self::Swiss, self::Merchant, self::Upi, self::Bitcoin, self::Otp, self::Gs1Elements, self::Gs1Link, self::Chat, self::Link];
    }

    /** Whether the symbol begins with FNC1. */
    public function needsFnc1(): bool
    {
        return $this === self::Gs1Elements;
    }
}
