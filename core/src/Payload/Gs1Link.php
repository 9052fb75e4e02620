<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use KeenGlyph\Core\Gs1\DigitalLink;
use KeenGlyph\Core\Gs1\InvalidElements;

/** Product identity that phones open as a page: GS1 Digital Link URI Syntax 1.3. */
final class Gs1Link implements ChecksText, Grammar
{
    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'GS1 Digital Link',
            group: 'Trade',
            purpose: 'Identify a product and open its page',
            standard: 'GS1 Digital Link URI Syntax 1.3',
            words: ['gtin', 'packaging', 'batch', 'expiry', 'serial', 'weight', 'ean'],
            form: TextForm::Own,
            phone: new PhoneHandling('Browser', 'Open this page?', 'Open', ['Most show the host first; some show the whole address and cut it off.', 'A page may open in the camera’s own small browser, without the user’s sign-ins.']),
            starters: [
                ['label' => 'Jar of 340 g', 'fields' => ['domain' => 'https://id.fennmoor.example', 'elements' => [['ai' => '01', 'value' => '09520123456788'], ['ai' => '10', 'value' => 'H26-07'], ['ai' => '15', 'value' => '270930']]]],
                ['label' => 'Comb by weight', 'fields' => ['domain' => 'https://id.fennmoor.example', 'elements' => [['ai' => '01', 'value' => '99520123456781'], ['ai' => '10', 'value' => 'C26-02'], ['ai' => '3103', 'value' => '000412']]]],
            ],
            recognisedAs: 15,
        );
    }

    public function fields(): array
    {
        return [
            Gs1Values::field(),
            new Field('domain', 'Resolver', FieldType::Link, help: 'Your own host, perhaps with a path; the workspace’s when empty.', example: 'https://id.fennmoor.example', max: 300),
            new Field('extra', 'Other parameters', FieldType::Kept, help: 'Kept as they stand, such as linkType=gs1:pip.', repeats: true, max: 500, advanced: true),
        ];
    }

    public function check(Values $values, Context $context): array
    {
        $problems = Gs1Values::problems($values);
        foreach ($values->has('domain') ? LinkRules::check(self::domain($values, $context)) : [] as $problem) {
            $problems[] = $problem->at('domain');
        }
        try {
            DigitalLink::of(Gs1Values::string($values), self::domain($values, $context));
        } catch (InvalidElements $e) {
            $problems[] = new Problem(Severity::Error, 'no_key', 'elements', $e->getMessage(), refused: true);
        }
        foreach (Gs1Values::string($values)->elements as $i => $element) {
            if (preg_match('/[\/%?#]/', $element->value) === 1) {
                $problems[] = Problem::note('encoded', "elements.$i.value", 'The value has characters that the link writes percent-encoded; some resolvers take them apart wrongly.');
            }
        }

        return $problems;
    }

    public function write(Values $values, Context $context): string
    {
        try {
            return DigitalLink::of(Gs1Values::string($values), self::domain($values, $context), $values->texts('extra'))->uri();
        } catch (InvalidElements) {
            // The check says why; there is no text without a key.
            return '';
        }
    }

    public function read(string $text, Context $context): ?array
    {
        try {
            $link = DigitalLink::parse($text);
        } catch (InvalidElements) {
            return null;
        }
        $fields = ['elements' => Gs1Values::fieldsOf($link->elements->elements)];
        if ($link->domain !== rtrim($context->gs1Domain, '/')) {
            $fields['domain'] = $link->domain;
        }

        return $link->extra === [] ? $fields : $fields + ['extra' => $link->extra];
    }

    public function textProblems(string $text, Context $context): array
    {
        $link = DigitalLink::parse($text);
        $repaired = $link->uri();
        $problems = array_map(static fn (array $fault): Problem => Problem::inText(
            $fault['code'], $fault['message'], PlainText::position($text, $fault['offset']), 'GS1 Digital Link URI Syntax 1.3, 4.3 to 4.9', 'Write it in order', $fault['code'] === 'value_missing' ? null : $repaired,
        ), $link->faults);
        if ($link->usesNames) {
            $problems[] = Problem::note('short_names', 'text', 'Names such as gtin and lot in place of 01 and 10 were dropped from the standard; newer resolvers know the numbers alone.', 'Write the numbers', $repaired);
        }

        return $problems;
    }

    private static function domain(Values $values, Context $context): string
    {
        return $values->has('domain') ? $values->text('domain') : $context->gs1Domain;
    }
}
