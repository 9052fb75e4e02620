<?php

declare(strict_types=1);

// The simulated outside world: pages of the cooperative on another origin than Keen Glyph's, that embed codes and readers
// as any developer would. Plain PHP, so that it can be read as an example; what is secret stays on this side.

/** @var array{base: string, public: string, secret: string, signing: string, gate: string, hook: string, elements: array{pinned: string, integrity: string}} $host */
$host = json_decode((string) file_get_contents((string) getenv('KEEN_GLYPH_STANDINS')), true, flags: JSON_THROW_ON_ERROR);

/**
 * Asks Keen Glyph something with the secret key.
 *
 * @param  array<string, mixed>  $body
 * @return array{int, array<string, mixed>}
 */
function ask(string $path, array $body): array
{
    global $host;
    $call = curl_init($host['base'].$path);
    curl_setopt_array($call, [
        CURLOPT_POST => true,
        CURLOPT_RETURNTRANSFER => true,
        CURLOPT_TIMEOUT => 10,
        CURLOPT_HTTPHEADER => ['Authorization: Bearer '.$host['secret'], 'Content-Type: application/json', 'Accept: application/json'],
        CURLOPT_POSTFIELDS => json_encode($body, JSON_THROW_ON_ERROR),
    ]);
    $answer = curl_exec($call);

    return [(int) curl_getinfo($call, CURLINFO_RESPONSE_CODE), (array) json_decode(is_string($answer) ? $answer : '', true)];
}

/** @param  array<string, mixed>  $body */
function json(int $status, array $body): never
{
    http_response_code($status);
    header('Content-Type: application/json');
    header('Cache-Control: no-store');
    echo json_encode($body, JSON_UNESCAPED_SLASHES);
    exit;
}

/** An address signed here, as docs/embedding.md shows it. @param  array<string, string>  $values */
function signed(string $file, array $values): string
{
    global $host;
    ksort($values, SORT_STRING);
    $open = isset($values['open']) ? explode(',', $values['open']) : [];
    $query = http_build_query(array_diff_key($values, array_flip($open)), '', '&', PHP_QUERY_RFC3986);
    $signature = rtrim(strtr(base64_encode(hash_hmac('sha256', "keen-glyph picture 1\n$file\n$query", $host['signing'], true)), '+/', '-_'), '=');

    return "{$host['base']}/s/1/$file?".http_build_query([...$values, 'sig' => $signature], '', '&', PHP_QUERY_RFC3986);
}

$path = (string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH);

// A receiver of hooks: keeps what arrives and says whether it was signed with the secret that it was given.
$arrived = (string) getenv('KEEN_GLYPH_STANDINS').'.received';
if ($path === '/receiver' && $_SERVER['REQUEST_METHOD'] === 'POST') {
    $body = (string) file_get_contents('php://input');
    $time = (string) ($_SERVER['HTTP_KEEN_TIMESTAMP'] ?? '');
    $expected = hash_hmac('sha256', "$time.$body", $host['hook']);
    $isSigned = in_array($expected, array_map(trim(...), explode(',', (string) ($_SERVER['HTTP_KEEN_SIGNATURE'] ?? ''))), true);
    // Old ones could be sent again by somebody who listened.
    $isFresh = abs(time() - (int) $time) < 300;
    file_put_contents($arrived, json_encode(['at' => date('H:i:s'), 'event' => $_SERVER['HTTP_KEEN_EVENT'] ?? '', 'id' => $_SERVER['HTTP_KEEN_EVENT_ID'] ?? '', 'signed' => $isSigned && $isFresh, 'body' => $body])."\n", FILE_APPEND | LOCK_EX);
    json($isSigned && $isFresh ? 200 : 401, ['taken' => $isSigned && $isFresh]);
}

// What a page asks its own server for.
if ($_SERVER['REQUEST_METHOD'] === 'POST' && $path !== '/phone') {
    [$status, $answer] = match ($path) {
        '/enrolment-code' => ask('/api/v1/page-tokens', ['may' => 'draw', 'seconds' => 30, 'level' => 'Q', 'text' => 'https://members.fennmoor.example/enrol/'.bin2hex(random_bytes(9))]),
        '/reading' => ask('/api/v1/page-tokens', ['may' => 'read', 'seconds' => 3600]),
        '/door' => ask('/api/v1/page-tokens', ['may' => 'gates', 'gate' => $host['gate'], 'seconds' => 3600]),
        default => [404, []],
    };
    json($status === 201 ? 200 : 502, $status === 201 ? ['token' => $answer['token'], 'expires_at' => $answer['expires_at']] : ['message' => 'The code service does not answer.']);
}

$pages = ['/' => 'start', '/shop' => 'shop', '/enrol' => 'enrol', '/check-in' => 'check-in', '/mail' => 'mail', '/receiver' => 'receiver', '/phone' => 'phone', '/mails' => 'mails'];
$page = $pages[$path] ?? null;
http_response_code($page === null ? 404 : 200);
header('Content-Type: text/html; charset=utf-8');
// The phone shows pages of ours, whose styles stand in them.
$styles = $path === '/phone' ? " style-src 'self' 'unsafe-inline';" : '';
header("Content-Security-Policy: default-src 'self' {$host['base']};$styles object-src 'none'; base-uri 'none'; frame-ancestors 'none'");
header('Referrer-Policy: strict-origin-when-cross-origin');
$e = static fn (string $text): string => htmlspecialchars($text, ENT_QUOTES);
$elements = '<script type="module" src="'.$e($host['base'].$host['elements']['pinned']).'" integrity="'.$e($host['elements']['integrity']).'" crossorigin="anonymous"></script>';
require __DIR__.'/../pages/layout.php';
