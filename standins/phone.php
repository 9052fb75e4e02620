<?php

declare(strict_types=1);

// A phone that follows what it scanned, one step at a time: what the address answers, the page it shows, and what it would
// save, dial or write. It asks Keen Glyph as any visitor would, without a key.

const AGENTS = [
    'android' => 'Mozilla/5.0 (Linux; Android 14; K) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/120.0 Mobile Safari/537.36',
    'ios' => 'Mozilla/5.0 (iPhone; CPU iPhone OS 17_0 like Mac OS X) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/17.0 Mobile/15E148 Safari/604.1',
    'desktop' => 'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/120.0 Safari/537.36',
];

/**
 * What one address answers.
 *
 * @param  array<string, string>  $form  what is posted; nothing for a look
 * @return array{status: int, location: string, type: string, body: string}
 */
function fetched(string $url, string $agent, string $language, array $form): array
{
    $headers = [];
    $call = curl_init($url);
    curl_setopt_array($call, [
        CURLOPT_RETURNTRANSFER => true, CURLOPT_TIMEOUT => 10, CURLOPT_USERAGENT => $agent, CURLOPT_HTTPHEADER => ["Accept-Language: $language"], CURLOPT_PROTOCOLS => CURLPROTO_HTTP | CURLPROTO_HTTPS,
        CURLOPT_HEADERFUNCTION => static function ($call, string $line) use (&$headers): int {
            [$name, $value] = [...explode(':', $line, 2), ''];
            $headers[strtolower(trim($name))] = trim($value);

            return strlen($line);
        },
        ...($form === [] ? [] : [CURLOPT_POSTFIELDS => http_build_query($form)]),
    ]);
    $body = curl_exec($call);

    return ['status' => (int) curl_getinfo($call, CURLINFO_RESPONSE_CODE), 'location' => $headers['location'] ?? '', 'type' => strtok($headers['content-type'] ?? '', ';') ?: '', 'body' => is_string($body) ? substr($body, 0, 400_000) : ''];
}

/** What the phone does with an address that is no web page, in words; null for web pages. */
function handed(string $url): ?string
{
    $rest = rawurldecode((string) substr((string) strstr($url, ':'), 1));

    return match (strtolower((string) strstr($url, ':', true))) {
        'tel' => "The phone would call $rest.",
        'mailto' => "The phone would begin a mail to $rest.",
        'sms' => "The phone would begin a message to $rest.",
        'geo' => "The phone would show $rest on its map.",
        default => null,
    };
}

/** A page whose links and forms come back to the phone. @param  array<string, string>  $with */
function followed(string $html, string $base, array $with): string
{
    $document = new DOMDocument;
    @$document->loadHTML('<?xml encoding="UTF-8">'.$html);
    $whole = static fn (string $href): string => str_starts_with($href, '/') ? $base.$href : $href;
    foreach ($document->getElementsByTagName('a') as $link) {
        $link->setAttribute('href', '/phone?'.http_build_query(['go' => $whole($link->getAttribute('href')), ...$with]));
        $link->setAttribute('target', '_top');
    }
    foreach ($document->getElementsByTagName('form') as $form) {
        $form->setAttribute('action', '/phone?'.http_build_query(['go' => $whole($form->getAttribute('action') ?: $with['at']), ...$with]));
        $form->setAttribute('target', '_top');
    }
    foreach (['img', 'video'] as $name) {
        foreach ($document->getElementsByTagName($name) as $one) {
            $one->setAttribute('src', $whole($one->getAttribute('src')));
        }
    }

    return (string) $document->saveHTML($document->documentElement);
}

/**
 * Every step from an address to where it ends.
 *
 * @param  array<string, string>  $form
 * @return array{steps: list<string>, html: ?string, says: ?string, end: string}
 */
function followAll(string $go, string $base, string $agent, string $language, array $form, array $with): array
{
    $steps = [];
    for ($i = 0; $i < 8; $i++) {
        $handed = handed($go);
        // Of the outside world nothing is asked: the phone says where it would go.
        if ($handed !== null || stripos($go, "$base/") !== 0) {
            return ['steps' => $steps, 'html' => null, 'says' => $handed ?? "The browser would open $go.", 'end' => $go];
        }
        $answer = fetched($go, $agent, $language, $form);
        $form = [];
        $steps[] = parse_url($go, PHP_URL_PATH).' answers '.$answer['status'].($answer['location'] === '' ? '' : " and leads to {$answer['location']}");
        if ($answer['location'] !== '') {
            $go = str_starts_with($answer['location'], '/') ? $base.$answer['location'] : $answer['location'];

            continue;
        }
        $named = preg_match('/^(?:FN|SUMMARY)[^:]*:(.*)$/m', $answer['body'], $match) === 1 ? trim($match[1]) : '';

        return [
            'steps' => $steps, 'html' => $answer['type'] === 'text/html' ? followed($answer['body'], $base, [...$with, 'at' => $go]) : null,
            'says' => match ($answer['type']) {
                'text/html' => null,
                'text/vcard' => "The phone asks: save $named to your contacts?",
                'text/calendar' => "The phone asks: add $named to your calendar?",
                default => "The phone opens a file: {$answer['type']}.",
            }, 'end' => $go,
        ];
    }

    return ['steps' => $steps, 'html' => null, 'says' => 'It was led on too often and gave up.', 'end' => $go];
}
