<?php

declare(strict_types=1);

use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\Decoder;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\Ink;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Payload\FieldType;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Proof\Camera;
use KeenGlyph\Core\Proof\Fix;
use KeenGlyph\Core\Proof\MarginSearch;
use KeenGlyph\Core\Proof\ProofBench;
use KeenGlyph\Core\Proof\Sample;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Report\FieldFigures;
use KeenGlyph\Core\Report\Gs1Facts;
use KeenGlyph\Core\Report\KindFacts;
use KeenGlyph\Core\Report\LinearFacts;
use KeenGlyph\Core\Report\ProofFacts;
use KeenGlyph\Core\Report\SampleFacts;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\Units;
use KeenGlyph\Core\Tests\Degrade\Labels;

/** Figures of a drawn symbol whose greys were changed. @param  ?callable(int): int  $grey */
function figuresOf(int $modulePx, ?callable $grey = null): array
{
    $symbol = Encoder::encode('https://fennmoor.example/hive/7', new EncodeOptions(ErrorCorrectionLevel::M));
    $plane = (new PictureDecoder)->decode(pngOf($symbol->matrix, $modulePx));
    if ($grey !== null) {
        $plane = new LuminancePlane($plane->width, $plane->height, strtr($plane->pixels, implode('', array_map(chr(...), range(0, 255))), implode('', array_map(static fn (int $one): string => chr($grey($one)), range(0, 255)))));
    }
    $reading = (new Reader)->read($plane, ReadOptions::qr(5000.0))->readings[0];
    $figures = [];
    foreach (FieldFigures::of($reading, $plane) as $figure) {
        $figures[$figure['id']] = $figure;
    }

    return $figures;
}

it('states how much is left over of a print that was read', function (): void {
    $good = figuresOf(6);
    expect(array_keys($good))->toBe(['contrast', 'module', 'doubtful', 'unused'])
        ->and(array_column($good, 'verdict'))->toBe(['holds', 'holds', 'holds', 'holds'])
        ->and([$good['contrast']['figure'], $good['module']['figure'], $good['unused']['figure']])->toBe(['100 %', '6.0 px', '100 %'])
        ->and($good['module']['ratio'])->toEqualWithDelta(2.0, 0.01)
        ->and($good['contrast']['ratio'])->toEqualWithDelta(2.5, 0.02);
    // Three pixels a module are just as many as are needed.
    expect(figuresOf(3)['module']['verdict'])->toBe('marginal')->and(figuresOf(2)['module']['verdict'])->toBe('fails');
    // Grey ink on grey paper.
    $faint = figuresOf(6, static fn (int $grey): int => 110 + intdiv($grey * 60, 255));
    expect($faint['contrast']['verdict'])->toBe('fails')->and($faint['contrast']['ratio'])->toBeLessThan(0.7);
});

it('states GS1 elements in all their forms', function (string $text): void {
    $facts = Gs1Facts::of($text);
    expect($facts['valid'])->toBeTrue()
        ->and(array_column($facts['elements'], 'value', 'ai'))->toEqualCanonicalizing(['01' => '09520123456788', '17' => '271031', '10' => 'HEATHER7'])
        ->and($facts['hri'])->toStartWith('(01)09520123456788(1')
        ->and(str_replace(Units::SEPARATOR, '', $facts['element_string']))->toBeIn(['01095201234567881727103110HEATHER7', '010952012345678810HEATHER717271031'])
        ->and($facts['digital_link'])->toBe('https://id.gs1.org/01/09520123456788/10/HEATHER7?17=271031')
        ->and($facts['gtin'])->toBe('9520123456788');
    $says = array_column($facts['elements'], 'says', 'ai');
    expect($says['17'])->toContain('2027')->and($says['01'])->toBeNull()
        ->and(array_column($facts['elements'], 'title', 'ai')['01'])->toBe('GTIN');
})->with(['(01)09520123456788(17)271031(10)HEATHER7', 'https://id.gs1.org/01/09520123456788/10/HEATHER7?17=271031']);

it('says in plain words what digits stand for', function (string $ai, string $value, string $words): void {
    $facts = Gs1Facts::of("(01)09520123456788($ai)$value");
    expect($facts['elements'][1]['says'])->toContain($words);
})->with([['3103', '000340', '0.340 kg'], ['422', '826', 'United Kingdom'], ['15', '270100', '2027'], ['11', '260904', '2026']]);

it('says what is wrong with elements, and offers what mends it', function (): void {
    $facts = Gs1Facts::of('(01)09520123456789');
    expect($facts['valid'])->toBeFalse()->and($facts['problems'])->toHaveCount(1)
        ->and($facts['problems'][0]['severity'])->toBe('error')
        ->and($facts['problems'][0]['field'])->toBe('elements.0.value')
        ->and($facts['problems'][0]['fix']['fields'])->toBe(['elements.0.value' => '09520123456788']);
    $unreadable = Gs1Facts::of('no elements at all');
    expect([$unreadable['valid'], $unreadable['elements'], $unreadable['digital_link'], $unreadable['problems'][0]['code']])->toBe([false, [], null, 'unreadable'])
        // Without a key there is no link.
        ->and(Gs1Facts::of('(10)HEATHER7')['digital_link'])->toBeNull()
        ->and(Gs1Facts::of('(01)09520123456788', 'https://fennmoor.example')['digital_link'])->toBe('https://fennmoor.example/01/09520123456788');
    // A fault of the path has its place in the link.
    $link = Gs1Facts::of('https://fennmoor.example/10/A/01/09520123456788');
    expect($link['valid'])->toBeFalse()->and(array_filter(array_column($link['problems'], 'position')))->not->toBe([]);
});

it('describes every kind and its fields as a schema', function (Kind $kind): void {
    $facts = KindFacts::of($kind);
    $fields = $kind->grammar()->fields();
    expect($facts['kind'])->toBe($kind->value)->and($facts['label'])->not->toBe('')
        ->and(array_keys($facts['schema']['properties']))->toBe(array_map(static fn ($field): string => $field->name, $fields))
        ->and($facts['schema']['additionalProperties'])->toBeFalse()
        ->and($facts['schema']['required'] ?? [])->toBe(array_values(array_map(static fn ($field): string => $field->name, array_filter($fields, static fn ($field): bool => $field->required))));
    foreach ($fields as $place => $field) {
        $property = $facts['schema']['properties'][$field->name];
        $single = $field->repeats ? $property['items'] : $property;
        expect([$property['x-order'], $property['title'], $property['x-type'] ?? null])->toBe([$place, $field->label, $field->type->value])
            ->and($property['type'])->toBe($field->repeats ? 'array' : match ($field->type) {
                FieldType::Group => 'object',
                FieldType::Flag => 'boolean',
                default => 'string',
            });
        if ($field->type === FieldType::Choice) {
            expect($single['enum'])->toBe(array_map(strval(...), array_keys($field->options)))->and($single['x-labels'])->toHaveCount(count($field->options));
        }
        if ($field->example !== '' && $field->pattern !== '' && ! $field->repeats) {
            // The example that a form shows is one that the schema takes.
            expect(preg_match('#'.str_replace('#', '\#', $single['pattern']).'#u', $field->example))->toBe(1);
        }
    }
    foreach ($facts['starters'] as $starter) {
        expect(array_diff(array_keys($starter['fields']), array_keys($facts['schema']['properties'])))->toBe([]);
    }
})->with(Kind::cases());

it('states a linear symbol with its margins and what is printed beneath', function (): void {
    $facts = LinearFacts::of(LinearSymbology::Ean13->encode('952012345678'));
    expect($facts['symbology'])->toBe('ean13')->and($facts['text'])->toBe('9520123456788')->and($facts['bytes'])->toBe(13)
        ->and($facts['modules'])->toBe(95)->and(strlen($facts['pattern']))->toBe(95)
        ->and([$facts['quiet_left'], $facts['quiet_right']])->toBe([11, 7])
        ->and(implode('', $facts['printed']))->toContain('9')->toContain('520123')->toContain('456788');
});

it('states the contrast of each ink by daylight and by red light', function (): void {
    $finish = FinishFile::read(['dark' => '#C00000', 'centre_ink' => '#000000'], new MarkPictures);
    $inks = ProofFacts::inks($finish);
    expect(array_column($inks, 'option'))->toBe(array_map(static fn (Ink $ink): string => $ink->option, $finish->inks->all()));
    $byOption = array_column($inks, null, 'option');
    expect($byOption['dark']['white'])->toBeGreaterThan(5.0)->and($byOption['dark']['red'])->toBeLessThan(2.2)
        ->and($byOption['dark']['red_share'])->toBeGreaterThan(0.4)
        ->and([$byOption['centre_ink']['white'], $byOption['centre_ink']['red'], $byOption['centre_ink']['red_share']])->toBe([21.0, 21.0, 0.0]);
});

it('states from where to where each device reads', function (): void {
    $layout = Labels::composition(24.0)->layout();
    $reach = array_column(ProofFacts::reach($layout), null, 'device');
    expect(array_keys($reach))->toBe(array_map(static fn (Camera $camera): string => $camera->value, Camera::cases()));
    foreach ($reach as $one) {
        expect($one['to_mm'])->toBeGreaterThan($one['from_mm'])->and($one['label'])->not->toBe('');
    }
    $larger = array_column(ProofFacts::reach(Labels::composition(48.0)->layout()), null, 'device');
    foreach (array_keys($reach) as $device) {
        expect($larger[$device]['to_mm'])->toBeGreaterThan(1.6 * $reach[$device]['to_mm']);
    }
});

it('counts the codewords that a mark covers, block by block', function (): void {
    $options = static fn (array $finish): CompositionOptions => new CompositionOptions(new EncodeOptions(ErrorCorrectionLevel::H), FinishFile::read($finish, new MarkPictures), Size::ofModule(6), asIs: true);
    $of = static fn (array $finish): ?array => ProofFacts::damage(Composition::of(PayloadInput::ofText('https://fennmoor.example/jar/heather-340'), $options($finish))->subject());
    expect($of([]))->toBeNull();
    $damage = $of(['mark' => ['icon' => 'comb', 'size' => 7]]);
    expect($damage)->not->toBeNull();
    $touched = array_merge(...array_column($damage['blocks'], 'touched'));
    expect($touched)->not->toBe([])->and($damage['safe'])->toBeLessThanOrEqual($damage['repairable'])
        ->and($damage['largest_mark'])->toBeGreaterThan(5.0)
        ->and(array_column($damage['modules'], 'codeword'))->toEqualCanonicalizing($touched);
    // Wrong are some of those that are touched: a module that is cleared may have been light anyway.
    foreach ($damage['blocks'] as $block) {
        expect(array_diff($block['wrong'], $block['touched']))->toBe([]);
    }
    foreach ($damage['modules'] as $module) {
        expect(count($module['at']))->toBeGreaterThan(0)->toBeLessThanOrEqual(8);
    }
    $larger = $of(['mark' => ['icon' => 'comb', 'size' => 11]]);
    expect(count(array_merge(...array_column($larger['blocks'], 'touched'))))->toBeGreaterThan(count($touched));
});

it('shows a simulated picture with what was made of it', function (): void {
    $composition = Labels::composition();
    $bench = new ProofBench($composition->printed(), $composition->symbol->text);
    $device = Devices::named('recent_phone');
    $facts = SampleFacts::of($bench->sample($device, Condition::Tilt, 20.0));
    expect($facts['read'])->toBe(['thorough' => true, 'plain' => true])->and($facts['failure'])->toBeNull()
        ->and($facts['seen']['corners'])->toHaveCount(4)->and($facts['seen']['fit'])->toBeGreaterThan(0.8)
        ->and($facts['whole'])->toBeTrue()->and($facts['module_px'])->toBeGreaterThan(2.0);
    $png = base64_decode(substr($facts['picture'], strlen('data:image/png;base64,')), true);
    expect(array_slice((array) getimagesizefromstring((string) $png), 0, 2))->toBe([$facts['width'], $facts['height']]);
    $failed = SampleFacts::of($bench->sample($device, Condition::Distance, 20_000.0));
    expect($failed['read'])->toBe(['thorough' => false, 'plain' => false])->and($failed['seen'])->toBeNull()
        ->and($failed['failure']['hint'])->not->toBe('');
});

it('finds the hardest step that is read with few pictures', function (int $limit, ?int $about): void {
    $taken = [];
    $composition = Labels::composition();
    $bench = new ProofBench($composition->printed(), $composition->symbol->text);
    $device = Devices::named('recent_phone');
    [$good, $bad] = [$bench->sample($device, Condition::Tilt, 10.0), $bench->sample($device, Condition::Distance, 20_000.0)];
    $search = new MarginSearch(48, static function (int $seed, int $step) use (&$taken, $limit, $good, $bad): Sample {
        $taken[] = $step;

        return $step <= $limit ? $good : $bad;
    });
    expect($search->from(Decoder::Thorough, 0, $about, 3))->toBe($limit)
        ->and(count($taken))->toBeLessThan(14)->and(count(array_unique($taken)))->toBe(count($taken))->and($search->samples())->toBe(count($taken));
    // Whoever asks again gets the same without another picture.
    $before = count($taken);
    $search->from(Decoder::Thorough, 0, $about, 3);
    expect(count($taken))->toBe($before);
})->with([-1, 0, 7, 30, 47, 48], [null, 0, 20, 48]);

it('states a change that mends what a check found', function (): void {
    expect((new Fix('Widen the quiet zone', ['quiet' => 4]))->toArray())->toBe(['label' => 'Widen the quiet zone', 'set' => ['quiet' => 4]]);
});

it('has one ink for each part of a finish that has one', function (): void {
    expect(array_map(static fn (Ink $ink): string => $ink->option, Finish::plain()->inks->all()))->toContain('dark');
});
