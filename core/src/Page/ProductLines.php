<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

use KeenGlyph\Core\Gs1\Gtin;
use KeenGlyph\Core\Report\Gs1Facts;

/** What a product's identification says, in lines that a shopper understands. */
final class ProductLines
{
    /** Plain names of identifiers that shoppers ask for; others bear the standard's title. */
    private const NAMES = ['01' => 'Article number', '10' => 'Batch', '11' => 'Made on', '12' => 'Due on', '13' => 'Packed on', '15' => 'Best before', '16' => 'Sell by', '17' => 'Use by', '21' => 'Serial number', '422' => 'Country of origin', '37' => 'Count'];

    /** @return list<array{string, string}> name and value */
    public static function of(Part $part): array
    {
        $lines = [];
        foreach (PartPayload::of($part)?->elements()->elements ?? [] as $element) {
            $facts = Gs1Facts::element($element);
            $lines[] = [self::NAMES[$element->ai] ?? (str_starts_with($element->ai, '310') ? 'Net weight' : $facts['title']), $element->ai === '01' ? Gtin::shortest($element->value) : ($facts['says'] ?? $element->value)];
        }

        return $lines;
    }
}
