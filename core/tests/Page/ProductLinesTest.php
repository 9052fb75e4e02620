<?php

declare(strict_types=1);

use KeenGlyph\Core\Page\Part;
use KeenGlyph\Core\Page\ProductLines;

/** @return list<array{string, string}> what a shopper reads of an identification */
function productLines(string $gs1): array
{
    return ProductLines::of(Part::of(['id' => 'p1', 'part' => 'product', 'gs1' => $gs1], 'parts.0'));
}

it('says what a product’s identifiers mean, in plain words and in their order', function (): void {
    $lines = productLines('(01)09520123456788(10)H26-07(17)270930(3103)000340(21)A7');
    expect(array_column($lines, 0))->toBe(['Article number', 'Batch', 'Use by', 'Net weight', 'Serial number'])
        // As short as it is printed below the bars.
        ->and($lines[0][1])->toBe('9520123456788')
        ->and($lines[1][1])->toBe('H26-07')
        ->and($lines[2][1])->toContain('2027')
        ->and($lines[3][1])->toContain('0.340');
});

it('reads the same from a Digital Link', function (): void {
    expect(productLines('https://id.fennmoor.example/01/09520123456788/10/H26-07'))->toBe(productLines('(01)09520123456788(10)H26-07'));
});

it('names other identifiers by the standard’s title, and says nothing of what is none', function (): void {
    [$article, $other] = productLines('(01)09520123456788(240)COMB-7');
    expect($article[0])->toBe('Article number')
        ->and($other[0])->not->toBe('')->and($other[1])->toBe('COMB-7')
        ->and(productLines('heather honey'))->toBe([])
        ->and(productLines(''))->toBe([])
        ->and(ProductLines::of(Part::of(['id' => 'p1', 'part' => 'head', 'title' => 'Heather honey'], 'parts.0')))->toBe([]);
});
