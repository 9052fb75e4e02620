<?php

declare(strict_types=1);

use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\MicroVersion;
use KeenGlyph\Core\Symbol\Mode;
use KeenGlyph\Core\Symbol\Segment;
use KeenGlyph\Core\Symbol\Segmentation;
use KeenGlyph\Core\Symbol\SymbolVersion;
use KeenGlyph\Core\Symbol\Version;

/** Every way to give each character a mode, the cheapest kept; the modes that a version knows only. */
function cheapestByForce(string $text, SymbolVersion $version): int
{
    $modes = [];
    foreach (mb_str_split($text) as $character) {
        $modes[] = array_values(array_filter([
            ...(ctype_digit($character) ? [[Mode::Numeric, $character]] : []),
            ...(str_contains(Mode::ALPHANUMERIC, $character) ? [[Mode::Alphanumeric, $character]] : []),
            [Mode::Byte, $character],
            ...(preg_match('/[茗点ж]/u', $character) === 1 ? [[Mode::Kanji, mb_convert_encoding($character, 'SJIS', 'UTF-8')]] : []),
        ], fn (array $choice) => $version->indicator($choice[0]) !== null));
    }
    $best = PHP_INT_MAX;
    $try = function (int $at, array $segments) use (&$try, &$best, $modes, $version): void {
        if ($at === count($modes)) {
            $best = min($best, array_sum(array_map(fn (array $s) => (new Segment($s[0], $s[1]))->bits($version), $segments)));

            return;
        }
        foreach ($modes[$at] as [$mode, $data]) {
            $next = $segments;
            $last = count($next) - 1;
            if ($last >= 0 && $next[$last][0] === $mode) {
                $next[$last][1] .= $data;
            } else {
                $next[] = [$mode, $data];
            }
            $try($at + 1, $next);
        }
    };
    $try(0, []);

    return $best;
}

function modesOf(string $text, EncodeOptions $options = new EncodeOptions, ?SymbolVersion $version = null): array
{
    $segments = (new Segmentation($text, $options))->segments($version ?? Version::of(1)) ?? [];

    return array_map(fn (Segment $s) => [$s->mode->value, $s->characters()], $segments);
}

it('is never beaten by any other division', function (SymbolVersion $version, array $letters) {
    for ($i = 0; $i < rounds(80); $i++) {
        $text = '';
        for ($length = chance(1, 9); $length > 0; $length--) {
            $text .= $letters[array_rand($letters)];
        }
        // With the set stated, kanji and bytes may stand side by side, so nothing but length decides.
        $options = new EncodeOptions(set: $version instanceof MicroVersion ? CharacterSet::Auto : CharacterSet::Utf8);
        $segmentation = new Segmentation($text, $options);
        $introduction = $version instanceof MicroVersion ? 0 : 12;
        $expected = cheapestByForce($text, $version);
        expect($segmentation->bits($version))->toBe($expected === PHP_INT_MAX ? PHP_INT_MAX : $expected + $introduction, $text);
    }
})->with([
    'version 1' => [Version::of(1), ['0', '7', 'A', ' ', 'a', 'é', '茗', '点', 'ж']],
    'version 10' => [Version::of(10), ['0', '7', '1', 'A', 'a', '茗']],
    'version 27' => [Version::of(27), ['0', '7', 'A', ':', 'a', 'ж', '点']],
    'M1' => [MicroVersion::M1, ['0', '1', '2']],
    'M2' => [MicroVersion::M2, ['0', '7', 'A', ':']],
    'M3' => [MicroVersion::M3, ['0', '7', 'A', 'a']],
    'M4' => [MicroVersion::M4, ['0', '7', 'A', 'a', 'b']],
]);

it('changes mode only where it pays', function () {
    expect(modesOf('HIVE 17-B'))->toBe([['alphanumeric', 9]])
        ->and(modesOf('hive17'))->toBe([['byte', 6]])
        ->and(modesOf('https://id.fennmoor.example/01/09520123456788'))->toBe([['byte', 31], ['numeric', 14]])
        ->and(modesOf('茗荷と点'))->toBe([['kanji', 4]]);
});

it('uses kanji mode only when no other foreign character is left', function () {
    expect(modesOf('点茗 Grüße'))->toBe([['byte', 14]])
        ->and(modesOf('点茗点茗点茗 hive'))->toBe([['kanji', 6], ['byte', 5]])
        ->and((new Segmentation('点茗 Grüße', new EncodeOptions))->reason(Version::of(1)))->toContain('UTF-8 without ECI')
        ->and((new Segmentation('点茗', new EncodeOptions))->reason(Version::of(1)))->toContain('kanji');
});

it('does not put kanji beside UTF-8 bytes outside ASCII', function (string $text) {
    $segments = (new Segmentation($text, new EncodeOptions))->segments(Version::of(1)) ?? [];
    $kanji = array_filter($segments, fn (Segment $s) => $s->mode === Mode::Kanji);
    $foreign = array_filter($segments, fn (Segment $s) => $s->mode === Mode::Byte && preg_match('/[\x80-\xFF]/', $s->data) === 1);
    expect($kanji === [] || $foreign === [])->toBeTrue();
})->with(['Ж Привет', 'a°b 点茗点茗点茗', '点°', 'ж1ж2ж3']);

it('leaves out characters on which the tables in use for Shift JIS disagree', function () {
    // The wave dash, the minus sign and others have two Unicode places, depending on whose table is asked.
    expect(modesOf('〜'))->toBe([['byte', 3]])->and(modesOf('～'))->toBe([['byte', 3]])
        ->and(modesOf('点〜点'))->toBe([['byte', 9]]);
});

it('states a set on request and gives the reason', function (CharacterSet $set, string $text, int $bytes, int $eci) {
    $segmentation = new Segmentation($text, new EncodeOptions(set: $set));
    $segments = $segmentation->segments(Version::of(1));
    expect($segments[0]->mode)->toBe(Mode::Eci)
        ->and(bindec($segments[0]->data))->toBe($eci)
        ->and($segments[1]->characters())->toBe($bytes)
        ->and($segmentation->reason(Version::of(1)))->toContain(sprintf('%06d', $eci));
})->with([
    'UTF-8' => [CharacterSet::Utf8, 'Grüße', 7, 26],
    'Latin 1' => [CharacterSet::Latin1, 'Grüße', 5, 3],
    'Latin 2' => [CharacterSet::Latin2, 'Łódź', 4, 4],
    'Cyrillic' => [CharacterSet::Cyrillic, 'Мёд', 3, 7],
    'Greek' => [CharacterSet::Greek, 'μέλι', 4, 9],
    'Latin 9' => [CharacterSet::Latin9, '5 € bitte', 9, 17],
    'half-width katakana' => [CharacterSet::ShiftJis, 'ﾊﾁﾐﾂ', 4, 20],
]);

it('names the character that a set cannot write', function (CharacterSet $set, string $text, string $named) {
    expect(fn () => new Segmentation($text, new EncodeOptions(set: $set)))->toThrow(InvalidSymbol::class, $named);
})->with([
    [CharacterSet::Latin1, 'Preis: 5 €', 'U+20AC'],
    [CharacterSet::Greek, 'μέλι Ж', 'U+0416'],
    [CharacterSet::ShiftJis, 'é', 'U+00E9'],
    'not text' => [CharacterSet::Utf8, "\xFF", 'not valid UTF-8'],
]);

it('takes bytes as they come', function () {
    expect(modesOf("\xFF\x00\x80"))->toBe([['byte', 3]])
        ->and(modesOf('茗', new EncodeOptions(set: CharacterSet::Bytes)))->toBe([['byte', 3]]);
});

it('writes separators and percent signs in alphanumeric mode when FNC1 is in force', function () {
    $segments = (new Segmentation("10AB%CDEFG\x1D21XYZ", new EncodeOptions(fnc1: Segment::fnc1First())))->segments(Version::of(1));
    expect($segments[0]->mode)->toBe(Mode::Fnc1First)
        ->and($segments[1]->mode)->toBe(Mode::Alphanumeric)
        ->and($segments[1]->data)->toBe('10AB%%CDEFG%21XYZ');
});
