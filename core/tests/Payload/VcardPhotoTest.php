<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Payload\VcardPhoto;

it('puts a picture into a card, folded as the standard asks, and whole again when unfolded', function (string $format, string $start) {
    $card = Payloads::build(Kind::Contact, ['given_name' => 'Ines', 'family_name' => 'Calder', 'format' => $format])->text;
    $jpeg = random_bytes(3000);
    $with = VcardPhoto::into($card, $jpeg);
    expect(max(array_map(strlen(...), preg_split('/\r?\n/', $with))))->toBeLessThanOrEqual(75)->and(rtrim($with))->toEndWith('END:VCARD')->and($with)->toStartWith(substr($card, 0, strrpos($card, 'END:VCARD')));
    preg_match('/^'.preg_quote($start, '/').'([A-Za-z0-9+\/=]+)\r?$/m', (string) preg_replace('/\r?\n[ \t]/', '', $with), $match);
    expect(base64_decode($match[1] ?? '', true))->toBe($jpeg);
})->with(['3.0' => ['', 'PHOTO;ENCODING=b;TYPE=JPEG:'], '4.0' => ['vcard4', 'PHOTO:data:image/jpeg;base64,']]);

it('leaves what is no card as it is', function () {
    expect(VcardPhoto::into('MECARD:N:Calder;;', 'x'))->toBe('MECARD:N:Calder;;');
});
