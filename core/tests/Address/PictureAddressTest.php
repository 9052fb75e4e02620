<?php

declare(strict_types=1);

use KeenGlyph\Core\Address\AddressSignature;
use KeenGlyph\Core\Address\InvalidAddress;
use KeenGlyph\Core\Address\PictureAddress;
use KeenGlyph\Core\Address\PictureQuery;
use KeenGlyph\Core\Image\PictureFormat;

it('reads a query however it was encoded, and writes it in one way', function () {
    $canonical = 'key=kgp_a&m.no=17%2FB%20%2B2&text=https%3A%2F%2Ffennmoor.example%2F%7B%7Bno%7D%7D';
    foreach (['text=https://fennmoor.example/{{no}}&m.no=17/B+%2B2&key=kgp_a', 'key=kgp%5Fa&m%2Eno=17%2fB%20%2B2&text=https%3a%2f%2ffennmoor.example%2F%7b%7bno%7d%7d&', $canonical] as $query) {
        expect(PictureQuery::parse($query)->canonical())->toBe($canonical);
    }
    expect(PictureQuery::parse('')->values)->toBe([])->and(PictureQuery::parse('text')->get('text'))->toBe('');
});

it('refuses what says two things, is too long or no text', function (string $query) {
    expect(fn () => PictureQuery::parse($query))->toThrow(InvalidAddress::class);
})->with(['twice' => 'text=a&text=b', 'twice by encoding' => 'text=a&t%65xt=b', 'long' => 'text='.str_repeat('a', 8000), 'no text' => 'text=%FF', 'a zero' => 'text=a%00b', 'no name' => '=a', 'a name in brackets' => 'text[]=a', 'many' => implode('&', array_map(fn (int $i) => "m.a$i=1", range(1, 97)))]);

it('signs what is drawn: any change is seen but that of an open value', function () {
    $values = ['key' => 'kgp_a', 'text' => 'https://fennmoor.example/{{no}}', 'open' => 'm.no', 'm.no' => ''];
    $query = PictureQuery::of($values);
    $signed = $query->with('sig', AddressSignature::of('code.svg', $query, 'kgx_old'));
    $holds = fn (PictureQuery $query, string $file = 'code.svg', array $secrets = ['kgx_new', 'kgx_old']): bool => AddressSignature::holds($file, $query, $secrets);
    expect($holds($signed))->toBeTrue()
        ->and($holds($signed->with('m.no', '0041')))->toBeTrue()
        ->and($holds($signed->with('m.no', null)))->toBeTrue()
        ->and($holds($signed->with('download', '1')))->toBeTrue();
    $changes = ['text' => 'https://heathside.example/', 'key' => 'kgp_b', 'open' => 'm.no,text', 'exp' => '4102444800', 'level' => 'L', 'm.other' => 'x', 'sig' => str_repeat('A', 43)];
    foreach ($changes as $name => $value) {
        expect($holds($signed->with($name, $value)))->toBeFalse($name);
    }
    expect($holds($signed, 'code.png'))->toBeFalse()
        ->and($holds($signed, 'code.svg', ['kgx_new']))->toBeFalse()
        ->and($holds($signed->with('sig', null)))->toBeFalse()
        ->and($holds($signed->with('sig', $signed->get('sig').'A')))->toBeFalse()
        ->and($holds($signed->with('text', null)))->toBeFalse();
});

it('follows RFC 2104: what another program computes of the same text fits', function () {
    $address = (new PictureAddress('https://codes.fennmoor.example'))->composed(['text' => 'Hive 7 & 8', 'key' => 'kgp_a'], PictureFormat::Png, 'kgx_secret');
    $expected = trim((string) shell_exec('printf %s '.escapeshellarg("keen-glyph picture 1\ncode.png\nkey=kgp_a&text=Hive%207%20%26%208").' | openssl dgst -sha256 -hmac kgx_secret -binary | base64 | tr +/ -_ | tr -d =\\\\n'));
    expect($address)->toBe("https://codes.fennmoor.example/s/1/code.png?key=kgp_a&sig=$expected&text=Hive%207%20%26%208");
});

it('names a saved glyph’s picture, now and for ever', function () {
    $address = new PictureAddress('https://codes.fennmoor.example');
    expect($address->saved('Xk3', PictureFormat::Svg))->toBe('https://codes.fennmoor.example/s/1/Xk3.svg')
        ->and($address->saved('Xk3', PictureFormat::Pdf, 4))->toBe('https://codes.fennmoor.example/s/1/Xk3-r4.pdf');
});
