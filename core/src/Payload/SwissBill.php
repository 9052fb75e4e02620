<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Swiss QR-bill: Swiss Implementation Guidelines QR-bill 2.2/2.3, data scheme SPC version 0200. */
final class SwissBill implements ChecksText, Grammar
{
    private const MAX_CHARACTERS = 997;

    /** Digits 10^n carried on in the recursive modulo 10 check of QR references. */
    private const CARRY = [0, 9, 4, 6, 8, 2, 7, 1, 3, 5];

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'Swiss bill',
            group: 'Money',
            purpose: 'Pay a bill in Switzerland or Liechtenstein',
            standard: 'Swiss Implementation Guidelines QR-bill 2.2',
            words: ['invoice', 'bank', 'iban', 'franc', 'pay'],
            form: TextForm::Plain,
            phone: new PhoneHandling('Bank', 'Pay this? The bank’s own application has to read it.', 'Fill in payment', ['The phone’s camera shows this as text: it is read from within the bank’s application.', 'Banks of other countries do not know it.']),
            starters: [['label' => 'Bill with QR reference', 'fields' => ['iban' => 'CH4431999123000889012', 'creditor' => ['name' => 'Fennmoor Beekeepers Cooperative', 'street' => 'Heidegasse', 'number' => '3', 'postcode' => '9490', 'town' => 'Vaduz', 'country' => 'LI'], 'amount' => '249.50', 'currency' => 'CHF', 'debtor' => ['name' => 'Meret Aebi', 'street' => 'Lindenweg', 'number' => '7', 'postcode' => '3007', 'town' => 'Bern', 'country' => 'CH'], 'reference' => '210000000003139471430009017', 'message' => 'Twelve jars of heather honey']]],
            recognisedAs: 9,
        );
    }

    public function fields(): array
    {
        return [
            new Field('iban', 'IBAN', required: true, help: 'Of Switzerland or Liechtenstein; a QR-IBAN goes with a QR reference.', example: 'CH44 3199 9123 0008 8901 2', max: 42),
            new Field('creditor', 'Payee', FieldType::Group, required: true, fields: self::party(true)),
            new Field('amount', 'Amount', FieldType::Decimal, help: '0.01 to 999999999.99; the payer enters it when empty.', example: '249.50', max: 12),
            new Field('currency', 'Currency', FieldType::Choice, required: true, options: ['CHF' => 'CHF', 'EUR' => 'EUR'], example: 'CHF', default: 'CHF'),
            new Field('debtor', 'Payer', FieldType::Group, fields: self::party(false)),
            new Field('reference', 'Reference', help: 'QR reference of 27 digits with a QR-IBAN, or an RF reference with an IBAN.', example: '21 00000 00003 13947 14300 09017', max: 35),
            new Field('message', 'Message', help: 'Up to 140 characters, together with the bill information.', example: 'Order of 15 June', max: 140),
            new Field('bill_information', 'Bill information', help: 'Structured, beginning with //.', max: 140, advanced: true),
            new Field('alternatives', 'Alternative procedures', help: 'At most two lines of 100 characters.', max: 100, repeats: true, advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $iban = Iban::compact($values->text('iban'));
        $problems = [
            ...Iban::problems($values->text('iban'), 'iban', false),
            ...Amount::problems($values->text('amount'), 'amount', 2, '999999999'),
            ...self::referenceProblems($values, $iban),
        ];
        if ($iban !== '' && preg_match('/^(CH|LI)/', $iban) !== 1) {
            $problems[] = Problem::error('iban_country', 'iban', 'A QR-bill takes accounts of Switzerland and Liechtenstein only.');
        }
        foreach (['creditor', 'debtor'] as $who) {
            foreach ($values->groups($who) as $party) {
                $country = strtoupper($party->text('country'));
                if ($country !== '' && ! Amount::isCountry($country)) {
                    $problems[] = Problem::error('country', "$who.country", "“{$party->text('country')}” is not a country code of two letters, such as CH.");
                }
                if ($party->text('form') === 'combined') {
                    $problems[] = Problem::caution('combined', "$who.form", 'Banks take combined addresses only until 2026. Give street, number, postcode and town apart.');
                }
            }
        }
        if (mb_strlen($values->text('message').$values->text('bill_information')) > 140) {
            $problems[] = Problem::error('too_long', 'message', 'Message and bill information have at most 140 characters together.');
        }
        if (count($values->texts('alternatives')) > 2) {
            $problems[] = Problem::error('too_many', 'alternatives', 'There is room for two alternative procedures.');
        }
        if (mb_strlen($this->write($values, $context)) > self::MAX_CHARACTERS) {
            $problems[] = Problem::error('too_long', 'message', 'The whole bill has more than 997 characters.');
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        $nobody = array_fill(0, 7, '');
        $lines = [
            'SPC', '0200', '1', Iban::compact($values->text('iban')),
            ...self::partyLines($values->groups('creditor')[0] ?? null),
            ...$nobody,
            $values->has('amount') ? Amount::padded($values->text('amount'), 2) : '', $values->text('currency'),
            ...self::partyLines($values->groups('debtor')[0] ?? null),
            self::referenceType($values), Iban::compact($values->text('reference')), $values->text('message'), 'EPD',
        ];
        $alternatives = $values->texts('alternatives');
        if ($values->has('bill_information') || $alternatives !== []) {
            $lines = [...$lines, $values->text('bill_information'), ...$alternatives];
        }

        return implode("\n", $lines);
    }

    public function read(string $text, Context $context): ?array
    {
        if (preg_match('/^SPC(?:\r?\n|$)/', $text) !== 1) {
            return null;
        }
        $lines = SwissBillRules::aligned($text) ?? SwissBillRules::lines($text);
        $lines = array_pad($lines, 31, '');
        $fields = [
            'iban' => $lines[3], 'creditor' => self::readParty(array_slice($lines, 4, 7)),
            'amount' => $lines[18], 'currency' => $lines[19], 'debtor' => self::readParty(array_slice($lines, 20, 7)),
            'reference' => $lines[28], 'message' => $lines[29],
            'bill_information' => $lines[31] ?? '', 'alternatives' => array_values(array_filter(array_slice($lines, 32), static fn (string $line): bool => $line !== '')),
        ];

        return array_filter($fields, static fn (string|array $value): bool => $value !== '' && $value !== []);
    }

    public function textProblems(string $text, Context $context): array
    {
        return SwissBillRules::problems($text);
    }

    /** Check digit of a QR reference or inpayment number: modulo 10, recursive. */
    public static function checkDigit(string $digits): int
    {
        $carry = 0;
        foreach (str_split($digits) as $digit) {
            $carry = self::CARRY[($carry + (int) $digit) % 10];
        }

        return (10 - $carry) % 10;
    }

    private static function referenceType(Values $values): string
    {
        $reference = Iban::compact($values->text('reference'));

        return $reference === '' ? 'NON' : (str_starts_with($reference, 'RF') ? 'SCOR' : 'QRR');
    }

    /** @return list<Problem> */
    private static function referenceProblems(Values $values, string $iban): array
    {
        $reference = Iban::compact($values->text('reference'));
        $institution = (int) substr($iban, 4, 5);
        $isQrIban = $institution >= 30000 && $institution <= 31999;
        if ($isQrIban && self::referenceType($values) !== 'QRR') {
            return [Problem::error('qr_reference_missing', 'reference', 'This is a QR-IBAN: it needs a QR reference of 27 digits.')];
        }
        if (self::referenceType($values) === 'SCOR') {
            return Iban::referenceProblems($reference, 'reference');
        }
        if ($reference === '') {
            return [];
        }
        if (preg_match('/^\d{27}$/D', $reference) !== 1) {
            return [Problem::error('reference_form', 'reference', sprintf('A QR reference has 27 digits; this has %d characters. An RF reference begins with RF.', strlen($reference)))];
        }
        if (! $isQrIban) {
            return [Problem::error('qr_iban_missing', 'iban', 'A QR reference goes with a QR-IBAN, whose bank number lies between 30000 and 31999.')];
        }
        $digit = self::checkDigit(substr($reference, 0, 26));

        return (int) $reference[26] === $digit ? [] : [Problem::error('reference_check', 'reference', "The last digit does not check: it would be $digit.", "Use $digit", substr($reference, 0, 26).$digit)];
    }

    /** @return list<Field> */
    private static function party(bool $required): array
    {
        return [
            new Field('name', 'Name', required: true, example: 'Fennmoor Beekeepers’ Cooperative', max: 70),
            new Field('street', 'Street', help: 'Or the first address line.', example: 'Heidegasse', max: 70),
            new Field('number', 'House number', help: 'Or the second address line.', example: '3', max: 70),
            new Field('postcode', 'Postcode', example: '9490', max: 16),
            new Field('town', 'Town', example: 'Vaduz', max: 35),
            new Field('country', 'Country', required: $required, help: 'Two letters.', example: 'LI', max: 2, pattern: '[A-Za-z]{2}'),
            new Field('form', 'Address', FieldType::Choice, options: ['' => 'Structured', 'combined' => 'Combined (ends in 2026)'], advanced: true),
        ];
    }

    /** @return list<string> */
    private static function partyLines(?Values $party): array
    {
        return $party === null
            ? array_fill(0, 7, '')
            : [$party->text('form') === 'combined' ? 'K' : 'S', ...array_map($party->text(...), ['name', 'street', 'number', 'postcode', 'town']), strtoupper($party->text('country'))];
    }

    /**
     * @param  list<string>  $lines
     * @return array<string, string>
     */
    private static function readParty(array $lines): array
    {
        if (implode('', $lines) === '') {
            return [];
        }
        $party = ['name' => $lines[1], 'street' => $lines[2], 'number' => $lines[3], 'postcode' => $lines[4], 'town' => $lines[5], 'country' => $lines[6], 'form' => $lines[0] === 'K' ? 'combined' : ''];

        return array_filter($party, static fn (string $value): bool => $value !== '');
    }
}
