<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Report\ReadingFacts;
use KeenGlyph\Core\Report\SymbolFacts;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\Level;

it('states the same about a symbol when it is made and when it is read', function () {
    foreach (['01234567', 'HIVE 17-B', 'https://fennmoor.example/01/09520123456788', 'Köln 蜂蜜'] as $text) {
        $symbol = Encoder::encode($text, new EncodeOptions(Level::Q));
        $made = SymbolFacts::of($symbol);
        $read = ReadingFacts::of(readPicture(pngOf($symbol->matrix))->readings[0]);
        foreach (['symbology', 'version', 'level', 'mask', 'segments', 'text'] as $fact) {
            expect($read[$fact])->toBe($made[$fact]);
        }
        expect(base64_decode($read['bytes_b64']))->toBe($text)
            ->and(array_sum(array_column($made['segments'], 'bits')))->toBe($made['bits_used'])
            ->and($made['bits_used'])->toBeLessThanOrEqual($made['bits_available']);
    }
});

it('is JSON whatever bytes were encoded', function () {
    $symbol = Encoder::encode("\xFF\0\xFE");
    $facts = [SymbolFacts::of($symbol), ReadingFacts::of(readPicture(pngOf($symbol->matrix))->readings[0])];
    expect(json_encode($facts))->toBeJson()
        ->and(base64_decode($facts[1]['bytes_b64']))->toBe("\xFF\0\xFE");
});

it('survives any text as a link, and what it offers is never worse', function () {
    $pieces = ['http', 's', '://', ':', '/', '//', 'fennmoor.example', '.', '@', '?', '#', '%', '%25', '%2520', ' ', "\t", "\n", 'é', 'о', "\u{202E}", '[::1]', ':99999', 'javascript', "\0", "\xFF", '"', '<b>'];
    for ($i = 0; $i < 2000; $i++) {
        $text = '';
        for ($k = random_int(0, 7); $k > 0; $k--) {
            $text .= $pieces[array_rand($pieces)];
        }
        $payload = Payloads::parse($text, Kind::Link);
        foreach ($payload->problems as $problem) {
            expect($problem->message)->not->toBe('');
            if ($problem->fixValue !== null && mb_check_encoding($text, 'UTF-8')) {
                expect($problem->fixValue)->not->toBe($text);
            }
        }
        expect($payload->toArray()['problems'])->toHaveCount(count($payload->problems));
    }
});
