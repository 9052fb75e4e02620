<?php

declare(strict_types=1);

use KeenGlyph\Core\Read\BlurModel;
use KeenGlyph\Core\Read\BlurredMatrix;
use KeenGlyph\Core\Read\Equations;
use KeenGlyph\Core\Read\MatrixDecoder;
use KeenGlyph\Core\Read\SoftMatrix;
use KeenGlyph\Core\Read\Unreadable;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\Version;

it('reads through a blur that no threshold survives', function (callable $spot) {
    $isPlain = static function (SoftMatrix $soft): bool {
        $plain = $soft->decided();
        try {
            MatrixDecoder::decode($plain->matrix, $plain->sureness);
        } catch (Unreadable) {
            return false;
        }

        return true;
    };
    // Now and then a text is still read without any of this: then another is taken.
    $tries = 0;
    do {
        $text = 'https://fennmoor.example/jar/'.chance(1000, 9999);
        $symbol = Encoder::encode($text, new EncodeOptions(ErrorCorrectionLevel::M, Version::of(4)));
        $soft = blurredGreys($symbol, weightsOf($spot), 0.6);
    } while ($isPlain($soft) && ++$tries < 10);
    expect($tries)->toBeLessThan(10);
    $seen = BlurredMatrix::solve($soft, $symbol->version);
    expect($seen)->not->toBeNull()
        ->and(MatrixDecoder::decode($seen->decided->matrix, $seen->decided->sureness)->content->text)->toBe($text);
    // What it predicts is what was there, but for the noise.
    foreach ($seen->predicted as $i => $grey) {
        expect(abs($grey - $soft->greys[$i]))->toBeLessThan(4.0);
    }
})->with([
    'out of focus by more than one module' => [disc(1.15)],
    'by one and a third' => [disc(1.3)],
    'a gaussian of 0.62 modules' => [gaussian(0.62)],
    'moved by two and a half modules aslant' => [moved(2.5, 0.6)],
]);

it('learns the weights that the known modules have', function () {
    $symbol = Encoder::encode('https://fennmoor.example/', new EncodeOptions(version: Version::of(2)));
    $weights = weightsOf(gaussian(0.6));
    $n = $symbol->matrix->size();
    $margin = BlurModel::REACH;
    $tones = array_fill(0, ($n + 2 * $margin) ** 2, 1);
    foreach ($symbol->matrix->rows as $row => $line) {
        foreach (str_split($line) as $column => $module) {
            $tones[($row + $margin) * ($n + 2 * $margin) + $column + $margin] = $module === '1' ? -1 : 1;
        }
    }
    $model = BlurModel::learn(blurredGreys($symbol, $weights, 0.0)->greys, $tones, $n);
    $middle = intdiv(BlurModel::SIDE ** 2, 2);
    [$above, $beside] = [$middle - BlurModel::SIDE, $middle + 1];
    expect($model)->not->toBeNull()->and($model->error)->toBeLessThan(0.2)
        // A tone is half the difference of 30 and 100.
        ->and($model->own())->toEqualWithDelta(35 * $weights[0][0], 0.3)
        ->and($model->weights[$above])->toEqualWithDelta(35 * $weights[-1][0], 0.3)
        ->and($model->weights[$beside])->toEqualWithDelta(35 * $weights[0][1], 0.3)
        ->and($model->light[0])->toEqualWithDelta(65, 0.5);
});

it('learns nothing from too few modules', function () {
    expect(BlurModel::learn(array_fill(0, 49, 50.0), array_fill(0, (7 + 2 * BlurModel::REACH) ** 2, 0), 7))->toBeNull();
});

it('leaves alone what is sharp, and what is no symbol', function () {
    $symbol = Encoder::encode('https://fennmoor.example/', new EncodeOptions(version: Version::of(2)));
    expect(BlurredMatrix::solve(blurredGreys($symbol, [[1.0]], 1.0), $symbol->version))->toBeNull();
    for ($i = 0; $i < 20; $i++) {
        $greys = array_map(static fn (): float => (float) chance(20, 110), range(1, 25 ** 2));
        expect(BlurredMatrix::solve(new SoftMatrix(25, $greys), Version::of(2)))->toBeNull();
    }
});

it('solves as many equations as there are unknowns', function () {
    for ($round = 0; $round < 20; $round++) {
        $n = chance(1, 9);
        $unknowns = array_map(static fn (): float => (float) chance(-50, 50), range(1, $n));
        $rows = [];
        for ($i = 0; $i < $n; $i++) {
            $row = array_map(static fn (): float => chance(-90, 90) / 7, range(1, $n));
            $row[$i] += 200;
            $rows[] = [...$row, array_sum(array_map(static fn (float $a, float $b): float => $a * $b, $row, $unknowns))];
        }
        foreach (Equations::solve($rows) as $i => $solved) {
            expect($solved)->toEqualWithDelta($unknowns[$i], 1e-6);
        }
    }
});

it('exchanges rows where the first factor is nought', function () {
    expect(Equations::solve([[0.0, 2.0, 6.0], [4.0, 0.0, 8.0]]))->toEqualWithDelta([2.0, 3.0], 1e-9);
});
