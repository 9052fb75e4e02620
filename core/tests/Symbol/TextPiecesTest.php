<?php

declare(strict_types=1);

use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\MicroVersion;
use KeenGlyph\Core\Symbol\Mode;
use KeenGlyph\Core\Symbol\Segmenter;
use KeenGlyph\Core\Symbol\TextCharacter;
use KeenGlyph\Core\Symbol\TextCoding;
use KeenGlyph\Core\Symbol\Units;
use KeenGlyph\Core\Symbol\Version;

function unitsOf(string $text, CharacterSet $set = CharacterSet::Auto, bool $fnc1 = false): Units
{
    return Units::of(TextCoding::of($text, $set), $fnc1);
}

/** The modes of the segments and what each carries. */
function segmentsOf(string $text, Version|MicroVersion $version, CharacterSet $set = CharacterSet::Auto): array
{
    return array_map(static fn ($segment): array => [$segment->mode, $segment->data], Segmenter::shortest(unitsOf($text, $set), $version) ?? []);
}

it('says nothing of the character set where nothing has to be said', function (): void {
    $ascii = TextCoding::of('HIVE 7', CharacterSet::Auto);
    expect([$ascii->bytes, $ascii->eci, $ascii->characters])->toBe(['HIVE 7', null, null])->and($ascii->reason)->toContain('ASCII');
    $utf8 = TextCoding::of('Bienenstöcke', CharacterSet::Auto);
    expect([$utf8->bytes, $utf8->eci, $utf8->characters])->toBe(['Bienenstöcke', null, null])->and($utf8->reason)->toContain('UTF-8 without ECI');
    $bytes = TextCoding::of("\xFF\xFE", CharacterSet::Auto);
    expect([$bytes->bytes, $bytes->eci])->toBe(["\xFF\xFE", null])->and($bytes->reason)->toContain('not UTF-8');
    $raw = TextCoding::of('Bienenstöcke', CharacterSet::Bytes);
    expect([$raw->eci, $raw->characters])->toBe([null, null])->and($raw->reason)->toContain('Bytes as given');
});

it('takes kanji mode where it carries every character beyond ASCII', function (): void {
    $coding = TextCoding::of('蜂蜜7', CharacterSet::Auto);
    expect($coding->eci)->toBeNull()
        ->and(array_map(static fn (TextCharacter $one): array => [$one->bytes, $one->kanji === null ? null : bin2hex($one->kanji)], $coding->characters ?? []))
        ->toBe([['蜂', '9649'], ['蜜', '96a8'], ['7', null]])
        ->and($coding->reason)->toContain('kanji code');
    // One character that has no such code, and readers would have to guess at the rest.
    expect(TextCoding::of('蜂蜜ö', CharacterSet::Auto)->characters)->toBeNull();
    $without = $coding->withoutKanji();
    expect([$without->characters, $without->bytes, $without->eci])->toBe([null, '蜂蜜7', null])->and($without->reason)->toContain('UTF-8 without ECI');
    $plain = TextCoding::of('HIVE', CharacterSet::Auto);
    expect($plain->withoutKanji()->reason)->toBe($plain->reason);
});

it('states the set that was asked for, and converts into it', function (CharacterSet $set, string $text, string $bytes): void {
    $coding = TextCoding::of($text, $set);
    expect([bin2hex($coding->bytes), $coding->eci, $coding->text])->toBe([$bytes, $set->eci(), $text])
        ->and($coding->reason)->toContain(sprintf('ECI %06d', $set->eci()));
})->with([
    'UTF-8' => [CharacterSet::Utf8, 'ö', 'c3b6'],
    'ISO 8859-1' => [CharacterSet::Latin1, 'ö', 'f6'],
    'Shift JIS' => [CharacterSet::ShiftJis, '蜂', '9649'],
]);

it('names the character that has no place in the set', function (CharacterSet $set, string $text, string $character, string $code): void {
    try {
        TextCoding::of($text, $set);
        $says = '';
    } catch (InvalidSymbol $e) {
        $says = $e->getMessage();
    }
    expect($says)->toContain("“{$character}” ($code)")->toContain('UTF-8');
})->with([
    [CharacterSet::Latin1, 'Preis 5 €', '€', 'U+20AC'],
    [CharacterSet::Latin1, 'honey 蜂蜜', '蜂', 'U+8702'],
    [CharacterSet::ShiftJis, 'Bienenstöcke', 'ö', 'U+00F6'],
]);

it('converts no bytes that are no text', function (CharacterSet $set): void {
    expect(static fn () => TextCoding::of("\xC3(", $set))->toThrow(InvalidSymbol::class, 'raw bytes');
})->with([CharacterSet::Utf8, CharacterSet::Latin1, CharacterSet::ShiftJis]);

it('knows which mode can carry each character', function (): void {
    expect(unitsOf('09AZ $%*+-./:az')->classes)->toBe('001111111111122')
        // Every byte has a class, the control characters at the beginning, too.
        ->and(unitsOf(implode('', array_map(chr(...), range(0, 255))), CharacterSet::Bytes)->classes)->toHaveLength(256)
        ->and(substr(unitsOf("\x00\x01\x02 ", CharacterSet::Bytes)->classes, 0, 4))->toBe('2221')
        ->and(unitsOf('7蜂A')->classes)->toBe('031')
        ->and(unitsOf('01%'.Units::SEPARATOR, fnc1: true)->classes)->toBe('0041')
        ->and(unitsOf('01%'.Units::SEPARATOR)->classes)->toBe('0012');
});

it('counts characters, not bytes, where kanji mode may be used', function (): void {
    $kanji = unitsOf('7蜂蜜A');
    expect($kanji->count())->toBe(4)
        ->and([$kanji->bytesBetween(0, 1), $kanji->bytesBetween(1, 2), $kanji->bytesBetween(0, 4), $kanji->bytesBetween(2, 2)])->toBe([1, 3, 8, 0])
        ->and($kanji->segment(Mode::Byte, 1, 3)->data)->toBe('蜂蜜')
        ->and(bin2hex($kanji->segment(Mode::Kanji, 1, 3)->data))->toBe('964996a8');
    $bytes = unitsOf('ö');
    expect([$bytes->count(), $bytes->bytesBetween(0, 2)])->toBe([2, 2]);
});

it('says which modes can carry all of it', function (string $text, array $modes): void {
    $units = unitsOf($text);
    expect(array_values(array_filter(Mode::cases(), static fn (Mode $mode): bool => in_array($mode, [Mode::Numeric, Mode::Alphanumeric, Mode::Byte, Mode::Kanji], true) && $units->fit($mode))))->toEqualCanonicalizing($modes);
})->with([
    ['0123', [Mode::Numeric, Mode::Alphanumeric, Mode::Byte]],
    ['HIVE 7', [Mode::Alphanumeric, Mode::Byte]],
    ['hive', [Mode::Byte]],
    ['蜂蜜', [Mode::Kanji, Mode::Byte]],
    ['蜂蜜7', [Mode::Byte]],
]);

it('writes percent signs twice, and separators as one, in alphanumeric mode under FNC1', function (): void {
    $units = unitsOf('10%A'.Units::SEPARATOR.'21', fnc1: true);
    expect($units->segment(Mode::Alphanumeric, 0, 7)->data)->toBe('10%%A%21')
        ->and($units->segment(Mode::Byte, 0, 7)->data)->toBe('10%A'.Units::SEPARATOR.'21')
        ->and(unitsOf('10%A')->segment(Mode::Alphanumeric, 0, 4)->data)->toBe('10%A');
});

it('changes mode only where that pays', function (): void {
    $version = Version::of(1);
    expect(segmentsOf('', $version))->toBe([])
        ->and(segmentsOf('0123456789', $version))->toBe([[Mode::Numeric, '0123456789']])
        // Three digits are no cheaper as a segment of their own between letters: 4 + 10 + 10 bits for them, and as many for going back.
        ->and(segmentsOf('hive123hive', $version))->toBe([[Mode::Byte, 'hive123hive']])
        ->and(segmentsOf('hive0123456789', $version))->toBe([[Mode::Byte, 'hive'], [Mode::Numeric, '0123456789']])
        ->and(segmentsOf('ABCD0123', $version))->toBe([[Mode::Alphanumeric, 'ABCD0123']])
        ->and(segmentsOf('ABCDEFGHIJKLM0123456789012345', $version))->toBe([[Mode::Alphanumeric, 'ABCDEFGHIJKLM'], [Mode::Numeric, '0123456789012345']]);
});

it('knows the modes that a small symbol has', function (): void {
    expect(Segmenter::shortest(unitsOf('A'), MicroVersion::M1))->toBeNull()
        ->and(segmentsOf('12345', MicroVersion::M1))->toBe([[Mode::Numeric, '12345']])
        ->and(Segmenter::shortest(unitsOf('a'), MicroVersion::M2))->toBeNull()
        ->and(segmentsOf('a', MicroVersion::M3))->toBe([[Mode::Byte, 'a']]);
});

it('leaves no kanji to byte mode where that is asked', function (): void {
    $units = unitsOf('a蜂b蜜c');
    $mixed = Segmenter::shortest($units, Version::of(1));
    $strict = Segmenter::shortest($units, Version::of(1), true);
    expect(array_map(static fn ($segment): Mode => $segment->mode, $mixed ?? []))->toBe([Mode::Byte])
        ->and(array_map(static fn ($segment): Mode => $segment->mode, $strict ?? []))->toBe([Mode::Byte, Mode::Kanji, Mode::Byte, Mode::Kanji, Mode::Byte]);
});

it('makes fewer segments the more each costs', function (): void {
    $text = 'hive01234567HIVE 01234567890123 hive';
    $counts = [];
    foreach ([0, 10, 30, 100] as $extra) {
        $segments = Segmenter::shortest(unitsOf($text), Version::of(10), false, $extra) ?? [];
        $counts[] = count($segments);
        // Whatever they are, together they are the text.
        expect(implode('', array_map(static fn ($segment): string => $segment->data, $segments)))->toBe($text);
    }
    $sorted = $counts;
    rsort($sorted);
    expect($counts)->toBe($sorted)->and($counts[0])->toBeGreaterThan(1)->and(end($counts))->toBe(1);
});

it('fits as much into so many bits as a segmentation of it takes', function (): void {
    for ($round = 0; $round < 40; $round++) {
        $text = randomText(chance(5, 60));
        $units = unitsOf($text, CharacterSet::Bytes);
        $version = Version::of([1, 10, 27][chance(0, 2)]);
        $bits = chance(0, 8 * strlen($text) + 40);
        $reach = Segmenter::reach($units, 0, $version, $bits, static fn (int $unit): bool => true);
        $cost = static function (int $end) use ($text, $version): int {
            $sum = 0;
            foreach (Segmenter::shortest(Units::of(TextCoding::of(substr($text, 0, $end), CharacterSet::Bytes), false), $version) ?? [] as $segment) {
                $sum += strlen((string) $version->indicator($segment->mode)) + $version->countBits($segment->mode) + match ($segment->mode) {
                    Mode::Numeric => intdiv(10 * strlen($segment->data) + 2, 3),
                    Mode::Alphanumeric => intdiv(11 * strlen($segment->data) + 1, 2),
                    default => 8 * strlen($segment->data),
                };
            }

            return $sum;
        };
        expect($reach === 0 || $cost($reach) <= $bits)->toBeTrue()
            ->and($reach === strlen($text) || $cost($reach + 1) > $bits)->toBeTrue();
    }
});

it('ends a symbol only where that is allowed', function (): void {
    $units = unitsOf('HIVE 7 QUEEN BLUE');
    $even = Segmenter::reach($units, 0, Version::of(1), 80, static fn (int $unit): bool => $unit % 4 === 0);
    $any = Segmenter::reach($units, 0, Version::of(1), 80, static fn (int $unit): bool => true);
    expect($even % 4)->toBe(0)->and($any - $even)->toBeLessThan(4)->toBeGreaterThanOrEqual(0)
        ->and(Segmenter::reach($units, 5, Version::of(1), 3, static fn (int $unit): bool => true))->toBe(5);
});
