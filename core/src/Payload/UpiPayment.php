<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Payment in India: UPI link of NPCI's linking specification 1.6. */
final class UpiPayment implements ChecksText, Grammar
{
    private const PARAMETERS = ['payee' => 'pa', 'name' => 'pn', 'category' => 'mc', 'transaction' => 'tid', 'reference' => 'tr', 'note' => 'tn', 'amount' => 'am', 'minimum' => 'mam', 'currency' => 'cu', 'url' => 'url'];

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'UPI',
            group: 'Money',
            purpose: 'Pay in India',
            standard: 'UPI Linking Specification 1.6',
            words: ['india', 'rupee', 'bank', 'pay'],
            form: TextForm::Uri,
            phone: new PhoneHandling('Bank', 'Pay this? The bank’s own application has to read it.', 'Fill in payment', ['The phone’s camera shows this as text: it is read from within the bank’s application.', 'Banks of other countries do not know it.']),
            starters: [['label' => 'A jar of honey', 'fields' => ['payee' => 'fennmoor@okbank', 'name' => 'Fennmoor Honey House', 'amount' => '340.00', 'currency' => 'INR', 'note' => 'Heather honey 340 g']]],
            recognisedAs: 11,
            subject: ['name', 'payee', 'merchant'],
        );
    }

    public function fields(): array
    {
        return [
            new Field('payee', 'UPI address', required: true, help: 'Name, @ and the bank’s handle.', example: 'fennmoor@okbank', max: 255, pattern: '[A-Za-z0-9._-]{2,}@[A-Za-z0-9.-]{2,}'),
            new Field('name', 'Payee', required: true, help: 'Shown before the payment.', example: 'Fennmoor Honey House', max: 99),
            new Field('amount', 'Amount', FieldType::Decimal, help: 'In rupees; the payer enters it when empty.', example: '340.00', max: 13),
            new Field('note', 'Note', example: 'Heather honey 340 g', max: 80),
            new Field('reference', 'Reference', help: 'Order or bill number.', example: 'JAR2026118', max: 35),
            new Field('category', 'Category', help: 'Merchant category code of four digits.', max: 4, pattern: '\d{4}', advanced: true),
            new Field('transaction', 'Transaction', max: 35, advanced: true),
            new Field('minimum', 'Least amount', FieldType::Decimal, max: 13, advanced: true),
            new Field('currency', 'Currency', FieldType::Choice, options: ['INR' => 'INR'], default: 'INR', advanced: true),
            new Field('url', 'Link to the order', FieldType::Link, max: 300, advanced: true),
            new Field('extra', 'Kept as found', FieldType::Kept, repeats: true, max: 300, advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $problems = [
            ...Amount::problems($values->text('amount'), 'amount', 2, '9999999999'),
            ...Amount::problems($values->text('minimum'), 'minimum', 2, '9999999999'),
        ];
        if ($values->has('amount') && ! $values->has('currency')) {
            $problems[] = Problem::note('currency', 'currency', 'Some apps want cu=INR beside an amount.', 'Add INR', 'INR');
        }
        foreach ($values->has('url') ? LinkRules::check($values->text('url')) : [] as $problem) {
            $problems[] = $problem;
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        $pairs = [];
        foreach (self::PARAMETERS as $field => $name) {
            if ($values->has($field)) {
                $value = $values->text($field);
                $pairs[] = "$name=".($field === 'payee' ? str_replace('%40', '@', rawurlencode($value)) : rawurlencode($value));
            }
        }

        return 'upi://pay?'.implode('&', [...$pairs, ...$values->texts('extra')]);
    }

    public function read(string $text, Context $context): ?array
    {
        if (preg_match('#^upi://pay/?(?:\?(.*))?$#isD', $text, $match) !== 1) {
            return null;
        }

        return ParameterList::read(explode('&', $match[1] ?? ''), array_flip(self::PARAMETERS));
    }

    public function textProblems(string $text, Context $context): array
    {
        [, $query] = Query::split($text);

        return ParameterList::doubled($text, explode('&', (string) $query), array_values(self::PARAMETERS), 'UPI Linking Specification 1.6, 3');
    }
}
