<?php

declare(strict_types=1);

use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\DeviceModel;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Degrade\InvalidDevice;
use KeenGlyph\Core\Degrade\Situation;
use KeenGlyph\Core\Tests\Degrade\Labels;

it('has the seven families, each of which can be written down and read again', function (): void {
    expect(array_keys(Devices::all()))->toBe(['recent_phone', 'entry_phone', 'tablet', 'webcam', 'handheld_imager', 'checkout_scanner', 'kiosk']);
    foreach (Devices::all() as $device) {
        expect(DeviceModel::of($device->toArray()))->toEqual($device);
    }
});

it('follows the optics that it states', function (): void {
    $phone = Devices::named('recent_phone');
    // 1 920 pixels over 67 degrees: half of them lie at tan 33.5° from the middle.
    expect($phone->focalPx())->toEqualWithDelta(960 / tan(deg2rad(33.5)), 1e-9)
        ->and($phone->pixelsPerMm(500.0))->toEqualWithDelta($phone->focalPx() / 500, 1e-9)
        // It focuses by itself from 60 mm on.
        ->and($phone->focusBlurPx(200.0))->toBe(0.0)
        ->and($phone->focusBlurPx(40.0))->toBeGreaterThan($phone->focusBlurPx(50.0));
    $webcam = Devices::named('webcam');
    expect($webcam->focusBlurPx((float) $webcam->fixedFocusMm))->toBe(0.0)
        ->and($webcam->focusBlurPx(200.0))->toEqualWithDelta($webcam->apertureMm * $webcam->focalPx() * (1 / 200 - 1 / $webcam->fixedFocusMm), 1e-9);
});

it('exposes longer in less light, up to its slowest, and by its own lamp in none', function (): void {
    $phone = Devices::named('recent_phone');
    expect($phone->exposureMs(1000.0))->toEqualWithDelta($phone->exposureMs(500.0) / 2, 1e-9)
        ->and($phone->exposureMs(0.01))->toBe($phone->slowestMs)
        ->and($phone->luxAt(200.0, 500.0))->toBe(500.0);
    $scanner = Devices::named('checkout_scanner');
    expect($scanner->luxAt(100.0, 0.0))->toBe($scanner->lampLux)->and($scanner->luxAt(200.0, 0.0))->toBe($scanner->lampLux / 4);
});

it('takes pixels together without gaining or losing light', function (): void {
    $device = Devices::named('handheld_imager');
    $binned = $device->binned(2);
    expect($binned->pixels)->toBe(640)->and($binned->electrons)->toBe(4 * $device->electrons)->and($binned->exposureMs(300.0))->toEqualWithDelta($device->exposureMs(300.0), 1e-9)
        ->and($binned->focalPx())->toEqualWithDelta($device->focalPx() / 2, 1e-9)->and($device->binned(1))->toBe($device);
});

it('refuses what is no camera, by name', function (array $change, string $name): void {
    $given = [...Devices::named('kiosk')->toArray(), ...$change];
    expect(fn () => DeviceModel::of($given))->toThrow(fn (InvalidDevice $e) => expect($e->name)->toBe($name));
})->with([
    'no pixels' => [['pixels' => 0], 'pixels'], 'too many' => [['pixels' => 1_000_000], 'pixels'], 'a word' => [['angle' => 'wide'], 'angle'], 'no light' => [['light' => 'green'], 'light'],
    'no decoder' => [['decoder' => 'best'], 'decoder'], 'a flag' => [['mirrored' => 1], 'mirrored'], 'a name' => [['id' => 'Kiosk 1'], 'id'], 'unknown' => [['zoom' => 3], 'zoom'],
]);

it('puts every figure of a scale in its place and back', function (Condition $condition): void {
    $label = Labels::composition()->printed();
    $scale = $condition->scale($label, 200.0);
    foreach ([0.0, 0.2, 0.5, 0.9, 1.0] as $share) {
        expect($condition->share($scale, $condition->figure($scale, $share)))->toEqualWithDelta($share, 1e-9);
    }
    // Harder is smaller exactly where it says so, and setting it changes the situation.
    expect($scale[1] < $scale[0])->toBe($condition->isHarderBelow());
    $mild = new Situation(200.0);
    expect($mild->with($condition, $condition->figure($scale, 0.5)))->not->toEqual($mild);
})->with(Condition::cases());
