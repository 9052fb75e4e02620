<?php

declare(strict_types=1);

use KeenGlyph\Core\Page\InvalidPage;
use KeenGlyph\Core\Page\Page;
use KeenGlyph\Core\Page\PageFile;
use KeenGlyph\Core\Page\PageKind;
use KeenGlyph\Core\Page\PageProblems;
use KeenGlyph\Core\Page\PageStyle;
use KeenGlyph\Core\Page\PageView;
use KeenGlyph\Core\Page\PageWriter;
use KeenGlyph\Core\Page\PartKind;
use KeenGlyph\Core\Page\PartPayload;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;

const PHOTO = '01900000-0000-7000-8000-000000000001';

/** @param  array<string, mixed>  $more */
function warden(array $more = []): Page
{
    return Page::of([
        'language' => 'en',
        'parts' => [
            ['id' => 'p1', 'part' => 'head', 'title' => 'Ines Calder', 'line' => 'Swarm warden', 'picture' => PHOTO, 'alt' => 'Ines beside a hive'],
            ['id' => 'p2', 'part' => 'contact', 'fields' => ['given_name' => 'Ines', 'family_name' => 'Calder', 'phones' => [['number' => '+442079460123']], 'emails' => [['address' => 'ines@fennmoor.example']]]],
            ['id' => 'p3', 'part' => 'links', 'links' => [['label' => 'Report a swarm', 'href' => 'https://fennmoor.example/swarm', 'note' => 'at any hour'], ['label' => 'Rota', 'href' => 'https://fennmoor.example/rota']]],
            ['id' => 'p4', 'part' => 'words', 'text' => "## Hours\nCall at any hour\nfrom May to July.\n\nThank you."],
            ['id' => 'p5', 'part' => 'words', 'text' => 'Not yet', 'hidden' => true],
        ],
        'words' => ['cy' => ['p1' => ['line' => 'Warden heidiau'], 'p3' => ['links.0.label' => 'Rhoi gwybod am haid']]],
        ...$more,
    ]);
}

function view(array $more = []): PageView
{
    return new PageView('/p/INES', [PHOTO => new PageFile('ines.jpg', 'image/jpeg', 42_000, '/p/INES/f/'.PHOTO)], [], 'Fennmoor Beekeepers’ Cooperative', new DateTimeImmutable('2026-05-26T09:41Z'), ...$more);
}

/** What a reader of the HTML sees, by a parser that is not ours. */
function seen(string $html): DOMDocument
{
    $document = new DOMDocument;
    $isSound = $document->loadHTML('<?xml encoding="UTF-8">'.$html, LIBXML_NOERROR);
    expect($isSound)->toBeTrue();

    return $document;
}

it('is the same after it was stored', function (): void {
    $page = warden();
    expect(Page::of(json_decode(json_encode($page->toArray(), JSON_THROW_ON_ERROR), true))->toArray())->toBe($page->toArray())
        ->and($page->title())->toBe('Ines Calder')->and($page->files())->toBe([PHOTO])->and($page->languages())->toBe(['en', 'cy']);
});

it('writes a page that runs nothing, loads nothing from outside and weighs little', function (): void {
    $html = PageWriter::html(warden(), 'en', view());
    $document = seen($html);
    expect(strlen($html))->toBeLessThan(8000)->and($document->getElementsByTagName('script')->length)->toBe(0)->and($document->getElementsByTagName('h1')->length)->toBe(1)
        ->and($document->getElementsByTagName('h2')->item(0)?->textContent)->toBe('Hours')->and($html)->not->toContain('Not yet')->toContain('from May to July.')->toContain('lang="cy"');
    foreach ($document->getElementsByTagName('img') as $image) {
        expect($image->getAttribute('alt'))->not->toBe('')->and($image->getAttribute('src'))->toStartWith('/p/INES/');
    }
    $addresses = array_map(static fn (DOMElement $link): string => $link->getAttribute('href'), iterator_to_array($document->getElementsByTagName('a')));
    expect($addresses)->toContain('/p/INES/p2.vcf', 'tel:+442079460123', 'mailto:ines@fennmoor.example', 'https://fennmoor.example/swarm');
});

it('escapes whatever was written', function (): void {
    $bad = '"><script>alert(1)</script>';
    $html = PageWriter::html(warden(['parts' => [
        ['id' => 'p1', 'part' => 'head', 'title' => $bad, 'line' => $bad, 'picture' => PHOTO, 'alt' => $bad], ['id' => 'p2', 'part' => 'words', 'text' => "## $bad\n\n$bad"],
        ['id' => 'p3', 'part' => 'links', 'title' => $bad, 'links' => [['label' => $bad, 'note' => $bad, 'href' => 'https://fennmoor.example/?q=1&r=2']]],
        ['id' => 'p4', 'part' => 'form', 'label' => $bad, 'button' => $bad, 'thanks' => $bad], ['id' => 'p5', 'part' => 'event', 'fields' => ['title' => $bad, 'location' => $bad]],
        ['id' => 'p6', 'part' => 'coupon', 'title' => $bad, 'terms' => $bad, 'code' => $bad], ['id' => 'p7', 'part' => 'map', 'label' => $bad],
        ['id' => 'p8', 'part' => 'hours', 'title' => $bad, 'zone' => $bad, 'hours' => [['from' => '09:00', 'to' => '17:00']]], ['id' => 'p9', 'part' => 'contact', 'fields' => ['given_name' => $bad, 'title' => $bad, 'note' => $bad, 'phones' => [['number' => $bad]]]],
    ]]), 'en', view(['wrong' => ['p4' => $bad]]));
    expect(seen($html)->getElementsByTagName('script')->length)->toBe(0)->and($html)->not->toContain('<script>');
});

it('refuses what is no page, with the place', function (array $more, string $field): void {
    try {
        warden($more);
        throw new LogicException('It was taken.');
    } catch (InvalidPage $e) {
        expect($e->field)->toBe($field);
    }
})->with([
    'a script for a link' => [['parts' => [['id' => 'p1', 'part' => 'links', 'links' => [['label' => 'x', 'href' => 'javascript:alert(1)']]]]], 'parts.0.links.0.href'],
    'an unknown part' => [['parts' => [['id' => 'p1', 'part' => 'script']]], 'parts.0.part'], 'an unknown field' => [['parts' => [['id' => 'p1', 'part' => 'head', 'html' => 'x']]], 'parts.0.html'],
    'one name twice' => [['parts' => [['id' => 'p1', 'part' => 'words'], ['id' => 'p1', 'part' => 'words']]], 'parts.1.id'], 'a line too long' => [['parts' => [['id' => 'p1', 'part' => 'head', 'title' => str_repeat('a', 121)]]], 'parts.0.title'],
    'no colour' => [['style' => ['ink' => 'red}']], 'style.ink'], 'no face' => [['style' => ['face' => 'url(x)']], 'style.face'], 'a file that can be none' => [['style' => ['picture' => '../x']], 'style.picture'],
    'no language' => [['language' => '"><b'], 'language'], 'a break in a line' => [['parts' => [['id' => 'p1', 'part' => 'head', 'title' => "a\nb"]]], 'parts.0.title'], 'too many parts' => [['parts' => array_fill(0, 41, ['id' => 'p1', 'part' => 'words'])], 'parts'],
    'hours that are none' => [['parts' => [['id' => 'p1', 'part' => 'hours', 'hours' => [['from' => '9', 'to' => '17:00']]]]], 'parts.0.hours.0.from'], 'a place off the earth' => [['parts' => [['id' => 'p1', 'part' => 'map', 'latitude' => 91.0]]], 'parts.0.latitude'],
    'a key of its own' => [['script' => 'x'], 'script'], 'not even parts' => [['parts' => 'x'], 'parts'],
]);

it('says what it says in other languages, and its own where words are missing', function (): void {
    $html = PageWriter::html(warden(), 'cy', view());
    expect($html)->toContain('Warden heidiau')->toContain('Rhoi gwybod am haid')->toContain('Rota')->not->toContain('Report a swarm')->toContain('<html lang="cy">');
    expect(warden()->language(['de', 'cy-GB', 'en']))->toBe('cy')->and(warden()->language(['de']))->toBe('en');
    expect($html)->toContain('Cadw’r cyswllt')->not->toContain('Save contact');
    $day = Page::of(['language' => 'de', 'parts' => [['id' => 'p1', 'part' => 'event', 'fields' => ['title' => 'Schleudertag', 'start' => '2026-09-12T09:00', 'end' => '2026-09-13T12:00', 'time_zone' => 'Europe/Berlin']], ['id' => 'p2', 'part' => 'hours', 'hours' => [['days' => ['wed'], 'from' => '08:00', 'to' => '14:00']]]]]);
    expect(seen(PageWriter::html($day, 'de', view()))->textContent)->toContain('12. Sep')->toContain('bis')->toContain('In den Kalender eintragen')->toContain('Mi08:00–14:00');
    // What is said of a part that is gone goes with it.
    expect(warden(['parts' => [['id' => 'p1', 'part' => 'head', 'title' => 'Ines', 'line' => 'Warden']]])->words)->toBe(['cy' => ['p1' => ['line' => 'Warden heidiau']]]);
});

it('gives a contact and an event as files that our own grammar reads back', function (): void {
    $card = PartPayload::of(warden()->parts[1]);
    $back = Payloads::parse($card->text ?? '', Kind::Contact);
    expect($back->fields['family_name'])->toBe('Calder')->and($card->text ?? '')->toStartWith('BEGIN:VCARD');
    $event = Page::of(['parts' => [['id' => 'p1', 'part' => 'event', 'fields' => ['title' => 'Extraction day', 'start' => '2026-09-12T09:00', 'end' => '2026-09-12T12:00', 'time_zone' => 'Europe/London', 'location' => 'The barn']]]]);
    expect(PartPayload::of($event->parts[0])->text ?? '')->toContain('SUMMARY:Extraction day')
        ->and(PageWriter::html($event, 'en', view()))->toContain('09:00 to 12:00')->toContain('12 Sep')->toContain('/p/INES/p1.ics');
});

it('shows what a product’s identification says', function (): void {
    $page = Page::of(['parts' => [['id' => 'p1', 'part' => 'product', 'gs1' => 'https://id.fennmoor.example/01/09520123456788/10/H26-07?17=270930&3103=000340']]]);
    $text = seen(PageWriter::html($page, 'en', view()))->textContent;
    expect(PageProblems::of($page))->toBe([])->and($text)->toContain('9520123456788')->toContain('H26-07')->toContain('Net weight')->toContain('0.34');
});

it('finds what is missing before a page is published, and what keeps it from being read', function (): void {
    expect(PageProblems::of(warden()))->toBe([]);
    foreach (PageKind::cases() as $kind) {
        $page = $kind->begun('A new page', 'en');
        // Each begins with something to fill in, none of it in hidden parts.
        expect($page->title())->toBe('A new page')->and(PageProblems::of($page))->not->toBe([]);
        foreach (array_keys(PageProblems::of($page)) as $field) {
            expect($page->parts[(int) explode('.', $field)[1]]->isHidden)->toBeFalse();
        }
    }
    $pale = warden(['style' => ['ground' => '#FFFFFF', 'ink' => '#999999']]);
    expect(array_keys(PageProblems::of($pale)))->toBe(['style.ink']);
    $better = $pale->style->betterInk() ?? '';
    expect(PageStyle::of(['ground' => '#FFFFFF', 'ink' => $better])->betterInk())->toBeNull()->and(PageProblems::of(warden(['parts' => []])))->toHaveKey('parts');
    $checks = array_column(PageProblems::checks($pale, 5000, view()->files), null, 'id');
    expect($checks['contrast']['verdict'])->toBe('fails')->and($checks['weight']['figure'])->toBe('5.0 kB of 60')->and($checks['named']['figure'])->toBe('1 of 1 named')->and($checks['languages']['figure'])->toBe('2 of 7 texts');
});

it('says when a page has grown too heavy', function (int $times, string $verdict): void {
    $parts = array_map(static fn (int $i): array => ['id' => "p$i", 'part' => 'words', 'text' => str_repeat('Honig & Wachs ', $times)], range(1, 9));
    $page = Page::of(['parts' => $parts]);
    expect(PageProblems::checks($page, strlen(PageWriter::html($page, 'en', view())), [])[0]['verdict'])->toBe($verdict);
})->with([[300, 'holds'], [420, 'fails']]);

it('knows a field’s limits of every part', function (): void {
    foreach (PartKind::cases() as $kind) {
        $empty = Page::of(['parts' => [['id' => 'p1', 'part' => $kind->value]]]);
        expect($empty->parts[0]->kind)->toBe($kind)->and($empty->parts[0]->missing())->not->toBe([])->and(PageWriter::html($empty, 'en', view()))->toContain('</html>');
    }
});
