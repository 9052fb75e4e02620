<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Link to a shop with a discount code, a product to add, and the page to land on. */
final class Coupon implements ChecksText, Grammar
{
    private const PARAMETERS = ['code' => 'coupon', 'product' => 'add', 'quantity' => 'quantity', 'page' => 'then'];

    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'Coupon',
            group: 'Web',
            purpose: 'Open a shop with a discount in the basket',
            standard: 'RFC 3986',
            words: ['discount', 'shop', 'voucher', 'basket', 'cart', 'product'],
            form: TextForm::Link,
            phone: new PhoneHandling('Browser', 'Open the shop with the discount in the basket?', 'Open', ['Most show the host first; some show the whole address and cut it off.', 'A page may open in the camera’s own small browser, without the user’s sign-ins.']),
            starters: [['label' => 'Ten per cent off heather honey', 'fields' => ['shop' => 'https://shop.fennmoor.example/basket', 'code' => 'HEATHER10', 'product' => 'heather-340', 'quantity' => '2', 'page' => '/honey/heather']]],
            linkField: 'shop',
        );
    }

    public function fields(): array
    {
        return [
            new Field('shop', 'Shop', FieldType::Link, required: true, help: 'Address of the page that takes codes.', example: 'https://shop.fennmoor.example/basket', max: 500),
            new Field('code', 'Code', required: true, help: 'As it is entered in the shop, capitals included.', example: 'HEATHER10', max: 64, pattern: '\S+'),
            new Field('product', 'Product to add', help: 'The shop’s own number of the product.', example: 'heather-340', max: 100),
            new Field('quantity', 'How many', FieldType::Integer, example: '2', max: 4),
            new Field('page', 'Page to land on', help: 'Path within the shop.', example: '/honey/heather', max: 300, pattern: '\/(?:[^\s\/\\\\][^\s\\\\]*)?'),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $problems = array_map(static fn (Problem $problem): Problem => $problem->at('shop'), LinkRules::check($values->text('shop')));
        if ($values->has('quantity') && ! $values->has('product')) {
            $problems[] = Problem::error('product_missing', 'product', 'Say which product there should be so many of.');
        }
        if ($values->text('quantity') === '0') {
            $problems[] = Problem::error('quantity', 'quantity', 'At least 1.');
        }
        if (preg_match('/[^\x21-\x7E]/', $values->text('code')) === 1) {
            $problems[] = Problem::note('not_ascii', 'code', 'A code with other than plain letters and digits is hard to type by hand.');
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        return LinkParts::write($values, 'shop', self::PARAMETERS);
    }

    public function read(string $text, Context $context): ?array
    {
        return LinkParts::read($text, array_flip(self::PARAMETERS), 'shop', fn (array $fields): string => $this->write(Values::of($this->fields(), $fields), $context));
    }

    public function textProblems(string $text, Context $context): array
    {
        [, $query] = Query::split($text);

        return ParameterList::doubled($text, explode('&', (string) $query), array_values(self::PARAMETERS), 'RFC 3986 3.4');
    }
}
