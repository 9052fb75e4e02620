<?php

declare(strict_types=1);

use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\Decoder;
use KeenGlyph\Core\Degrade\DeviceModel;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Degrade\InvalidDevice;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Proof\InvalidRequirement;
use KeenGlyph\Core\Proof\ProofBench;
use KeenGlyph\Core\Proof\ProofCell;
use KeenGlyph\Core\Proof\ProofPlan;
use KeenGlyph\Core\Proof\ProofResult;
use KeenGlyph\Core\Proof\Requirement;
use KeenGlyph\Core\Proof\Verdict;
use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Tests\Degrade\Labels;

function benchOf(Composition $composition, int $seed = 1): ProofBench
{
    return new ProofBench($composition->printed(), $composition->symbol->text, $seed);
}

it('reads larger modules from farther away', function (): void {
    $margin = static fn (float $mm): float => (float) benchOf(Labels::composition($mm))->cell(Devices::named('recent_phone'), Condition::Distance)->margin;
    expect($margin(40.0))->toBeGreaterThan(1.4 * $margin(20.0));
});

it('bears more damage the higher the level', function (): void {
    $margin = static fn (ErrorCorrectionLevel $level): float => (float) benchOf(Labels::composition(level: $level))->cell(Devices::named('handheld_imager'), Condition::MissingInk)->margin;
    expect($margin(ErrorCorrectionLevel::H))->toBeGreaterThan(1.3 * $margin(ErrorCorrectionLevel::L));
});

it('does not read red on white by a red lamp, and does by daylight', function (): void {
    $bench = benchOf(Labels::composition(dark: '#E00000'));
    expect($bench->cell(Devices::named('checkout_scanner'), Condition::Tilt)->margin)->toBeNull()
        ->and($bench->cell(Devices::named('recent_phone'), Condition::Tilt)->margin)->toBeGreaterThan(30.0);
});

it('says why a decoder never reads light on dark', function (): void {
    $cell = benchOf(Labels::composition(dark: '#FFFFFF', light: '#000000'))->cell(Devices::named('kiosk'), Condition::Tilt);
    expect($cell->margin)->toBeNull()->and($cell->reason)->toContain('light on dark')->and($cell->verdict())->toBe(Verdict::Fails);
});

it('looks through a pane with devices that look for mirrored symbols, and says so of the others', function (): void {
    $composition = Labels::composition();
    $bench = new ProofBench($composition->printed()->mirrored(), $composition->symbol->text);
    $front = benchOf($composition)->cell(Devices::named('recent_phone'), Condition::Tilt);
    $behind = $bench->cell(Devices::named('recent_phone'), Condition::Tilt);
    expect($behind->margin)->toEqualWithDelta((float) $front->margin, 10.0)->and($behind->other)->toBeNull()
        ->and($bench->cell(Devices::named('checkout_scanner'), Condition::Tilt)->reason)->toContain('mirrored')
        ->and($composition->printed()->mirrored()->mirrored()->isMirrored)->toBeFalse()
        ->and($bench->grade()?->overall())->toBe(4.0);
});

it('reads a Micro QR Code symbol with what takes it', function (): void {
    $composition = Composition::of(PayloadInput::ofText('0123456'), new CompositionOptions(encoding: new EncodeOptions(level: ErrorCorrectionLevel::L, micro: true), size: Size::ofMillimetres(15, 600)));
    $bench = benchOf($composition);
    $cell = $bench->cell(Devices::named('handheld_imager'), Condition::Tilt);
    expect($cell->margin)->toBeGreaterThan(30.0)->and($cell->other)->toBeNull()->and($bench->grade())->toBeNull()
        ->and($bench->cell(Devices::named('recent_phone'), Condition::Tilt)->reason)->toContain('Micro QR Code')
        ->and($bench->cell(DeviceModel::of([...Devices::named('recent_phone')->toArray(), 'symbologies' => ['microqr']]), Condition::Tilt)->margin)->toBeGreaterThan(20.0);
});

it('does not hand on what is longer than a decoder’s own limit, nor letters whose character set it does not heed', function (): void {
    $long = benchOf(Labels::composition(60.0, text: str_repeat('Heather 340 g. ', 34)));
    $lettered = static fn (CharacterSet $set): ProofBench => benchOf(Composition::of(PayloadInput::ofText('Löwenzahnhonig, 藤の花の蜂蜜'), new CompositionOptions(encoding: new EncodeOptions(set: $set), size: Size::ofMillimetres(20, 600))));
    $reason = static fn (CharacterSet $set): ?string => $lettered($set)->cell(Devices::named('checkout_scanner'), Condition::Tilt)->reason;
    expect($long->cell(Devices::named('checkout_scanner'), Condition::Tilt)->reason)->toBe('It hands on at most 500 bytes; the symbol holds 510.')
        ->and($long->cell(Devices::named('recent_phone'), Condition::Tilt)->reason)->toBeNull()
        ->and($reason(CharacterSet::Utf8))->toContain('character set')->and($reason(CharacterSet::Auto))->toBeNull()
        ->and($lettered(CharacterSet::Utf8)->cell(Devices::named('recent_phone'), Condition::Tilt)->margin)->toBeGreaterThan(20.0);
});

it('keeps devices as they were stated before there was a list of symbologies', function (): void {
    $old = [...array_diff_key(Devices::named('handheld_imager')->toArray(), ['symbologies' => 1, 'eci' => 1, 'longest_text' => 1]), 'micro_qr' => true];
    expect(DeviceModel::of($old)->symbologies)->toBe(['qr', 'microqr'])->and(DeviceModel::of($old)->takesEci)->toBeTrue()->and(DeviceModel::of($old)->longestText)->toBeNull();
});

it('says what a list of symbologies must be', function (mixed $given): void {
    DeviceModel::of([...Devices::named('kiosk')->toArray(), 'symbologies' => $given]);
})->with([[[]], ['qr'], [['dots']], [[1]]])->throws(InvalidDevice::class, 'list of qr, microqr, linear');

it('finds the same figures for the same seed', function (): void {
    $cell = static fn (int $seed): array => benchOf(Labels::composition(), $seed)->cell(Devices::named('entry_phone'), Condition::Tilt)->toArray();
    expect($cell(4))->toBe($cell(4));
});

it('reads what is well within its margin, and not what is well beyond', function (Condition $condition): void {
    $bench = benchOf(Labels::composition());
    $device = Devices::named('recent_phone');
    $label = Labels::composition()->printed();
    $cell = $bench->cell($device, $condition);
    $scale = $condition->scale($label, $cell->workingMm);
    $share = $condition->share($scale, (float) $cell->margin);
    foreach ([0, 1, 2] as $seed) {
        expect($bench->sample($device, $condition, $condition->figure($scale, 0.5 * $share), $seed)->reads(Decoder::Thorough))->toBeTrue();
        if ($share < 0.7) {
            expect($bench->sample($device, $condition, $condition->figure($scale, min(1.0, $share + 0.25)), $seed)->reads(Decoder::Thorough))->toBeFalse();
        }
    }
})->with([Condition::Distance, Condition::Defocus, Condition::Motion, Condition::MissingInk]);

it('has an A for a clean drawing', function (): void {
    expect(benchOf(Labels::composition())->grade()?->letter()->value)->toBe('A');
});

it('understands what is required', function (string $text, ?string $device, ?Condition $condition, float $figure): void {
    [$one] = Requirement::parse($text);
    expect([$one->device, $one->condition, $one->figure])->toBe([$device, $condition, $figure]);
})->with([
    ['tilt>=30', null, Condition::Tilt, 30.0], ['checkout_scanner.distance>=25cm', 'checkout_scanner', Condition::Distance, 250.0], ['distance >= 1.5 m', null, Condition::Distance, 1500.0],
    ['curvature<=70mm', null, Condition::Curvature, 70.0], ['light<=20lx', null, Condition::LowLight, 20.0], ['grade>=B', null, null, 2.5], ['grade>=3.0', null, null, 3.0],
]);

it('refuses requirements that say nothing', function (string $text): void {
    expect(fn () => Requirement::parse($text))->toThrow(InvalidRequirement::class);
})->with(['tilt', 'tilt>30', 'tilt<=30', 'curvature>=70', 'zoom>=3', 'spoon.tilt>=3', 'tilt>=30cm', 'grade>=E', "tilt>=3\0", str_repeat('tilt>=1,', 70)]);

it('judges cells against what is required of them', function (): void {
    $plan = ProofPlan::from(['kiosk', 'tablet'], ['tilt', 'curvature'], 'tilt>=30,kiosk.tilt>=50,curvature<=60');
    $found = static fn (float $margin): array => ['margin' => $margin, 'mildest' => $margin, 'hardest' => $margin, 'beyond' => false, 'other' => null, 'working_mm' => 150.0, 'reason' => null, 'samples' => 9];
    $margins = [45.0, 50.0, 33.0, 65.0];
    $cells = array_map(static fn (array $pair, float $margin): ProofCell => ProofCell::again($pair[0], $pair[1], $plan->need(...$pair), $found($margin)), $plan->pairs(), $margins);
    $result = new ProofResult($plan, $cells, null);
    expect(array_column($result->requirements(), 'met'))->toBe([true, false, false])->and($result->isMet())->toBeFalse()
        ->and(array_map(static fn (ProofCell $cell): string => $cell->verdict()->value, $cells))->toBe(['fails', 'holds', 'marginal', 'fails'])
        ->and($result->weakest()?->device->id)->toBe('kiosk')->and($result->tally())->toBe(['holds' => 1, 'marginal' => 1, 'fails' => 2])
        ->and(ProofCell::again($plan->devices[0], Condition::Tilt, 50.0, $cells[0]->found()))->toEqual($cells[0]);
});
