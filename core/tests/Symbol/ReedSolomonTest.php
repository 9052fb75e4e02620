<?php

declare(strict_types=1);

use KeenGlyph\Core\Read\ReedSolomonDecoder;
use KeenGlyph\Core\Read\Unreadable;
use KeenGlyph\Core\Symbol\Galois;
use KeenGlyph\Core\Symbol\ReedSolomon;

it('has the generator polynomials of annex A', function () {
    $exponents = fn (int $count) => array_map(fn (int $c) => Galois::log()[$c], ReedSolomon::generator($count));
    expect($exponents(7))->toBe([87, 229, 146, 149, 238, 102, 21])
        ->and($exponents(10))->toBe([251, 67, 46, 61, 118, 70, 64, 94, 32, 45]);
});

it('repairs up to half as many errors as there are correction codewords, anywhere', function (int $correction) {
    for ($i = 0; $i < rounds(30); $i++) {
        $data = random_bytes(chance(1, 120));
        $block = $data.ReedSolomon::correction($data, $correction);
        $damaged = $block;
        $errors = min(chance(1, intdiv($correction, 2)), strlen($block));
        foreach ((array) array_rand(range(0, strlen($block) - 1), $errors) as $at) {
            $damaged[$at] = $damaged[$at] ^ chr(chance(1, 255));
        }
        expect(ReedSolomonDecoder::correct($damaged, $correction))->toBe([$block, $errors]);
    }
})->with([7, 10, 17, 22, 30]);

it('gives up, and never invents, when there are more', function () {
    $tries = rounds(200);
    $refused = 0;
    for ($i = 0; $i < $tries; $i++) {
        $data = random_bytes(60);
        $block = $data.ReedSolomon::correction($data, 20);
        foreach ((array) array_rand(range(0, 79), 16) as $at) {
            $block[$at] = $block[$at] ^ chr(chance(1, 255));
        }
        try {
            ReedSolomonDecoder::correct($block, 20);
        } catch (Unreadable) {
            $refused++;
        }
    }
    // With ten correctable errors a miscorrection has a chance below 1 in 10! (annex B).
    expect($refused)->toBe($tries);
});
