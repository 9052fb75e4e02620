<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use KeenGlyph\Core\Gs1\ElementRules;
use KeenGlyph\Core\Gs1\ElementString;
use KeenGlyph\Core\Gs1\Finding;
use KeenGlyph\Core\Gs1\InvalidElements;

/** Product data for scanners in trade: GS1 element string behind FNC1 (GS1 General Specifications 7.8). */
final class Gs1Elements implements Grammar
{
    public function metadata(): KindMetadata
    {
        return new KindMetadata(
            label: 'GS1 elements',
            group: 'Trade',
            purpose: 'Identify a product for scanners in trade',
            standard: 'GS1 General Specifications 7.8',
            words: ['gtin', 'fnc1', 'logistics', 'sscc', 'batch', 'expiry', 'serial'],
            form: TextForm::Plain,
            phone: new PhoneHandling('Text', 'A phone shows the digits. A retail scanner reads the elements.', null, ['Phones show the separators as nothing or as a box.']),
            starters: [
                ['label' => 'Case of 12 jars', 'fields' => ['elements' => [['ai' => '01', 'value' => '19520123456785'], ['ai' => '15', 'value' => '270930'], ['ai' => '10', 'value' => 'H26-07']]]],
                ['label' => 'Pallet', 'fields' => ['elements' => [['ai' => '00', 'value' => '395201234500000015'], ['ai' => '02', 'value' => '19520123456785'], ['ai' => '37', 'value' => '60']]]],
            ],
            recognisedAs: 14,
            needsFnc1: true,
        );
    }

    public function fields(): array
    {
        return [Gs1Values::field()];
    }

    public function check(Values $values, Context $context): array
    {
        return Gs1Values::problems($values);
    }

    public function write(Values $values, Context $context): string
    {
        return Gs1Values::string($values)->inSymbol();
    }

    /** Brackets, what a scanner transmits, or bare elements. */
    public function read(string $text, Context $context): ?array
    {
        $bare = trim($text, " \t\r\n");
        if (preg_match('/^(?:\((?:\d{2,4})\)|\](?:C1|d2|Q3|e0|J1)|\x1D|\d{2})/', $bare) !== 1) {
            return null;
        }
        try {
            return ['elements' => Gs1Values::fieldsOf(ElementString::parse($bare)->elements)];
        } catch (InvalidElements) {
            return null;
        }
    }

    /** Whether a text of unknown kind is surely made of elements: marked as such, or a sound key at its beginning. */
    public static function isCertain(string $text): bool
    {
        $bare = trim($text, " \t\r\n");
        if (preg_match('/^(?:\((?:\d{2,4})\)|\](?:C1|d2|Q3|e0|J1)|\x1D)/', $bare) === 1 || str_contains($bare, ElementString::SEPARATOR)) {
            return true;
        }
        try {
            $findings = preg_match('/^(?:00\d{18}|0[123]\d{14})/', $bare) === 1 ? ElementRules::check(ElementString::parse($bare)) : null;
        } catch (InvalidElements) {
            return false;
        }

        return $findings !== null && array_filter($findings, static fn (Finding $finding): bool => $finding->isError && ! in_array($finding->code, ['needs', 'excludes'], true)) === [];
    }
}
