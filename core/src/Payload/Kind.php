<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** What a text is meant to do. A new kind is a class of `Grammar` and its registration here: a case, and a line of `grammar()`. */
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

    /** The class that knows its fields and its text. */
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

    /** Everything about the kind that is not its text. */
    public function metadata(): KindMetadata
    {
        /** @var array<string, KindMetadata> $known */
        static $known = [];

        return $known[$this->value] ??= $this->grammar()->metadata();
    }

    /** What people call it. */
    public function label(): string
    {
        return $this->metadata()->label;
    }

    /**
     * Kinds in which a text can be recognised, the most particular first.
     *
     * @return list<self>
     */
    public static function recognisable(): array
    {
        /** @var ?list<self> $order */
        static $order = null;
        if ($order === null) {
            $order = array_values(array_filter(self::cases(), static fn (self $kind): bool => $kind->metadata()->recognisedAs !== null));
            usort($order, static fn (self $a, self $b): int => $a->metadata()->recognisedAs <=> $b->metadata()->recognisedAs);
        }

        return $order;
    }
}
