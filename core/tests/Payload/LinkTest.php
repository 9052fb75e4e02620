<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Payload\Problem;

/** @return list<string> */
function codesOf(string $text, Kind $kind = Kind::Link): array
{
    return array_map(fn (Problem $problem) => $problem->code, Payloads::parse($text, $kind)->problems);
}

it('has nothing to say about a link in order', function (string $link) {
    expect(codesOf($link))->toBe([]);
})->with([
    'https://fennmoor.example/hive/7', 'HTTPS://FENNMOOR.EXAMPLE', 'https://fennmoor.example:8443/a?b=c%20d#e', 'https://shop.fennmoor.example/?q=a+b&c=%C3%A9',
]);

it('finds what is wrong and says what to write instead', function (string $link, string $code, ?string $fixed) {
    $payload = Payloads::parse($link, Kind::Link);
    $problem = $payload->problems[0];
    expect([$problem->code, $problem->fixValue])->toBe([$code, $fixed]);
})->with([
    ['fennmoor.example/hive/7', 'scheme_missing', 'https://fennmoor.example/hive/7'],
    ['localhost:8080/x', 'scheme_missing', 'https://localhost:8080/x'],
    ['//fennmoor.example', 'scheme_missing', 'https://fennmoor.example'],
    ['https:fennmoor.example', 'slashes_missing', 'https://fennmoor.example'],
    [' https://fennmoor.example', 'outer_space', 'https://fennmoor.example'],
    ['https://fennmoor.example/a b', 'inner_space', 'https://fennmoor.example/a%20b'],
    ['http://fennmoor.example', 'not_encrypted', 'https://fennmoor.example'],
    ['https://fennmoor.example/100%', 'percent', 'https://fennmoor.example/100%25'],
    ['https://fennmoor.example/a%2520b', 'encoded_twice', 'https://fennmoor.example/a%20b'],
    ['https://fennmoor.example/jär', 'not_encoded', 'https://fennmoor.example/j%C3%A4r'],
    ['https://ines@fennmoor.example', 'user_part', null],
    ['https://', 'host_missing', null],
    ['https:///path', 'host_missing', null],
    ['https://fenn..moor.example', 'host_invalid', null],
    ['https://fennmoor.example:99999', 'port', null],
    ['https://192.168.0.7/hive', 'numeric_host', null],
    ['https://intranet/hive', 'local_host', null],
    ['https://grün.example', 'not_ascii_host', null],
    ['ftp://fennmoor.example', 'other_scheme', null],
    ['https://fennmoor.example/'.str_repeat('a', 120), 'long', null],
]);

it('names look-alike letters and where a browser would go', function () {
    $problem = Payloads::parse('https://id.fennmооr.example', Kind::Link)->problems[0];
    expect($problem->code)->toBe('look_alike')
        ->and($problem->message)->toContain('о U+043E', 'id.xn--fennmr-0qfa.example');
});

it('makes no symbol of what could harm', function (string $link, string $code) {
    expect(Payloads::parse($link, Kind::Link)->obstacle()?->code)->toBe($code);
})->with([
    'script' => ['javascript:alert(1)', 'dangerous_scheme'],
    'script in capitals' => ['JaVaScRiPt:alert(1)', 'dangerous_scheme'],
    'script with a tab in it' => [" java\tscript:alert(1)", 'dangerous_scheme'],
    'script with a hard space in it' => ["java\u{00A0}script:alert(1)", 'dangerous_scheme'],
    'data' => ['data:text/html,x', 'dangerous_scheme'],
    'file' => ['file:///etc/passwd', 'dangerous_scheme'],
    'direction mark' => ["https://fennmoor.example/\u{202E}gpj.exe", 'direction_mark'],
    'control character' => ["https://fennmoor.example/\x07", 'control'],
    'bytes that are no text' => ["\xFF\xFE", 'not_utf8'],
    'nothing' => ['', 'empty'],
    'spaces' => ['   ', 'empty'],
]);

it('offers changes that mend what they name', function () {
    foreach (['fennmoor.example', ' https://fennmoor.example ', 'https://fennmoor.example/a b', 'http://fennmoor.example', 'https://fennmoor.example/5%', 'https://fennmoor.example/é"'] as $link) {
        $problem = Payloads::parse($link, Kind::Link)->problems[0];
        expect(codesOf((string) $problem->fixValue))->not->toContain($problem->code);
    }
});

it('takes a text for a link only when a phone would open it', function () {
    expect(Payloads::parse('https://fennmoor.example')->kind)->toBe(Kind::Link)
        ->and(Payloads::parse('fennmoor.example')->kind)->toBe(Kind::Text)
        ->and(Payloads::parse('javascript:alert(1)')->kind)->toBe(Kind::Text);
});

it('warns of what plain text hides', function () {
    expect(codesOf("a\u{202E}b", Kind::Text))->toBe(['direction_mark'])
        ->and(codesOf(' hive', Kind::Text))->toBe(['outer_space'])
        ->and(codesOf("a\0b", Kind::Text))->toBe(['control'])
        ->and(codesOf('HIVE 17-B', Kind::Text))->toBe([]);
});
