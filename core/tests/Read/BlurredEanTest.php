<?php

declare(strict_types=1);

use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Read\BarLine;
use KeenGlyph\Core\Read\BarStretch;
use KeenGlyph\Core\Read\BlurredEanReader;
use KeenGlyph\Core\Read\EanDecoder;
use KeenGlyph\Core\Read\EanProfile;

/**
 * The greys along a line over bars, seen through a gaussian.
 *
 * @param  float  $module  pixels a module
 * @param  float  $sigma  modules
 * @return list<int>
 */
function blurredBars(string $pattern, float $module, float $sigma, int $noise, int $margin = 12): array
{
    $modules = str_repeat('0', $margin).$pattern.str_repeat('0', $margin);
    $fine = 8;
    $weights = array_map(static fn (int $k): float => exp(-(($k / $fine) ** 2) / (2 * ($module * $sigma) ** 2)), range(-(int) (4 * $module * $sigma * $fine), (int) (4 * $module * $sigma * $fine)));
    $reach = intdiv(count($weights), 2);
    $all = array_sum($weights);
    $greys = [];
    for ($x = 0, $long = (int) (strlen($modules) * $module); $x < $long; $x++) {
        $dark = 0.0;
        foreach ($weights as $k => $weight) {
            $place = ($x + 0.5 + ($k - $reach) / $fine) / $module;
            $dark += $place >= 0 && ($modules[(int) $place] ?? '0') === '1' ? $weight : 0.0;
        }
        $greys[] = (int) round(110 - 80 * $dark / $all) + chance(-$noise, $noise);
    }

    return $greys;
}

it('reads what has no edges left', function (LinearSymbology $symbology, string $digits, string $text) {
    $pattern = $symbology->encode($digits)->pattern;
    foreach ([[3.0, 0.6], [4.2, 0.75]] as [$module, $sigma]) {
        $greys = blurredBars($pattern, $module, $sigma, 1);
        // By its edges it says something else, or nothing.
        $edges = BarLine::edges($greys);
        $runs = [PHP_INT_MAX >> 8];
        for ($i = 1; $i < count($edges); $i++) {
            $runs[] = $edges[$i] - $edges[$i - 1];
        }
        $found = (new BlurredEanReader(20))->read($greys);
        expect($found)->toHaveCount(1, "$module pixels, $sigma modules")
            ->and($found[0])->toBeInstanceOf(BarStretch::class)
            ->and([$found[0]->text->symbology, $found[0]->text->text])->toBe([$symbology->value, $text])
            ->and([$found[0]->from, $found[0]->to])->toEqualWithDelta([12 * $module, (12 + strlen($pattern)) * $module], 1.2 * $module)
            ->and(((new EanDecoder)->decode($runs, 1) ?: null)?->text)->toBeIn([null, $text]);
    }
})->with([
    [LinearSymbology::Ean13, '952123412345', '9521234123453'],
    [LinearSymbology::Ean8, '9521234', '95212340'],
    [LinearSymbology::UpcA, '01234567890', '012345678905'],
]);

it('reads what is seen from one side, where modules are wider at that end', function (float $slant) {
    // Half the way along the line lies a module or so aside, far more than a blurred digit bears.
    $greys = blurredBars(LinearSymbology::Ean13->encode('952123412345')->pattern, 4.0, 0.9, 1);
    $last = count($greys) - 2;
    $seen = [];
    for ($x = 0; $x <= $last; $x++) {
        $along = $x / $last;
        $from = $last * $along * (1 + $slant) / (1 + $slant * $along);
        $k = min($last, (int) $from);
        $seen[] = (int) round($greys[$k] + ($from - $k) * ($greys[$k + 1] - $greys[$k]));
    }
    $found = (new BlurredEanReader(20))->read($seen);
    expect(array_map(static fn (BarStretch $one): string => $one->text->text, $found))->toBe(['9521234123453']);
})->with([-0.07, 0.07]);

it('makes no digits of stripes, waves, steps or noise', function (callable $grey) {
    for ($round = 0; $round < 15; $round++) {
        $period = chance(30, 120) / 10;
        $greys = [];
        for ($x = 0; $x < 420; $x++) {
            $greys[] = (int) max(1, min(127, $x < 40 || $x > 380 ? 110 : $grey($x, $period))) + chance(-1, 1);
        }
        expect((new BlurredEanReader(40))->read($greys))->toBe([]);
    }
})->with([
    'stripes' => [fn (int $x, float $period): float => fmod($x, $period) < $period / 2 ? 30 : 110],
    'waves' => [fn (int $x, float $period): float => 70 + 35 * sin($x / $period * 2)],
    'slow waves on fast ones' => [fn (int $x, float $period): float => 70 + 20 * sin($x / $period * 3) + 18 * sin($x / 40)],
    'noise' => [fn (): float => chance(20, 115)],
    'random bars' => [fn (int $x): float => crc32('bar '.intdiv($x, 7)) % 2 === 0 ? 35 : 105],
]);

it('finds nothing where nothing is blank beside it, or on a bare line', function () {
    $pattern = LinearSymbology::Ean13->encode('952123412345')->pattern;
    expect((new BlurredEanReader(20))->read(blurredBars($pattern, 3.0, 0.6, 0, 2)))->toBe([])
        ->and((new BlurredEanReader(20))->read(array_fill(0, 400, 100)))->toBe([])
        ->and((new BlurredEanReader(20))->read([]))->toBe([]);
});

it('stops when it has tried as much as it may', function () {
    $greys = blurredBars(LinearSymbology::Ean13->encode('952123412345')->pattern, 3.0, 0.6, 1);
    expect((new BlurredEanReader(0))->read($greys))->toBe([]);
});

it('takes the digits whose greys come nearest, with their sets', function () {
    $pattern = LinearSymbology::Ean13->encode('952123412345')->pattern;
    $darkness = array_map(intval(...), str_split('000'.$pattern.'000'));
    // Hardly blurred, so the modules themselves.
    [$digits, $sets, $left] = EanProfile::of(6, 0.2)->nearest(array_map(floatval(...), $darkness));
    expect($digits)->toBe('521234123453')->and($sets)->toBe('ABBABACCCCCC')->and($left)->toBeLessThan(0.05)
        ->and(EanProfile::modules(6))->toBe(95)->and(EanProfile::modules(4))->toBe(67);
});
