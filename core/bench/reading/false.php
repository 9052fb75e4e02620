<?php

declare(strict_types=1);

// Counts texts read where there are none: php false.php [SHARE] [SEED] [EFFORT]. 20,000 pictures of noise and texture, 5,000 of
// bars and modules that are no symbol of ours, 2,000 symbols damaged beyond their correction; SHARE 0.1 makes a tenth
// of them. Ends with 1 when anything was read.

use KeenGlyph\Bench\Reading\Chance;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\Effort;
use KeenGlyph\Core\Read\LinearReading;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;

require __DIR__.'/../../vendor/autoload.php';

$share = (float) ($argv[1] ?? 1);
$seed = $argv[2] ?? 'heather';
$options = new ReadOptions(effort: Effort::from($argv[3] ?? 'usual'));

/** @param  callable(float, float): float  $grey */
function plane(int $side, Chance $chance, float $noise, callable $grey): LuminancePlane
{
    $pixels = '';
    [$turn, $scale] = [$chance->float(0, M_PI), $chance->float(0.15, 1.0)];
    [$cosine, $sine] = [cos($turn) * $scale, sin($turn) * $scale];
    for ($y = 0; $y < $side; $y++) {
        for ($x = 0; $x < $side; $x++) {
            $value = $grey($x * $cosine - $y * $sine, $y * $cosine + $x * $sine) + $noise * $chance->normal();
            $pixels .= chr((int) max(0, min(255, $value)));
        }
    }

    return new LuminancePlane($side, $side, $pixels);
}

function texture(Chance $chance): LuminancePlane
{
    $grid = [];
    for ($i = 0; $i < 4096; $i++) {
        $grid[] = $chance->int(0, 1);
    }
    $at = static fn (float $u, float $v): int => $grid[(((int) floor($v)) & 63) * 64 + (((int) floor($u)) & 63)];
    $period = $chance->float(2, 9);
    $grey = match ($chance->int(0, 6)) {
        0 => static fn (): float => 128.0,
        1 => static fn (float $u, float $v): float => $at($u, $v) * 200 + 30,
        2 => static fn (float $u, float $v): float => $at($u, 0) * 200 + 30,
        3 => static fn (float $u, float $v): float => ((int) floor(hypot($u - 30, $v - 30) / $period) & 1) * 200 + 30,
        4 => static fn (float $u, float $v): float => (((int) floor($u / $period) + (int) floor($v / $period)) & 1) * 200 + 30,
        5 => static fn (float $u, float $v): float => 128 + 90 * sin($u / $period) * sin($v / $period + sin($u / 7)),
        default => static fn (float $u, float $v): float => 128 + 100 * sin($u / $period + 3 * sin($v / 40)),
    };

    return plane(160, $chance, $chance->float(0, 60), $grey);
}

/** Bars of random widths between blanks, and random modules inside frames, rings and finder-like squares. */
function stranger(Chance $chance): LuminancePlane
{
    $rows = [];
    $n = $chance->int(21, 57);
    $isBars = $chance->int(0, 1) === 1;
    if ($isBars) {
        $row = '';
        while (strlen($row) < 90) {
            $row .= str_repeat((string) (strlen($row) === 0 ? 1 : 1 - (int) $row[-1]), $chance->int(1, 4));
        }
        $rows = array_fill(0, 60, $row.'1');
    } else {
        $kind = $chance->int(0, 2);
        for ($y = 0; $y < $n; $y++) {
            $row = '';
            for ($x = 0; $x < $n; $x++) {
                $out = max(abs($x - $n / 2), abs($y - $n / 2));
                $row .= match (true) {
                    $kind === 0 && ($x === 0 || $y === $n - 1) => '1',
                    $kind === 0 && ($x === $n - 1 || $y === 0) => (string) (($x + $y) & 1),
                    $kind === 1 && $out < 6 => (string) ((int) $out & 1),
                    $kind === 2 && (($x < 8 && $y < 8) || ($x >= $n - 8 && $y < 8) || ($x < 8 && $y >= $n - 8)) => (string) (int) (max(abs(($x < 8 ? $x : $n - 1 - $x) - 3), abs(($y < 8 ? $y : $n - 1 - $y) - 3)) !== 2 && max($x < 8 ? $x : $n - 1 - $x, $y < 8 ? $y : $n - 1 - $y) < 7),
                    default => (string) $chance->int(0, 1),
                };
            }
            $rows[] = $row;
        }
    }
    [$wide, $tall] = [strlen($rows[0]), count($rows)];
    $scale = 160 / max($wide, $tall) * 1.15;

    return plane(200, $chance, $chance->float(0, 12), static function (float $u, float $v) use ($rows, $wide, $tall, $scale): float {
        [$x, $y] = [(int) floor(($u + 60) / $scale * 1.6), (int) floor(($v + 30) / $scale * 1.6)];

        return $x >= 0 && $y >= 0 && $x < $wide && $y < $tall && $rows[$y][$x] === '1' ? 30 : 225;
    });
}

/** A symbol, upright, of whose modules so many are wrong that no correction can bring it back. */
function ruin(Chance $chance): LuminancePlane
{
    $level = ErrorCorrectionLevel::cases()[$chance->int(0, 3)];
    $rows = Encoder::encode($chance->text($chance->int(12, 60)), new EncodeOptions($level))->matrix->rows;
    $n = count($rows);
    $harm = $chance->float(0.42, 0.6);
    foreach ($rows as $y => $row) {
        for ($x = 0; $x < $n; $x++) {
            $isFinder = ($x < 9 && $y < 9) || ($x >= $n - 8 && $y < 9) || ($x < 9 && $y >= $n - 8) || $x === 6 || $y === 6;
            if (! $isFinder && $chance->float(0, 1) < $harm) {
                $rows[$y][$x] = $row[$x] === '1' ? '0' : '1';
            }
        }
    }
    $px = $chance->int(3, 6);
    $side = ($n + 8) * $px;
    $pixels = '';
    for ($y = 0; $y < $side; $y++) {
        for ($x = 0; $x < $side; $x++) {
            $dark = ($rows[intdiv($y, $px) - 4][intdiv($x, $px) - 4] ?? '0') === '1' && $x >= 4 * $px && $y >= 4 * $px;
            $pixels .= chr($dark ? 30 : 225);
        }
    }

    return new LuminancePlane($side, $side, $pixels);
}

$all = 0;
foreach (['noise and texture' => [20_000, texture(...)], 'no symbol of ours' => [5_000, stranger(...)], 'damaged' => [2_000, ruin(...)]] as $name => [$count, $make]) {
    $false = [];
    $count = (int) ($share * $count);
    for ($i = 0; $i < $count; $i++) {
        $outcome = (new Reader)->read($make(new Chance("$seed $name $i")), $options);
        foreach ([...array_map(static fn (Reading $reading): string => 'matrix '.$reading->symbol->content->text, $outcome->readings), ...array_map(static fn (LinearReading $reading): string => $reading->symbology.' '.$reading->text, $outcome->linear)] as $text) {
            $false[] = "$i: $text";
        }
    }
    printf("%-18s %6d pictures, %d false\n", $name, $count, count($false));
    foreach ($false as $text) {
        echo "  $text\n";
    }
    $all += count($false);
}
exit($all > 0 ? 1 : 0);
