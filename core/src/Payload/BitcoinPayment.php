<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Payment in bitcoin: BIP 21. */
final class BitcoinPayment implements ChecksText, Grammar
{
    private const PARAMETERS = ['amount' => 'amount', 'label' => 'label', 'message' => 'message'];

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'Bitcoin',
            group: 'Money',
            purpose: 'Pay in bitcoin',
            standard: 'BIP 21',
            words: ['crypto', 'wallet', 'pay'],
            form: TextForm::Uri,
            phone: new PhoneHandling('Wallet', 'Pay this amount to this address?', 'Fill in payment', ['Only a wallet opens this; without one it is shown as text.']),
            starters: [['label' => 'Twelve jars', 'fields' => ['address' => 'bc1qw508d6qejxtdg4y5r3zarvary0c5xw7kv8f3t4', 'amount' => '0.00042', 'label' => 'Fennmoor Honey House', 'message' => 'Twelve jars of heather honey']]],
            recognisedAs: 12,
        );
    }

    public function fields(): array
    {
        return [
            new Field('address', 'Address', required: true, help: 'Copied whole; its check sum is tested.', example: 'bc1qw508d6qejxtdg4y5r3zarvary0c5xw7kv8f3t4', max: 90),
            new Field('amount', 'Amount', FieldType::Decimal, help: 'In bitcoin, at most eight digits after the point.', example: '0.00042', max: 18),
            new Field('label', 'Payee', example: 'Fennmoor Honey House', max: 200),
            new Field('message', 'Message', example: 'Twelve jars of heather honey', max: 300),
            new Field('extra', 'Kept as found', FieldType::Kept, repeats: true, max: 1000, advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $problems = Amount::problems($values->text('amount'), 'amount', 8, '21000000');
        if ($values->has('address') && ! BitcoinAddress::isValid($values->text('address'))) {
            $problems[] = Problem::error('address_check', 'address', 'The check sum does not fit: a character is wrong or missing. Copy the address again.');
        }
        foreach ($values->texts('extra') as $extra) {
            if (str_starts_with($extra, 'req-')) {
                $problems[] = Problem::caution('required', 'extra', 'Wallets that do not know “'.explode('=', $extra)[0].'” must refuse this payment.');
            }
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        return Query::append('bitcoin:'.$values->text('address'), [...ParameterList::write($values, self::PARAMETERS), ...$values->texts('extra')]);
    }

    public function read(string $text, Context $context): ?array
    {
        if (preg_match('/^bitcoin:([^?]*)(?:\?(.*))?$/isD', $text, $match) !== 1) {
            return null;
        }

        return ['address' => $match[1]] + ParameterList::read(explode('&', $match[2] ?? ''), array_flip(self::PARAMETERS));
    }

    public function textProblems(string $text, Context $context): array
    {
        [, $query] = Query::split($text);

        return ParameterList::doubled($text, explode('&', (string) $query), array_values(self::PARAMETERS), 'BIP 21');
    }
}
