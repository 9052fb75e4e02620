<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\AppendPlace;
use KeenGlyph\Core\Read\BarHit;
use KeenGlyph\Core\Read\BarText;
use KeenGlyph\Core\Read\BitPlane;
use KeenGlyph\Core\Read\CoreRule;
use KeenGlyph\Core\Read\DecodedMatrix;
use KeenGlyph\Core\Read\Finder;
use KeenGlyph\Core\Read\FinderProbe;
use KeenGlyph\Core\Read\GreyPlane;
use KeenGlyph\Core\Read\LocalBinariser;
use KeenGlyph\Core\Read\MatrixDecoder;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\SampledGrid;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\MicroVersion;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\StructuredAppend;

/**
 * A finder pattern drawn about a middle, by its two axes.
 *
 * @param  array{float, float}  $across  pixels of a module to the right
 * @param  array{float, float}  $down
 */
function patternDrawn(int $side, float $x, float $y, array $across, array $down, bool $isLight = false): BitPlane
{
    $area = $across[0] * $down[1] - $across[1] * $down[0];
    $bits = '';
    for ($py = 0; $py < $side; $py++) {
        for ($px = 0; $px < $side; $px++) {
            [$dx, $dy] = [$px + 0.5 - $x, $py + 0.5 - $y];
            $out = max(abs(($dx * $down[1] - $dy * $down[0]) / $area), abs(($dy * $across[0] - $dx * $across[1]) / $area));
            $isDark = $out < 1.5 || ($out >= 2.5 && $out < 3.5);
            $bits .= $isDark !== $isLight ? "\1" : "\0";
        }
    }

    return new BitPlane($side, $side, $bits);
}

/** The finder pattern around a middle that is about known. */
function probed(BitPlane $plane, float $x, float $y, float $module, bool $isLight = false, ?CoreRule $rule = null): ?Finder
{
    return FinderProbe::around($plane, $x, $y, $module, $isLight, $rule ?? CoreRule::plain());
}

it('finds the middle of a pattern from anywhere in its core', function (float $degrees, float $size): void {
    [$c, $s] = [$size * cos(deg2rad($degrees)), $size * sin(deg2rad($degrees))];
    $plane = patternDrawn(120, 60.3, 58.7, [$c, $s], [-$s, $c]);
    // Off the middle of one that stands on a corner the runs are others.
    foreach ($degrees === 45.0 ? [[0.0, 0.0]] : [[0.0, 0.0], [0.9, -0.7], [-1.0, 0.8]] as [$u, $v]) {
        $found = FinderProbe::middle($plane, (int) (60.3 + $u * $size), (int) (58.7 + $v * $size), (int) (7 * $size), false, CoreRule::plain());
        expect($found)->not->toBeNull()
            ->and($found[0])->toEqualWithDelta(60.3, 1.2)->and($found[1])->toEqualWithDelta(58.7, 1.2)
            // A row across a turned core is up to two fifths longer than the core is wide.
            ->and($found[2])->toBeGreaterThan(0.85 * $size)->toBeLessThan(1.5 * $size);
    }
})->with([0.0, 10.0, 45.0, 80.0], [4.0, 7.5]);

it('tells where a pattern lies, how large it is and how it is turned', function (float $degrees, float $stretch): void {
    [$c, $s] = [5 * cos(deg2rad($degrees)), 5 * sin(deg2rad($degrees))];
    $plane = patternDrawn(120, 60.4, 59.1, [$stretch * $c, $stretch * $s], [-$s, $c]);
    $finder = probed($plane, 60.0, 59.5, 5.0);
    expect($finder)->not->toBeNull()
        ->and($finder->x)->toEqualWithDelta(60.4, 0.5)->and($finder->y)->toEqualWithDelta(59.1, 0.5)
        ->and($finder->module())->toEqualWithDelta(5 * sqrt($stretch), 0.4)
        ->and($finder->clear)->toBeGreaterThan(0.9);
    // Of four turns that look alike one is told: a side of the square along one of the axes.
    [$u, $v] = $finder->local(60.4 + 3.5 * $stretch * $c, 59.1 + 3.5 * $stretch * $s);
    expect(max(abs($u), abs($v)))->toEqualWithDelta(3.5, 0.3)->and(min(abs($u), abs($v)))->toBeLessThan(0.45);
})->with([0.0, 12.0, 30.0, 45.0, 77.0], [1.0, 1.5]);

it('finds a pattern that is light on dark only where that is looked for', function (): void {
    $plane = patternDrawn(100, 50.0, 50.0, [5.0, 0.0], [0.0, 5.0], true);
    expect(probed($plane, 50.0, 50.0, 5.0, true)?->light)->toBeTrue()
        ->and(probed($plane, 50.0, 50.0, 5.0))->toBeNull()
        ->and(FinderProbe::middle($plane, 50, 50, 35, false, CoreRule::plain()))->toBeNull();
});

it('takes no other rings for a pattern', function (string $what): void {
    $bits = '';
    for ($y = 0; $y < 100; $y++) {
        for ($x = 0; $x < 100; $x++) {
            $far = max(abs($x - 49.5), abs($y - 49.5)) / 5;
            $isDark = match ($what) {
                'a core alone' => $far < 1.5,
                'a ring too far out' => $far < 1.5 || ($far >= 4.5 && $far < 5.5),
                'bars' => $x % 10 < 5,
                default => false,
            };
            $bits .= $isDark ? "\1" : "\0";
        }
    }
    expect(probed(new BitPlane(100, 100, $bits), 50.0, 50.0, 5.0))->toBeNull();
})->with(['a core alone', 'a ring too far out', 'bars', 'nothing']);

it('bears a corner that is gone, and no more than the rule has it', function (): void {
    $plane = patternDrawn(100, 50.0, 50.0, [5.0, 0.0], [0.0, 5.0]);
    $spoiled = static function (int $columns) use ($plane): BitPlane {
        $bits = $plane->bits;
        for ($y = 0; $y < 100; $y++) {
            for ($x = 100 - $columns; $x < 100; $x++) {
                $bits[$y * 100 + $x] = "\0";
            }
        }

        return new BitPlane(100, 100, $bits);
    };
    // The outer ring's right side, the whole right half, all but a sliver.
    expect(probed($spoiled(36), 50.0, 50.0, 5.0))->not->toBeNull()
        ->and(probed($spoiled(50), 50.0, 50.0, 5.0))->toBeNull()
        ->and(probed($spoiled(62), 50.0, 50.0, 5.0, false, CoreRule::damaged()))->toBeNull();
});

it('tells dark from light by what lies around, however the light falls', function (): void {
    // Modules of ten pixels, from 20 and 60 on the left to 80 and 120 on the right.
    $pixels = '';
    for ($y = 0; $y < 160; $y++) {
        for ($x = 0; $x < 320; $x++) {
            $pixels .= chr((int) (20 + 60 * $x / 320 + ((intdiv($x, 10) + intdiv($y, 10)) % 2 === 0 ? 0 : 40)));
        }
    }
    $plane = new GreyPlane(320, 160, $pixels);
    foreach ([null, $plane->halved($plane->rows())->rows()] as $half) {
        $bits = LocalBinariser::binarise($plane, $plane->rows(), $half);
        $wrong = 0;
        for ($y = 20; $y < 140; $y++) {
            for ($x = 20; $x < 300; $x++) {
                $wrong += ($bits->bits[$y * 320 + $x] === "\1") === ((intdiv($x, 10) + intdiv($y, 10)) % 2 === 0) ? 0 : 1;
            }
        }
        expect([$bits->width, $bits->height, strlen($bits->row(3))])->toBe([320, 160, 320])
            ->and($wrong / (120 * 280))->toBeLessThan(0.01);
    }
});

it('takes for light what is all one tone, and what differs no more than noise', function (int $spread): void {
    $pixels = '';
    for ($i = 0; $i < 96 * 96; $i++) {
        $pixels .= chr(60 + chance(-$spread, $spread));
    }
    $plane = new GreyPlane(96, 96, $pixels);
    expect(count_chars(LocalBinariser::binarise($plane, $plane->rows(), null)->bits, 1))->toBe([0 => 96 * 96]);
})->with([0, 1, 3]);

it('sees a faint symbol beside something bright where only the near counts', function (): void {
    // 40 and 62 on the left, 10 and 120 on the right.
    $pixels = '';
    for ($y = 0; $y < 96; $y++) {
        for ($x = 0; $x < 192; $x++) {
            $isDark = (intdiv($x, 6) + intdiv($y, 6)) % 2 === 0;
            $pixels .= chr($x < 72 ? ($isDark ? 40 : 62) : ($isDark ? 10 : 120));
        }
    }
    $plane = new GreyPlane(192, 96, $pixels);
    $right = static function (BitPlane $bits): float {
        $right = 0;
        for ($y = 12; $y < 84; $y++) {
            for ($x = 30; $x < 48; $x++) {
                $right += ($bits->bits[$y * 192 + $x] === "\1") === ((intdiv($x, 6) + intdiv($y, 6)) % 2 === 0) ? 1 : 0;
            }
        }

        return $right / (72 * 18);
    };
    expect($right(LocalBinariser::binarise($plane, $plane->rows(), null, true)))->toBeGreaterThan(0.99);
});

it('gives the modules as they were meant, whatever was wrong with some', function (): void {
    $symbol = Encoder::encode('https://fennmoor.example/hive/7', new EncodeOptions(ErrorCorrectionLevel::Q));
    $rows = $symbol->matrix->rows;
    $n = $symbol->matrix->size();
    foreach ([[12, 12], [13, 12], [12, 20], [20, $n - 2]] as [$x, $y]) {
        $rows[$y][$x] = $rows[$y][$x] === '1' ? '0' : '1';
    }
    $decoded = MatrixDecoder::decode(new ModuleMatrix($rows));
    expect($decoded)->toBeInstanceOf(DecodedMatrix::class)
        ->and($decoded->content->text)->toBe('https://fennmoor.example/hive/7')
        ->and($decoded->corrected)->toBeGreaterThan(0)
        ->and($decoded->meant()?->rows)->toBe($symbol->matrix->rows)
        ->and([$decoded->level, $decoded->mask])->toBe([ErrorCorrectionLevel::Q, $symbol->mask]);
});

it('has no meant modules for Micro QR Code, and reads it from a picture by its one pattern', function (MicroVersion $version, string $text): void {
    $symbol = Encoder::encode($text, new EncodeOptions(ErrorCorrectionLevel::L, $version));
    $png = pngOf($symbol->matrix, 6);
    $outcome = (new Reader)->read((new PictureDecoder)->decode($png), new ReadOptions(['microqr'], 5000.0));
    expect($outcome->readings)->toHaveCount(1)
        ->and($outcome->readings[0]->symbol->content->text)->toBe($text)
        ->and($outcome->readings[0]->symbol->version)->toBe($version)
        ->and($outcome->readings[0]->isMicro())->toBeTrue()
        ->and($outcome->readings[0]->symbol->meant())->toBeNull()
        // Asked for QR Code alone, nothing is found in it.
        ->and((new Reader)->read((new PictureDecoder)->decode($png), new ReadOptions(['qr'], 1000.0))->readings)->toBe([]);
})->with([[MicroVersion::M1, '95201'], [MicroVersion::M2, 'HIVE 7'], [MicroVersion::M3, 'hive 7'], [MicroVersion::M4, 'queen, blue']]);

it('tells lines apart that read one symbol both ways', function (): void {
    $text = new BarText('ean13', '9520123456788', 59, 95);
    $hit = static fn (bool $backwards): BarHit => new BarHit($text, 10.0, [1.0, 2.0], [90.0, 2.0], $backwards);
    expect($hit(false)->key())->toBe('ean13 9520123456788 f')->and($hit(true)->key())->toBe('ean13 9520123456788 b');
});

it('states the place of a symbol in its sequence', function (): void {
    [$first, $second] = StructuredAppend::encode(str_repeat('HIVE 7 ', 30), 2, new EncodeOptions(ErrorCorrectionLevel::L));
    $places = array_map(static fn ($symbol): ?AppendPlace => MatrixDecoder::decode($symbol->matrix)->content->append, [$first, $second]);
    $parity = array_reduce(str_split(str_repeat('HIVE 7 ', 30)), static fn (int $sum, string $byte): int => $sum ^ ord($byte), 0);
    expect(array_map(static fn (?AppendPlace $place): array => [$place?->index, $place?->total, $place?->parity], $places))->toBe([[0, 2, $parity], [1, 2, $parity]]);
});

it('keeps the greys of a reading’s modules with how sure each is', function (): void {
    $symbol = Encoder::encode('https://fennmoor.example/hive/7', new EncodeOptions(ErrorCorrectionLevel::M));
    $picture = (new PictureDecoder)->decode(pngOf($symbol->matrix, 6));
    $reading = (new Reader)->read($picture, ReadOptions::qr(5000.0))->readings[0];
    $grid = $reading->grid();
    expect($grid)->toBeInstanceOf(SampledGrid::class)->and($grid->modules)->toBe($symbol->matrix->size());
    foreach ($symbol->matrix->rows as $y => $row) {
        foreach (str_split($row) as $x => $module) {
            expect($grid->reflectance($x, $y))->toEqualWithDelta($module === '1' ? 0.0 : 1.0, 0.01);
        }
    }
    expect(min($grid->certainties))->toBeGreaterThan(0.4);
    // A grey module is not sure.
    $pixels = $picture->pixels;
    $at = $reading->geometry->at(12.5, 12.5);
    for ($y = (int) $at->y - 3; $y < (int) $at->y + 3; $y++) {
        for ($x = (int) $at->x - 3; $x < (int) $at->x + 3; $x++) {
            $pixels[$y * $picture->width + $x] = "\x80";
        }
    }
    $again = (new Reader)->read(new LuminancePlane($picture->width, $picture->height, $pixels), ReadOptions::qr(5000.0))->readings[0]->grid();
    expect($again->certainties[12 * $again->modules + 12])->toBeLessThan(0.1);
});
