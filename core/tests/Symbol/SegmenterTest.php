<?php

declare(strict_types=1);

use KeenGlyph\Core\Symbol\Mode;
use KeenGlyph\Core\Symbol\Segment;
use KeenGlyph\Core\Symbol\Segmenter;
use KeenGlyph\Core\Symbol\Version;

/** Every way to give each character a mode, the cheapest kept. */
function cheapestByForce(string $text, Version $version): int
{
    $modes = [];
    foreach (str_split($text) as $character) {
        $modes[] = match (true) {
            ctype_digit($character) => [Mode::Numeric, Mode::Alphanumeric, Mode::Byte],
            str_contains(Mode::ALPHANUMERIC, $character) => [Mode::Alphanumeric, Mode::Byte],
            default => [Mode::Byte],
        };
    }
    $best = PHP_INT_MAX;
    $try = function (int $at, array $segments) use (&$try, &$best, $modes, $text, $version): void {
        if ($at === strlen($text)) {
            $best = min($best, array_sum(array_map(fn (array $s) => (new Segment($s[0], $s[1]))->bits($version), $segments)));

            return;
        }
        foreach ($modes[$at] as $mode) {
            $next = $segments;
            $last = count($next) - 1;
            if ($last >= 0 && $next[$last][0] === $mode) {
                $next[$last][1] .= $text[$at];
            } else {
                $next[] = [$mode, $text[$at]];
            }
            $try($at + 1, $next);
        }
    };
    $try(0, []);

    return $best;
}

it('is never beaten by any other division', function (int $versionNumber) {
    $version = Version::of($versionNumber);
    for ($i = 0; $i < 60; $i++) {
        $text = '';
        for ($length = random_int(1, 9); $length > 0; $length--) {
            $text .= ['0', '7', 'A', ' ', 'a', "\xC3"][random_int(0, 5)];
        }
        $segments = Segmenter::shortest($text, $version);
        expect(implode('', array_map(fn (Segment $s) => $s->data, $segments)))->toBe($text)
            ->and(array_sum(array_map(fn (Segment $s) => $s->bits($version), $segments)))->toBe(cheapestByForce($text, $version));
    }
})->with([1, 10, 27]);

it('changes mode only where it pays', function () {
    $modes = fn (string $text) => array_map(fn (Segment $s) => [$s->mode->value, $s->characters()], Segmenter::shortest($text, Version::of(1)));
    expect($modes('HIVE 17-B'))->toBe([['alphanumeric', 9]])
        ->and($modes('hive17'))->toBe([['byte', 6]])
        ->and($modes('https://id.fennmoor.example/01/09520123456788'))->toBe([['byte', 31], ['numeric', 14]]);
});
