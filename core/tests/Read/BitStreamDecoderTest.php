<?php

declare(strict_types=1);

use KeenGlyph\Core\Read\BitStreamDecoder;
use KeenGlyph\Core\Read\Unreadable;
use KeenGlyph\Core\Symbol\BitString;
use KeenGlyph\Core\Symbol\Version;

function decodeBits(string $bits): string
{
    return BitStreamDecoder::decode(BitString::ofBytes(BitString::toBytes(str_replace(' ', '', $bits))), Version::of(1))->text;
}

it('reads the examples of 7.4.3 to 7.4.6', function () {
    expect(decodeBits('0001 0000001000 0000001100 0101011001 1000011 0000'))->toBe('01234567')
        ->and(decodeBits('0010 000000101 00111001110 11100111001 000010 0000'))->toBe('AC-42')
        ->and(decodeBits('1000 00000010 0110110011111 1101010101010 0000'))->toBe('点茗');
});

it('takes bytes without a stated set for UTF-8 where they can be, else for ISO 8859-1', function () {
    $bytes = fn (string $data) => sprintf('0100 %08b %s 0000', strlen($data), BitString::ofBytes($data));
    expect(decodeBits($bytes('Köln')))->toBe('Köln')
        ->and(decodeBits($bytes("K\xF6ln")))->toBe('Köln')
        // ECI 9 is ISO 8859-7, as in the example of 7.4.2.
        ->and(decodeBits('0111 00001001'.$bytes("\xE1\xE2\xE3")))->toBe('αβγ')
        ->and(decodeBits('0111 00011010'.$bytes('é')))->toBe('é');
});

it('refuses what is cut off or impossible', function (string $bits) {
    expect(fn () => decodeBits($bits))->toThrow(Unreadable::class);
})->with([
    'more digits announced than there are' => ['0001 0000100000 0000001100'],
    'a thousand in three digits' => ['0001 0000000011 1111111111 0000'],
    'no such alphanumeric pair' => ['0010 000000010 11111111111 0000'],
    'bytes missing' => ['0100 11111111 01010101'],
    'an unknown mode' => ['1111 0000'],
]);

it('survives any bits', function () {
    $read = 0;
    for ($i = 0; $i < 2000; $i++) {
        try {
            BitStreamDecoder::decode(BitString::ofBytes(random_bytes(chance(1, 60))), Version::of(chance(1, 40)));
            $read++;
        } catch (Unreadable) {
            // Most random streams are refused; none may raise anything else.
        }
    }
    expect($read)->toBeLessThan(2000);
});
