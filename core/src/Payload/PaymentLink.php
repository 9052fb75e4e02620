<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Link to a page that takes a payment, with what the page should know. */
final class PaymentLink implements ChecksText, Grammar
{
    private const PARAMETERS = ['amount' => 'amount', 'currency' => 'currency', 'reference' => 'reference'];

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'Payment link',
            group: 'Money',
            purpose: 'Open a page that takes a payment',
            standard: 'RFC 3986',
            words: ['checkout', 'invoice', 'pay'],
            form: TextForm::Link,
            phone: new PhoneHandling('Browser', 'Open this payment page?', 'Open', ['Most show the host first; some show the whole address and cut it off.', 'A page may open in the camera’s own small browser, without the user’s sign-ins.']),
            starters: [['label' => 'Pay for a jar', 'fields' => ['url' => 'https://pay.fennmoor.example/honey', 'amount' => '6.80', 'currency' => 'GBP', 'reference' => 'JAR-2026-118']]],
            linkField: 'url',
        );
    }

    public function fields(): array
    {
        return [
            new Field('url', 'Payment page', FieldType::Link, required: true, example: 'https://pay.fennmoor.example/honey', max: 1000),
            new Field('amount', 'Amount', FieldType::Decimal, example: '6.80', max: 13),
            new Field('currency', 'Currency', help: 'Three letters (ISO 4217).', example: 'GBP', max: 3, pattern: '[A-Z]{3}'),
            new Field('reference', 'Reference', example: 'JAR-2026-118', max: 100),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $currency = $values->text('currency');
        $problems = [...LinkRules::check($values->text('url')), ...Amount::problems($values->text('amount'), 'amount', Currency::decimals($currency), '9999999999')];
        if ($currency !== '' && Currency::numeric($currency) === null) {
            $problems[] = Problem::error('currency', 'currency', "“{$currency}” is no currency of ISO 4217.");
        }
        if ($values->has('amount') !== $values->has('currency')) {
            $problems[] = Problem::error('amount_and_currency', $values->has('amount') ? 'currency' : 'amount', 'An amount and its currency go together.');
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        return LinkParts::write($values, 'url', self::PARAMETERS);
    }

    public function read(string $text, Context $context): ?array
    {
        return LinkParts::read($text, array_flip(self::PARAMETERS), 'url', fn (array $fields): string => $this->write(Values::of($this->fields(), $fields), $context));
    }

    public function textProblems(string $text, Context $context): array
    {
        [, $query] = Query::split($text);

        return ParameterList::doubled($text, explode('&', (string) $query), array_values(self::PARAMETERS), 'RFC 3986 3.4');
    }
}
