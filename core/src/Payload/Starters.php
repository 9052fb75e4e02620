<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Filled-in examples of every kind, from the demo scenario. */
final class Starters
{
    /** @return list<array{label: string, fields: array<string, mixed>}> */
    public static function of(Kind $kind): array
    {
        return match ($kind) {
            Kind::Link => [
                ['label' => 'Page of a jar', 'fields' => ['url' => 'https://fennmoor.example/honey/heather', 'source' => 'jar-label', 'medium' => 'print', 'campaign' => 'heather-2026']],
                ['label' => 'Link of a mailing', 'fields' => ['url' => 'https://fennmoor.example/renew?member={{email}}', 'source' => 'letter']],
            ],
            Kind::Coupon => [['label' => 'Ten per cent off heather honey', 'fields' => ['shop' => 'https://shop.fennmoor.example/basket', 'code' => 'HEATHER10', 'product' => 'heather-340', 'quantity' => '2', 'page' => '/honey/heather']]],
            Kind::Meeting => [['label' => 'Monday hive talk', 'fields' => ['url' => 'https://meet.fennmoor.example/hive-talk', 'passcode' => 'clover7']]],
            Kind::Contact => [
                ['label' => 'Head of the honey house', 'fields' => ['given_name' => 'Ines', 'family_name' => 'Calder', 'organisation' => 'Fennmoor Beekeepers’ Cooperative', 'title' => 'Head of the honey house', 'phones' => [['type' => 'work', 'number' => '+442079460123']], 'emails' => [['type' => 'work', 'address' => 'ines@fennmoor.example']], 'urls' => ['https://fennmoor.example'], 'addresses' => [['type' => 'work', 'street' => '3 Heather Lane', 'city' => 'Fennmoor', 'postcode' => 'FM1 7HB', 'country' => 'United Kingdom']]]],
                ['label' => 'The shortest card', 'fields' => ['format' => 'mecard', 'given_name' => 'Ines', 'family_name' => 'Calder', 'phones' => [['number' => '+442079460123']]]],
            ],
            Kind::Call => [['label' => 'Swarm line', 'fields' => ['number' => '+442079460123']]],
            Kind::Sms => [['label' => 'Report a swarm', 'fields' => ['number' => '+442079460123', 'message' => 'SWARM at hive 7']]],
            Kind::Chat => [['label' => 'Join the hive watch', 'fields' => ['number' => '+442079460123', 'message' => 'JOIN hive watch']]],
            Kind::Email => [['label' => 'Order honey', 'fields' => ['to' => ['orders@fennmoor.example'], 'subject' => 'Order of heather honey', 'body' => "Please send me 2 jars of 340 g.\nMy address: "]]],
            Kind::Event => [
                ['label' => 'Swarm evening', 'fields' => ['title' => 'Swarm evening at the apiary', 'start' => '2027-06-12T18:30', 'end' => '2027-06-12T20:00', 'time_zone' => 'Europe/London', 'location' => 'Apiary, gate 2, Fennmoor', 'alarm' => '60']],
                ['label' => 'Weekly hive talk', 'fields' => ['title' => 'Hive talk', 'start' => '2027-05-03T19:00', 'end' => '2027-05-03T19:45', 'time_zone' => 'Europe/London', 'repeat' => 'weekly', 'until' => '2027-08-30']],
                ['label' => 'Harvest days', 'fields' => ['title' => 'Heather harvest', 'all_day' => true, 'start_date' => '2027-08-21', 'end_date' => '2027-08-23']],
            ],
            Kind::Place => [['label' => 'The apiary', 'fields' => ['latitude' => '52.48142', 'longitude' => '-1.89983', 'label' => 'Fennmoor apiary, gate 2']]],
            Kind::Wifi => [
                ['label' => 'Honey house', 'fields' => ['ssid' => 'Fennmoor Honey House', 'security' => 'wpa', 'password' => 'clover&lime7']],
                ['label' => 'Guests of the shop', 'fields' => ['ssid' => 'Fennmoor Guests', 'security' => 'open']],
            ],
            Kind::Otp => [['label' => 'Second factor', 'fields' => ['issuer' => 'Fennmoor', 'account' => 'ines@fennmoor.example', 'secret' => 'JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP']]],
            Kind::Sepa => [['label' => 'Honey subscription', 'fields' => ['name' => 'Fennmoor Beekeepers Cooperative', 'iban' => 'DE75512108001245126199', 'amount' => '24.50', 'remittance' => 'Honey subscription 2026']]],
            Kind::Swiss => [['label' => 'Bill with QR reference', 'fields' => ['iban' => 'CH4431999123000889012', 'creditor' => ['name' => 'Fennmoor Beekeepers Cooperative', 'street' => 'Heidegasse', 'number' => '3', 'postcode' => '9490', 'town' => 'Vaduz', 'country' => 'LI'], 'amount' => '249.50', 'currency' => 'CHF', 'debtor' => ['name' => 'Meret Aebi', 'street' => 'Lindenweg', 'number' => '7', 'postcode' => '3007', 'town' => 'Bern', 'country' => 'CH'], 'reference' => '210000000003139471430009017', 'message' => 'Twelve jars of heather honey']]],
            Kind::Merchant => [['label' => 'Market stall', 'fields' => ['name' => 'Fennmoor Honey House', 'city' => 'Fennmoor', 'country' => 'GB', 'category' => '5499', 'currency' => 'GBP', 'accounts' => [['id' => '26', 'guid' => 'example.fennmoor', 'value' => '0105H7402']], 'method' => 'static', 'terminal' => '07']]],
            Kind::Upi => [['label' => 'A jar of honey', 'fields' => ['payee' => 'fennmoor@okbank', 'name' => 'Fennmoor Honey House', 'amount' => '340.00', 'currency' => 'INR', 'note' => 'Heather honey 340 g']]],
            Kind::Bitcoin => [['label' => 'Twelve jars', 'fields' => ['address' => 'bc1qw508d6qejxtdg4y5r3zarvary0c5xw7kv8f3t4', 'amount' => '0.00042', 'label' => 'Fennmoor Honey House', 'message' => 'Twelve jars of heather honey']]],
            Kind::PaymentLink => [['label' => 'Pay for a jar', 'fields' => ['url' => 'https://pay.fennmoor.example/honey', 'amount' => '6.80', 'currency' => 'GBP', 'reference' => 'JAR-2026-118']]],
            Kind::Gs1Link => [
                ['label' => 'Jar of 340 g', 'fields' => ['domain' => 'https://id.fennmoor.example', 'elements' => [['ai' => '01', 'value' => '09520123456788'], ['ai' => '10', 'value' => 'H26-07'], ['ai' => '15', 'value' => '270930']]]],
                ['label' => 'Comb by weight', 'fields' => ['domain' => 'https://id.fennmoor.example', 'elements' => [['ai' => '01', 'value' => '99520123456781'], ['ai' => '10', 'value' => 'C26-02'], ['ai' => '3103', 'value' => '000412']]]],
            ],
            Kind::Gs1Elements => [
                ['label' => 'Case of 12 jars', 'fields' => ['elements' => [['ai' => '01', 'value' => '19520123456785'], ['ai' => '15', 'value' => '270930'], ['ai' => '10', 'value' => 'H26-07']]]],
                ['label' => 'Pallet', 'fields' => ['elements' => [['ai' => '00', 'value' => '395201234500000015'], ['ai' => '02', 'value' => '19520123456785'], ['ai' => '37', 'value' => '60']]]],
            ],
            Kind::Text => [['label' => 'Hive card', 'fields' => ['text' => 'Hive 7, queen marked blue 2026']]],
        };
    }
}
