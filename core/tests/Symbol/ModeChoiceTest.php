<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Proof\LedgerLine;
use KeenGlyph\Core\Proof\ModesCheck;
use KeenGlyph\Core\Proof\Subject;
use KeenGlyph\Core\Read\PictureReader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\Mode;
use KeenGlyph\Core\Symbol\ModeChoice;
use KeenGlyph\Core\Symbol\Segment;
use KeenGlyph\Core\Symbol\Version;

/** @return list<string> */
function modesIn(string $text, EncodeOptions $options): array
{
    return array_map(static fn (Segment $segment): string => $segment->mode->value, array_values(array_filter(Encoder::encode($text, $options)->segments, static fn (Segment $segment): bool => $segment->mode->carriesText())));
}

/** The fewest segments of any division of an ASCII text that fits into so many bits; tried one by one. */
function fewestByForce(string $text, Version $version, int $capacity): int
{
    $best = PHP_INT_MAX;
    $try = static function (int $at, array $cut) use (&$try, &$best, $text, $version, $capacity): void {
        if ($at === strlen($text)) {
            $bits = array_sum(array_map(static fn (array $one): int => (new Segment($one[0], $one[1]))->bits($version), $cut));
            $best = $bits <= $capacity ? min($best, count($cut)) : $best;

            return;
        }
        $modes = array_filter([ctype_digit($text[$at]) ? Mode::Numeric : null, str_contains(Mode::ALPHANUMERIC, $text[$at]) ? Mode::Alphanumeric : null, Mode::Byte]);
        foreach ($modes as $mode) {
            $last = array_key_last($cut);
            $next = $cut;
            if ($last !== null && $cut[$last][0] === $mode) {
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

it('takes the fewest segments that the smallest version allows', function () {
    $letters = ['0', '1', '7', 'A', ':', 'a', 'b'];
    for ($i = 0; $i < rounds(60); $i++) {
        // Lengths at which version 1-H (72 bits) is nearly full, so that one segment fits sometimes only.
        $text = implode('', array_map(static fn (): string => $letters[array_rand($letters)], range(1, chance(6, 10))));
        $symbol = Encoder::encode($text, new EncodeOptions(ErrorCorrectionLevel::H));
        $version = $symbol->version;
        if (! $version instanceof Version || $version->number !== 1) {
            continue;
        }
        expect($symbol->segments)->toHaveCount(fewestByForce($text, $version, 72), $text);
    }
});

it('keeps letters outside ASCII in one segment with the rest where the version allows it', function () {
    expect(modesIn('BEGIN Zoë', new EncodeOptions(ErrorCorrectionLevel::L)))->toBe(['byte'])
        ->and(modesIn('BEGIN Zoë', new EncodeOptions(ErrorCorrectionLevel::L, modes: ModeChoice::Mixed)))->toBe(['alphanumeric', 'byte']);
});

it('uses the one mode that is asked for, or says that it cannot', function (ModeChoice $choice, string $text, ?string $mode) {
    $options = new EncodeOptions(ErrorCorrectionLevel::L, modes: $choice);
    if ($mode === null) {
        expect(static fn () => Encoder::encode($text, $options))->toThrow(InvalidSymbol::class, $choice->value);

        return;
    }
    $symbol = Encoder::encode($text, $options);
    $layout = Layout::of($symbol->matrix->size(), Finish::plain(), Size::ofModule(4));
    $read = (new PictureReader)->read(PngRenderer::render(SceneBuilder::of($symbol, Finish::plain(), $layout, '')), ReadOptions::qr());
    expect(modesIn($text, $options))->toBe([$mode])
        ->and($read->outcome->readings[0]->symbol->content->text)->toBe($text);
})->with([
    [ModeChoice::Byte, '09520123456788', 'byte'],
    [ModeChoice::Alphanumeric, '09520123456788', 'alphanumeric'],
    [ModeChoice::Numeric, '09520123456788', 'numeric'],
    [ModeChoice::Kanji, '点茗', 'kanji'],
    [ModeChoice::Numeric, 'HIVE 7', null],
    [ModeChoice::Alphanumeric, 'hive 7', null],
    [ModeChoice::Kanji, 'HIVE', null],
]);

it('says in the ledger when only mixed modes fit, and what one segment would take', function () {
    $line = static function (string $text): ?LedgerLine {
        $options = new EncodeOptions(ErrorCorrectionLevel::L);
        $symbol = Encoder::encode($text, $options);
        $layout = Layout::of($symbol->matrix->size(), Finish::plain(), Size::ofModule(4));

        return (new ModesCheck)->line(new Subject(Payloads::parse($text, Kind::Text), $symbol, $options, Finish::plain(), $layout, ''));
    };
    expect($line('BEGIN Zoë'))->toBeNull()->and($line(str_repeat('7', 38)))->toBeNull();
    // 17 bytes are what version 1-L holds: with digits for half of it more fit, but only in two segments.
    $mixed = $line('Zoë '.str_repeat('7', 20));
    expect($mixed?->fix?->set)->toBe(['modes' => 'byte'])->and($mixed?->reason)->toContain('In one segment it takes version 2.');
});
