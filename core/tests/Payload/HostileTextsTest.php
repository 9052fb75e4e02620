<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\Payloads;

/** As long as what a symbol holds; nothing longer is parsed. */
const LONGEST = 7_000;

/** The pieces over and over, to the length that is looked at. */
function over(string $begin, string $piece, string $end = ''): string
{
    return $begin.str_repeat($piece, intdiv(LONGEST - strlen($begin) - strlen($end), strlen($piece))).$end;
}

it('is done with any text at once, and tells no more of it than somebody reads', function (string $text) {
    $start = hrtime(true);
    $payload = Payloads::parse($text);
    expect((hrtime(true) - $start) / 1e9)->toBeLessThan(2.0)
        ->and(count($payload->problems))->toBeLessThanOrEqual(50);
})->with([
    'mail addresses' => [over('mailto:', 'a@b.example,')], 'at signs' => [over('https://', '@')], 'numbers' => [over('sms:', '+442079460123,')], 'number parameters' => [over('tel:+44', ';a=b')], 'colons' => [over('SMSTO:', ':')],
    'card lines' => [over("BEGIN:VCARD\r\nVERSION:3.0\r\n", "TEL:+442079460123\r\n", 'END:VCARD')], 'folds' => [over("BEGIN:VCARD\r\nVERSION:3.0\r\nNOTE:", "a\r\n ", "\r\nEND:VCARD")], 'soft breaks' => [over("BEGIN:VCARD\r\nVERSION:2.1\r\nNOTE;ENCODING=QUOTED-PRINTABLE:", "=C3=\r\n", "\r\nEND:VCARD")], 'parameters' => [over("BEGIN:VCARD\r\nVERSION:3.0\r\nTEL", ';TYPE=a', ":1\r\nEND:VCARD")], 'cards in cards' => [over('', "BEGIN:VCARD\r\n")],
    'events in events' => [over("BEGIN:VCALENDAR\r\n", "BEGIN:VEVENT\r\n")], 'a rule of many days' => [over("BEGIN:VEVENT\r\nSUMMARY:a\r\nDTSTART:20270612T183000Z\r\nRRULE:FREQ=DAILY;BYDAY=", 'MO,', "\r\nEND:VEVENT")],
    'names of networks' => [over('WIFI:', 'S:a;')], 'escapes' => [over('WIFI:S:', '\\;', ';;')], 'bookmarks' => [over('MEBKM:', 'TITLE:a;')], 'cards of letters' => [over('MECARD:', 'TEL:1;')],
    'keys' => [over('https://id.fennmoor.example', '/01/09520123456788')], 'qualifiers' => [over('https://id.fennmoor.example/01/09520123456788', '/10/A')], 'qualifiers before the key' => [over('https://id.fennmoor.example', '/10/A', '/01/09520123456788')], 'attributes' => [over('https://id.fennmoor.example/01/09520123456788?', '17=270930&')], 'elements' => [over('', '(10)A')], 'separators' => [over('', "10A\x1d")],
    'points' => [over('geo:', '1,')], 'parameters of a point' => [over('geo:1,1', ';a')], 'questions' => [over('geo:0,0?', 'q=1,1(')],
    'objects' => [over('000201', '6203000')], 'long objects' => [over('0002015303826', '9999')], 'short objects' => [over('0002012699', '0199')], 'short objects, few' => [substr(over('0002012699', '0199'), 0, 1000)],
    'lines of a transfer' => [over("BCD\n", "\n")], 'lines of a bill' => [over("SPC\n0200\n1\n", "\n")], 'secrets' => [over('otpauth://totp/a?', 'secret=A&')], 'coins' => [over('bitcoin:', '1')], 'amounts' => [over('bitcoin:1A?', 'amount=1&')],
    'labels' => [over('https://', 'a.')], 'foreign letters' => [over('https://', 'ж', '.example')], 'punycode' => [over('https://', 'xn--a.', 'example')], 'percent signs' => [over('', '%25', 'javascript:')], 'hidden letters' => [over('', "j\t", 'avascript:')], 'merge fields' => [over('https://fennmoor.example/', '{{a}}')], 'braces' => [over('', '{')],
    'spaces' => [over('', ' ')], 'control characters' => [over('', "\0")], 'joiners' => [over('', "\u{200D}")], 'accents' => [over('a', "\u{301}")], 'turns' => [over('', "\u{202E}")],
]);
