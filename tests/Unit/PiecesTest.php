<?php

declare(strict_types=1);

use App\Addresses\AddressValues;
use App\Addresses\OpenValues;
use App\Addresses\PictureDigest;
use App\Addresses\PictureHeaders;
use App\Addresses\PictureTags;
use App\Addresses\RefusedAddress;
use App\Http\Problems\Pointer;
use App\Http\Requests\ShelfName;
use App\Proofs\SheetFigures;
use App\Support\FileName;
use App\Waypoints\Countries;
use KeenGlyph\Core\Address\PictureQuery;
use KeenGlyph\Core\Compose\BarsComposition;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Proof\ProofCell;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;

/** What an address is refused with: its status and words. */
function refusalOf(callable $asked): ?array
{
    try {
        $asked();
    } catch (RefusedAddress $e) {
        return [$e->status, $e->getMessage()];
    }

    return null;
}

it('points at what was sent', function (string $path, array $body, string $pointer): void {
    expect(Pointer::of($path, $body))->toBe($pointer);
})->with([
    'the body' => ['text', ['text' => 'x'], '#/text'],
    'within a list' => ['fields.phones.0.number', ['fields' => ['phones' => [['number' => '1']]]], '#/fields/phones/0/number'],
    'a single value in place of a list' => ['fields.to.0', ['fields' => ['to' => 'ines@fennmoor.example']], '#/fields/to'],
    'a point in a name' => ['merge.first\.name', ['merge' => ['first.name' => '']], '#/merge/first.name'],
    'strokes and tildes' => ['merge.a/b~c', ['merge' => ['a/b~c' => '']], '#/merge/a~1b~0c'],
    'another script' => ['merge.größe', ['merge' => ['größe' => '']], '#/merge/gr%C3%B6%C3%9Fe'],
    'brackets stay' => ['fields.(01)', ['fields' => ['(01)' => '1']], '#/fields/(01)'],
    'elements by their names' => ['fields.elements.1.value', ['fields' => ['01' => '09520123456788', '10' => 'a b']], '#/fields/10'],
    'elements of a list' => ['fields.elements.0.value', ['fields' => ['elements' => [['ai' => '01', 'value' => '1']]]], '#/fields/elements/0/value'],
    'one behind those of a list' => ['fields.elements.1.value', ['fields' => ['elements' => [['ai' => '01', 'value' => '1']], '(10)' => 'x']], '#/fields/(10)'],
]);

it('keeps a shelf with those above it, without spaces around the strokes', function (string $given, ?string $kept): void {
    expect(ShelfName::of($given))->toBe($kept);
})->with([['honey', 'honey'], [' honey / heather 2027 ', 'honey/heather 2027'], ['/honey//heather/', 'honey/heather'], ['', null], [' / ', null]]);

it('names a file by what is in it', function (): void {
    $composition = Composition::of(PayloadInput::ofText('https://www.fennmoor.example/honey/heather?batch=7'), new CompositionOptions(new EncodeOptions(ErrorCorrectionLevel::Q), size: Size::ofModule(8)));
    expect(FileName::of($composition, PictureFormat::Png))->toMatch('/^fennmoor-example-honey-heather(-batch-7)?-\dq-\d+px\.png$/')
        ->and(FileName::ofBars(BarsComposition::of(LinearSymbology::Ean13, '952012345678'), PictureFormat::Svg))->toMatch('/^9520123456788-ean13-\d+px\.svg$/')
        ->and(FileName::plain('https://www.fennmoor.example/a_b#c', 'x', 'zip'))->toBe('fennmoor-example-a-b-c-x.zip')
        ->and(FileName::plain('', '3q', 'png'))->toBe('symbol-3q.png')
        ->and(FileName::plain('???', '3q', 'png'))->toBe('symbol-3q.png');
});

it('spells names of other scripts as they are spoken, and cuts none in the middle of a hyphen', function (string $name, string $slug): void {
    expect(FileName::slug($name))->toBe($slug)->and(FileName::slug("\xFF"))->toBe('');
})->with([['Bienenstöcke', 'bienenstocke'], ['蜂蜜', 'feng-mi'], ['Μέλι', 'meli'], [str_repeat('a', 59).' bee', str_repeat('a', 59)]]);

it('leaves open in an address what a mail program fills in, and nothing else', function (string $query, ?array $refusal): void {
    expect(refusalOf(static fn () => OpenValues::demandFields(PictureQuery::parse($query))))->toBe($refusal);
})->with([
    ['text=x', null],
    ['open=f.email%2Cm.name', null],
    ['open=text', [400, 'Only values of fields (f.…) and merge fields (m.…) can stay open.']],
    ['open=f.email%2Clevel', [400, 'Only values of fields (f.…) and merge fields (m.…) can stay open.']],
]);

it('draws nothing that nobody filled in', function (string $value, ?string $words): void {
    expect(refusalOf(static fn () => OpenValues::demandFilled(PictureQuery::parse('open=m.name&m.name='.rawurlencode($value)))))->toBe($words === null ? null : [422, $words]);
})->with([
    ['Ines', null], ['{Ines', null], [' ', '“m.name” has no value: nothing was filled in.'],
    ['{{first_name}}', '“m.name” is still a placeholder: nothing was filled in.'], ['[NAME]', '“m.name” is still a placeholder: nothing was filled in.'],
    ['%NAME%', '“m.name” is still a placeholder: nothing was filled in.'], ['${name}', '“m.name” is still a placeholder: nothing was filled in.'], ['<name>', '“m.name” is still a placeholder: nothing was filled in.'],
]);

it('takes the values of an address that it knows, each within its range', function (string $query, ?string $says): void {
    $refusal = refusalOf(static fn () => AddressValues::given(PictureQuery::parse($query)));
    expect($refusal === null)->toBe($says === null);
    if ($says !== null) {
        expect($refusal[0])->toBe(422)->and($refusal[1])->toContain($says);
    }
})->with([
    'a text' => ['text=x&level=Q&module_px=8&dark=%23000000&lift=true', null],
    'fields' => ['kind=wifi&f.ssid=Moor&f.security=open', null],
    'nothing to say' => ['level=Q', 'There is no text yet.'],
    'an unknown name' => ['text=x&colour=red', 'An address knows no “colour”.'],
    'two sizes' => ['text=x&module_px=8&size_mm=20', 'Give one of module_px, size_px and size_mm.'],
    'no level' => ['text=x&level=Z', 'level'],
    'no colour' => ['text=x&dark=red', '#'],
    'half a module' => ['text=x&module_px=8.5', 'A module is 1 to 256 pixels wide.'],
    'too many' => ['text=x&module_px=257', 'A module is 1 to 256 pixels wide.'],
    'no number' => ['text=x&dpi=high', 'dots an inch'],
]);

it('writes a body as the values of an address', function (): void {
    expect(AddressValues::written(['text' => 'x', 'lift' => true, 'module_px' => 8, 'size_mm' => 20.5, 'finish' => 'Moor@3', 'fields' => ['phones' => [['number' => '1']]], 'merge' => ['name' => 'Ines'], 'unknown' => 1]))
        ->toEqualCanonicalizing(['text' => 'x', 'lift' => '1', 'module_px' => '8', 'size_mm' => '20.5', 'finish' => 'Moor@3', 'f.phones.0.number' => '1', 'm.name' => 'Ines']);
});

it('names the same picture the same, and another for each that differs', function (): void {
    $of = static fn (array $given, array $more = []): string => PictureDigest::drawn($given, $more['context'] ?? new Context, $more['format'] ?? PictureFormat::Svg, $more['most'] ?? 100);
    $all = [$of(['text' => 'x']), $of(['text' => 'y']), $of(['text' => 'x'], ['format' => PictureFormat::Png]), $of(['text' => 'x'], ['most' => 101]), $of(['text' => 'x'], ['context' => new Context(region: 'FR')]), $of(['text' => "\xFF"])];
    expect($of(['text' => 'x']))->toBe($all[0])->and(array_unique($all))->toHaveCount(count($all))->and($all)->each->toMatch('/^[0-9a-f]{40}$/');
});

it('says beside a picture how long it holds', function (): void {
    $of = static fn (?int $holds): array => PictureHeaders::of('abc', PictureFormat::Svg, 'public', $holds, 60, 1_800_000_000);
    expect($of(null))->toBe(['Content-Type' => 'image/svg+xml', 'ETag' => '"abc"', 'Cache-Control' => 'public', 'X-Accel-Expires' => '60', 'Access-Control-Expose-Headers' => 'ETag, Keen-Expires'])
        ->and($of(3600)['Keen-Expires'])->toBe('2027-01-15T09:00:00Z')
        ->and($of(0))->not->toHaveKey('Keen-Expires');
});

it('remembers which kept answers end with a tag, in a folder of its own', function (): void {
    $folder = sys_get_temp_dir().'/kg-tags-'.getmypid();
    $tags = new PictureTags($folder);
    $tags->add('glyph-7', '/g/7.svg?x=1');
    $tags->add('glyph-7', '/g/7.svg?x=1');
    $tags->add('glyph-7', '/g/7.png');
    $tags->add('../up', '/g/8.svg');
    $names = array_map(basename(...), glob("$folder/glyph-7/*") ?: []);
    expect($names)->toEqualCanonicalizing([md5('/g/7.svg?x=1'), md5('/g/7.png')])
        ->and($tags->of('../up'))->toBeNull()->and((new PictureTags(''))->of('glyph-7'))->toBeNull();
    array_map(unlink(...), glob("$folder/glyph-7/*") ?: []);
    rmdir("$folder/glyph-7");
    rmdir($folder);
});

it('says why there is no code in a status and a sentence', function (): void {
    expect([RefusedAddress::malformed('a')->status, RefusedAddress::notAllowed('b')->status, RefusedAddress::absent()->status, RefusedAddress::over('c')->status, RefusedAddress::wrong('d')->status])->toBe([400, 403, 404, 410, 422])
        ->and([RefusedAddress::over('c')->title, RefusedAddress::over('c')->getMessage()])->toBe(['Expired', 'c']);
});

it('knows the country of an address by what a proxy says, or by the ranges of documentation', function (string $address, ?string $said, ?string $country): void {
    expect(Countries::of($address, $said))->toBe($country);
})->with([['192.0.2.77', null, 'GB'], ['198.51.100.1', null, 'FR'], ['203.0.113.9', null, 'BE'], ['203.0.114.9', null, null], ['2001:db8:2::5', null, 'FR'], ['2001:db8:3::5', null, null], ['192.0.2.1', 'ie', 'IE'], ['192.0.2.1', 'T1', 'GB'], ['nowhere', null, null]]);

it('writes figures as paper has them', function (float $value, string $unit, string $words): void {
    expect((new SheetFigures)->figure($value, $unit))->toBe($words);
})->with([[0.5, 'mm', '0.5 mm'], [12.0, 'mm', '12 mm'], [12.34, 'mm', '12.3 mm'], [480.4, 'mm', '480 mm'], [1600.0, 'mm', '1.6 m'], [1234.0, 'mm/s', '1.23 m/s'], [45.0, '°', '45°'], [100.0, '%', '100 %']]);

it('says of a cell on paper what was found', function (): void {
    $figures = new SheetFigures;
    $cell = static fn (?float $margin, bool $isBeyond = false, ?string $reason = null, Condition $condition = Condition::Tilt): ProofCell => new ProofCell(Devices::named('recent_phone'), $condition, 30.0, $margin, null, null, $isBeyond, null, 160.0, $reason, 1);
    expect($figures->margin(null))->toBe('not found')->and($figures->margin($cell(null)))->toBe('not read')
        ->and($figures->margin($cell(null, reason: 'light on dark')))->toBe('not taken')
        ->and($figures->margin($cell(48.2)))->toBe('48.2°')->and($figures->margin($cell(70.0, true)))->toBe('> 70°')
        ->and($figures->need(Condition::Tilt, $cell(48.2)))->toBe('≥ 30°')->and($figures->need(Condition::Tilt, null))->toBe('')
        ->and($figures->need(Condition::Curvature, $cell(10.0, condition: Condition::Curvature)))->toStartWith('≤ ')
        ->and([$figures->mark($cell(60.0)), $figures->mark($cell(null)), $figures->mark(null)])->toBe(['■', '☒', '']);
});
