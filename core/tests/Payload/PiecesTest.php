<?php

declare(strict_types=1);

use KeenGlyph\Core\Gs1\Digits;
use KeenGlyph\Core\Gs1\LinkPath;
use KeenGlyph\Core\Payload\ContentLine;
use KeenGlyph\Core\Payload\ContentLines;
use KeenGlyph\Core\Payload\HiddenScheme;
use KeenGlyph\Core\Payload\LetteredText;
use KeenGlyph\Core\Payload\LookAlikes;
use KeenGlyph\Core\Payload\MergeFields;
use KeenGlyph\Core\Payload\Severity;
use KeenGlyph\Core\Payload\Tlv;

describe('content lines', function () {
    it('folds between characters and unfolds to the same lines, whatever is in them', function () {
        for ($i = 0; $i < rounds(60); $i++) {
            $lines = array_map(static fn (): string => 'X-LINE:'.implode('', array_map(static fn (): string => ['a', ' ', 'é', '蜂', "\t", ',', '\\;'][chance(0, 6)], range(1, chance(1, 120)))).'.', range(1, chance(1, 5)));
            $text = ContentLines::join($lines);
            foreach (explode("\r\n", $text) as $physical) {
                expect(strlen($physical))->toBeLessThanOrEqual(75)->and(mb_check_encoding($physical, 'UTF-8'))->toBeTrue();
            }
            expect(array_map(static fn (ContentLine $line): string => $line->line, ContentLines::read($text)))->toBe($lines);
        }
    });

    it('reads every legal way of breaking lines', function (string $text, array $expected) {
        expect(array_map(static fn (ContentLine $line): array => [$line->name, $line->value, $line->position], ContentLines::read($text)))->toBe($expected);
    })->with([
        'CR LF' => ["A:1\r\nB:2\r\n", [['A', '1', 1], ['B', '2', 6]]],
        'LF alone' => ["A:1\nB:2", [['A', '1', 1], ['B', '2', 5]]],
        'CR alone' => ["A:1\rB:2", [['A', '1', 1], ['B', '2', 5]]],
        'folded by a space' => ["A:on\r\n e\r\nB:2", [['A', 'one', 1], ['B', '2', 11]]],
        'folded by a tab' => ["A:on\n\te", [['A', 'one', 1]]],
        'a fold within the name' => ["DES\n C:x", [['DESC', 'x', 1]]],
        'any letter case, and a group' => ['item1.tel;type=cell:1', [['TEL', '1', 1]]],
        'a colon within quotes' => ['ADR;LABEL="a:b":x', [['ADR', 'x', 1]]],
        'soft breaks of quoted-printable' => ["VERSION:2.1\nN;ENCODING=QUOTED-PRINTABLE:J=C3=\n=B6rg", [['VERSION', '2.1', 1], ['N', 'Jörg', 13]]],
        'empty lines' => ["\n\nA:1\n\n", [['A', '1', 3]]],
    ]);

    it('puts lines in and takes them out where they stand', function () {
        $text = "BEGIN:VCARD\r\nNOTE:a\r\n b\r\nEND:VCARD\r\n";
        expect(ContentLines::inserted($text, 14, 'VERSION:3.0'))->toBe("BEGIN:VCARD\r\nVERSION:3.0\r\nNOTE:a\r\n b\r\nEND:VCARD\r\n")
            ->and(ContentLines::without($text, 14))->toBe("BEGIN:VCARD\r\nEND:VCARD\r\n")
            ->and(ContentLines::plain(ContentLines::escaped("a;b,c\\d\ne")))->toBe("a;b,c\\d\ne");
    });
});

it('tells letters that pass for others', function (string $label, bool $deceives) {
    expect(LookAlikes::in($label) !== [])->toBe($deceives);
})->with([
    ['fennmoor', false], ['bücher', false], ['蜂蜜', false], ['пасека', false], ['мед-2', false], ['fennmооr', true], ['аррӏе', true], ['fennmοοr', true], ['ра', true],
]);

it('finds schemes that run something, however they are hidden', function (string $text, ?Severity $severity) {
    expect(HiddenScheme::problem($text, 'text')?->severity)->toBe($severity);
})->with([
    'plain' => ['javascript:alert(1)', Severity::Error], 'capitals' => ['JaVaScRiPt:alert(1)', Severity::Error], 'a tab within' => ["java\tscript:alert(1)", Severity::Error], 'line breaks before' => ["\n\n javascript:alert(1)", Severity::Error],
    'percent signs' => ['javascript%3Aalert(1)', Severity::Error], 'percent signs twice' => ['%256aavascript%253aalert(1)', Severity::Error], 'another scheme before it' => ['vbscript:msgbox', Severity::Error], 'a page within' => ['data:text/html,<script>alert(1)</script>', Severity::Error],
    'an intent' => ['intent://scan/#Intent;scheme=x;end', Severity::Error], 'a file' => ['file:///etc/hosts', Severity::Error],
    'a sentence' => ['Data: three hives', Severity::Caution], 'a link' => ['https://fennmoor.example/javascript:', null], 'a word' => ['javascript is a language', null], 'a time' => ['10:30', null],
]);

it('ends texts of lettered parts, and keeps the first of two', function (string $text, array $codes, ?string $mended) {
    $problems = LetteredText::faults($text, 'WIFI', ['S', 'P'], 'WPA3 Specification 3.0, 7.1');
    expect(array_column($problems, 'code'))->toBe($codes)->and($problems[0]->fixValue ?? null)->toBe($mended);
})->with([
    'whole' => ['WIFI:S:Hive;P:clover12;;', [], null],
    'one semicolon' => ['WIFI:S:Hive;', ['end_missing'], 'WIFI:S:Hive;;'],
    'none' => ['WIFI:S:Hive', ['end_missing'], 'WIFI:S:Hive;;'],
    'an escaped one is none' => ['WIFI:S:Hive\;;', ['end_missing'], 'WIFI:S:Hive\;;;'],
    'twice' => ['WIFI:S:a;S:b;;', ['doubled'], 'WIFI:S:a;;'],
    'a colon within' => ['WIFI:S:a:b;P:S:c;;', [], null],
]);

it('fills each place once, as it needs it', function (string $text, string $filled) {
    expect(MergeFields::intoText($text, null, ['m' => 'a+b@fennmoor.example', 'n' => 'Hive; "7"', 'x' => '{{m}}']))->toBe($filled);
})->with([
    'a link' => ['https://fennmoor.example/?m={{m}}', 'https://fennmoor.example/?m=a%2Bb%40fennmoor.example'],
    'a network' => ['WIFI:S:{{n}};;', 'WIFI:S:Hive\; \"7\";;'],
    'words' => ['Hello {{n}}', 'Hello Hive; "7"'],
    'spaces within' => ['{{ n }}', 'Hive; "7"'],
    'a value that looks like a place' => ['Hello {{x}}', 'Hello {{m}}'],
    'a name that nobody gave' => ['Hello {{y}}', 'Hello {{y}}'],
]);

it('writes the digits of every script as the ten', function (string $text, string $plain) {
    expect(Digits::ascii($text))->toBe($plain);
})->with([['٣٤٠', '340'], ['٥٫٢٥', '5.25'], ['३४०', '340'], ['３４０', '340'], ['𝟛𝟜', '34'], ['340 g', '340 g'], ['五', '五'], ['x²', 'x²']]);

it('reads keys and qualifiers in the path of a link, and what is wrong with them', function (string $path, ?array $elements, array $codes) {
    $read = LinkPath::read(explode('/', $path));
    expect($read === null ? null : array_map(static fn ($element): string => "$element->ai=$element->value", $read->elements))->toBe($elements)
        ->and(array_column($read->faults ?? [], 'code'))->toBe($codes);
})->with([
    ['01/09520123456788/10/A/21/7', ['01=09520123456788', '10=A', '21=7'], []],
    ['01/09520123456788/21/7/10/A', ['01=09520123456788', '21=7', '10=A'], ['qualifier_order']],
    ['01/09520123456788/8011/7', ['01=09520123456788', '8011=7'], ['qualifier_foreign']],
    ['01/09520123456788/10/A/10/B', ['01=09520123456788', '10=A', '10=B'], ['doubled']],
    ['01/09520123456788/10', ['01=09520123456788'], ['value_missing']],
    ['gtin/9520123456788/lot/A', ['01=09520123456788', '10=A'], []],
    ['00/395201234567890000', ['00=395201234567890000'], []],
    ['2026/01/02', null, []],
    ['hive/7', null, []],
]);

it('finds the one length that makes a payment add up again', function () {
    $payment = '000201'.Tlv::object('26', Tlv::object('00', 'example.fennmoor').Tlv::object('01', '12345678')).Tlv::object('52', '5499').Tlv::object('53', '826').Tlv::object('58', 'GB').Tlv::object('59', 'Fennmoor Honey House').Tlv::object('60', 'Fennmoor').'6304';
    $whole = $payment.Tlv::crc($payment);
    expect(Tlv::crc('123456789'))->toBe('29B1')->and(Tlv::parse($whole))->toHaveCount(8);
    $at = 0;
    foreach (Tlv::parse($payment.'FFFF') ?? [] as [$name, $value]) {
        foreach ([-1, 1, 7] as $off) {
            $length = mb_strlen($value) + $off;
            $broken = substr($whole, 0, $at + 2).sprintf('%02d', $length).substr($whole, $at + 4);
            if ($name !== '63' && $length > 0 && Tlv::parse($broken) === null) {
                expect(Tlv::repaired($broken))->toBe([$at, $whole], "$name $off");
            }
        }
        $at += 4 + mb_strlen($value);
    }
    expect(Tlv::repaired('0002'))->toBeNull()->and(Tlv::repaired(str_repeat('0199', 400)))->toBeNull();
});
