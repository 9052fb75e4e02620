<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use Symfony\Component\Intl\Languages;

/** Payment that a merchant presents: EMV QR Code Specification for Payment Systems, Merchant-Presented Mode, 1.1. */
final class MerchantPayment implements ChecksText, Grammar
{
    /** Additional data (62), by the name of our field. */
    private const ADDITIONAL = ['bill_number' => '01', 'mobile' => '02', 'store' => '03', 'loyalty' => '04', 'reference' => '05', 'customer' => '06', 'terminal' => '07', 'purpose' => '08', 'consumer_data' => '09'];

    private const TIPS = ['prompt' => '01', 'fixed' => '02', 'percent' => '03'];

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'Merchant payment',
            group: 'Money',
            purpose: 'Pay a merchant with a banking app',
            standard: 'EMV QRCPS Merchant-Presented Mode 1.1',
            words: ['emv', 'pos', 'till', 'pay'],
            form: TextForm::Plain,
            phone: new PhoneHandling('Bank', 'Pay this? The bank’s own application has to read it.', 'Fill in payment', ['The phone’s camera shows this as text: it is read from within the bank’s application.', 'Banks of other countries do not know it.']),
            starters: [['label' => 'Market stall', 'fields' => ['name' => 'Fennmoor Honey House', 'city' => 'Fennmoor', 'country' => 'GB', 'category' => '5499', 'currency' => 'GBP', 'accounts' => [['id' => '26', 'guid' => 'example.fennmoor', 'value' => '0105H7402']], 'method' => 'static', 'terminal' => '07']]],
            recognisedAs: 10,
            subject: ['name', 'payee', 'merchant'],
        );
    }

    public function fields(): array
    {
        return [
            new Field('name', 'Merchant', required: true, example: 'Fennmoor Honey House', max: 25),
            new Field('city', 'City', required: true, example: 'Fennmoor', max: 15),
            new Field('country', 'Country', required: true, help: 'Two letters (ISO 3166-1).', example: 'GB', max: 2, pattern: '[A-Za-z]{2}'),
            new Field('category', 'Category', required: true, help: 'Merchant category code of four digits (ISO 18245); 5499 is food shops.', example: '5499', max: 4, pattern: '\d{4}'),
            new Field('currency', 'Currency', required: true, help: 'Three letters or digits (ISO 4217).', example: 'GBP', max: 3, pattern: '[A-Za-z]{3}|\d{3}'),
            new Field('amount', 'Amount', FieldType::Decimal, help: 'The payer enters it when empty.', example: '6.80', max: 13),
            new Field('accounts', 'Merchant account', FieldType::Group, required: true, help: 'At least one: of a payment network (02 to 25) or with its own identifier (26 to 51).', repeats: true, fields: [
                new Field('id', 'Place', required: true, help: '02 to 51.', example: '26', max: 2, pattern: '0[2-9]|[1-4]\d|5[01]'),
                new Field('guid', 'Identifier', help: 'Of the account’s scheme, from place 26 on: a reversed domain or an AID.', example: 'example.fennmoor', max: 32),
                new Field('value', 'Value', help: 'Up to place 25 the account itself; from 26 on data objects such as 0105H7402.', example: '010610H742', max: 99),
            ]),
            new Field('method', 'Used', FieldType::Choice, options: ['' => 'Not stated', 'static' => 'Many times (11)', 'dynamic' => 'Once (12)'], advanced: true),
            new Field('tip', 'Tip', FieldType::Choice, options: ['' => 'None', 'prompt' => 'Ask for one', 'fixed' => 'Fixed fee', 'percent' => 'Per cent'], advanced: true),
            new Field('tip_value', 'Tip or fee', FieldType::Decimal, help: 'Amount, or per cent from 0.01 to 99.99.', max: 13, advanced: true),
            new Field('postcode', 'Postcode', max: 10, advanced: true),
            new Field('bill_number', 'Bill number', help: 'Three asterisks make the app ask for it.', max: 25, advanced: true),
            new Field('mobile', 'Mobile number', max: 25, advanced: true),
            new Field('store', 'Store', max: 25, advanced: true),
            new Field('loyalty', 'Loyalty number', max: 25, advanced: true),
            new Field('reference', 'Reference', example: 'JAR-2026-118', max: 25, advanced: true),
            new Field('customer', 'Customer', max: 25, advanced: true),
            new Field('terminal', 'Terminal', example: '07', max: 25, advanced: true),
            new Field('purpose', 'Purpose', max: 25, advanced: true),
            new Field('consumer_data', 'Ask the payer for', help: 'A for address, M for mobile, E for e-mail.', max: 3, pattern: '[AME]{1,3}', advanced: true),
            new Field('language', 'Other language', help: 'Two letters (ISO 639).', max: 2, pattern: '[A-Za-z]{2}', advanced: true),
            new Field('local_name', 'Merchant in that language', max: 25, advanced: true),
            new Field('local_city', 'City in that language', max: 15, advanced: true),
            new Field('extra', 'Kept as found', FieldType::Kept, help: 'Further data objects, name and length before each.', repeats: true, max: 103, advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $currency = strtoupper($values->text('currency'));
        $problems = Amount::problems($values->text('amount'), 'amount', Currency::decimals(Currency::letters($currency)), '9999999999');
        if ($currency !== '' && Currency::numeric($currency) === null) {
            $problems[] = Problem::error('currency', 'currency', "“{$values->text('currency')}” is no currency of ISO 4217.");
        }
        $country = strtoupper($values->text('country'));
        if ($country !== '' && ! Amount::isCountry($country)) {
            $problems[] = Problem::error('country', 'country', "“{$values->text('country')}” is no country of ISO 3166-1.");
        }
        foreach ($values->groups('accounts') as $i => $account) {
            $problems = [...$problems, ...self::accountProblems($account, "accounts.$i")];
        }
        if ($values->text('method') === 'dynamic' && ! $values->has('amount')) {
            $problems[] = Problem::note('dynamic', 'method', 'A symbol made for one payment usually states its amount.');
        }
        if (in_array($values->text('tip'), ['fixed', 'percent'], true) !== $values->has('tip_value')) {
            $problems[] = Problem::error('tip_value', 'tip_value', $values->has('tip_value') ? 'Say what the number is: a fixed fee or per cent.' : 'Give the fee or the per cent.');
        }
        if ($values->text('tip') === 'percent' && $values->has('tip_value') && preg_match('/^(?=.*[1-9])\d{1,2}(\.\d{1,2})?$/D', $values->text('tip_value')) !== 1) {
            $problems[] = Problem::error('tip_value', 'tip_value', 'Per cent run from 0.01 to 99.99.');
        }
        if ($values->has('language') && ! Languages::exists(strtolower($values->text('language')))) {
            $problems[] = Problem::error('language', 'language', "“{$values->text('language')}” is no language of ISO 639: two letters, such as fr.");
        }
        if ($values->has('local_name') !== $values->has('language')) {
            $problems[] = Problem::error('language', 'language', 'Another language needs both its two letters and the merchant’s name in it.');
        }
        $latin = $values->text('name').$values->text('city');
        if (preg_match('/[^\x20-\x7E]/', $latin) === 1) {
            $problems[] = Problem::caution('not_ascii', 'name', 'Name and city take ASCII only. Put other writing into the second language.');
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        $text = Tlv::object('00', '01').Tlv::object('01', ['static' => '11', 'dynamic' => '12'][$values->text('method')] ?? '');
        $accounts = $values->groups('accounts');
        usort($accounts, static fn (Values $a, Values $b): int => $a->text('id') <=> $b->text('id'));
        foreach ($accounts as $account) {
            $text .= Tlv::object($account->text('id'), Tlv::object('00', $account->text('guid')).$account->text('value'));
        }
        $text .= Tlv::object('52', $values->text('category')).Tlv::object('53', Currency::numeric(strtoupper($values->text('currency'))) ?? '').Tlv::object('54', $values->text('amount'));
        $text .= Tlv::object('55', self::TIPS[$values->text('tip')] ?? '');
        $text .= Tlv::object($values->text('tip') === 'percent' ? '57' : '56', $values->text('tip_value'));
        $text .= Tlv::object('58', strtoupper($values->text('country'))).Tlv::object('59', $values->text('name')).Tlv::object('60', $values->text('city')).Tlv::object('61', $values->text('postcode'));
        $text .= Tlv::object('62', implode('', array_map(static fn (string $field, string $id): string => Tlv::object($id, $values->text($field)), array_keys(self::ADDITIONAL), self::ADDITIONAL)));
        $text .= Tlv::object('64', Tlv::object('00', strtoupper($values->text('language'))).Tlv::object('01', $values->text('local_name')).Tlv::object('02', $values->text('local_city')));
        $text .= implode('', $values->texts('extra')).'6304';

        return $text.Tlv::crc($text);
    }

    public function textProblems(string $text, Context $context): array
    {
        return MerchantRules::problems(trim($text));
    }

    public function read(string $text, Context $context): ?array
    {
        $text = trim($text);
        if (! MerchantRules::claims($text)) {
            return null;
        }
        $objects = Tlv::parse($text) ?? Tlv::readable($text);
        $fields = [];
        $accounts = [];
        $extra = [];
        $simple = ['52' => 'category', '54' => 'amount', '56' => 'tip_value', '57' => 'tip_value', '58' => 'country', '59' => 'name', '60' => 'city', '61' => 'postcode'];
        foreach ($objects as [$id, $value]) {
            $read = match (true) {
                $id === '00' || $id === '63' => [],
                $id === '01' && in_array($value, ['11', '12'], true) => ['method' => $value === '11' ? 'static' : 'dynamic'],
                isset($simple[$id]) && ! isset($fields[$simple[$id]]) => [$simple[$id] => $value],
                $id === '53' => ['currency' => Currency::letters($value)],
                $id === '55' && in_array($value, self::TIPS, true) => ['tip' => (string) array_search($value, self::TIPS, true)],
                $id === '62' => self::template($value, self::ADDITIONAL),
                $id === '64' => self::template($value, ['language' => '00', 'local_name' => '01', 'local_city' => '02']),
                default => null,
            };
            if ($read === null && $id >= '02' && $id <= '51') {
                $accounts[] = self::account($id, $value);
            } elseif ($read === null) {
                $extra[] = Tlv::object($id, $value);
            } else {
                $fields += $read;
            }
        }

        return $fields + array_filter(['accounts' => $accounts, 'extra' => $extra]);
    }

    /** @return list<Problem> */
    private static function accountProblems(Values $account, string $path): array
    {
        $isTemplate = $account->text('id') >= '26';
        $length = mb_strlen(Tlv::object('00', $account->text('guid')).$account->text('value'));
        if ($length > 99) {
            return [Problem::error('too_long', "$path.value", "The account takes $length characters; there is room for 99.")];
        }
        if ($isTemplate && ! $account->has('guid')) {
            return [Problem::error('guid_missing', "$path.guid", 'From place 26 on an account needs the identifier of its scheme.')];
        }
        if (! $isTemplate && $account->has('guid')) {
            return [Problem::error('guid', "$path.guid", 'Up to place 25 the account stands alone. Leave the identifier empty.')];
        }
        if (! $isTemplate && ! $account->has('value')) {
            return [Problem::error('value_missing', "$path.value", 'Give the account.')];
        }

        return $isTemplate && $account->has('value') && Tlv::parse($account->text('value')) === null
            ? [Problem::error('objects', "$path.value", 'These are not data objects: two digits of name, two of length, then the value.')]
            : [];
    }

    /** @return array<string, string> */
    private static function account(string $id, string $value): array
    {
        $objects = $id >= '26' ? Tlv::parse($value) : null;
        if (($objects[0][0] ?? '') !== '00') {
            return ['id' => $id, 'value' => $value];
        }
        $guid = $objects[0][1];

        return array_filter(['id' => $id, 'guid' => $guid, 'value' => mb_substr($value, 4 + mb_strlen($guid))], static fn (string $part): bool => $part !== '');
    }

    /**
     * @param  array<string, string>  $names
     * @return ?array<string, string> null when it holds more than we have fields for
     */
    private static function template(string $value, array $names): ?array
    {
        $fields = [];
        foreach (Tlv::parse($value) ?? [['', '']] as [$id, $part]) {
            $field = array_search($id, $names, true);
            if ($field === false || isset($fields[$field])) {
                return null;
            }
            $fields[$field] = $part;
        }

        return $fields;
    }
}
