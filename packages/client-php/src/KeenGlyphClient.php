<?php

declare(strict_types=1);

namespace KeenGlyph\Client;

/**
 * Calls to an installation of Keen Glyph with a secret key. A busy server is asked again after as long as it says; what
 * creates something carries a key of its own, so that asking again creates nothing twice.
 */
final readonly class KeenGlyphClient
{
    /** Tries beside the first, and the longest wait between two, in seconds. */
    private const TRIES = 4;

    private const LONGEST_WAIT = 20.0;

    /**
     * @param  string  $base  scheme and host, without a slash at its end
     * @param  string  $key  a secret key; from the environment, not from the source
     * @param  float  $seconds  that one try may take
     */
    public function __construct(private string $base, #[\SensitiveParameter] private string $key, private float $seconds = 20.0)
    {
    }

    /**
     * A picture of a text, as the bytes of a file.
     *
     * @param  'svg'|'png'|'webp'|'jpg'|'pdf'  $format
     * @param  array<string, mixed>  $options  as `POST /api/v1/symbols` names them
     *
     * @throws ApiProblem
     */
    public function picture(string $text, string $format = 'svg', array $options = []): string
    {
        $types = ['svg' => 'image/svg+xml', 'png' => 'image/png', 'webp' => 'image/webp', 'jpg' => 'image/jpeg', 'pdf' => 'application/pdf'];

        return $this->send('POST', '/api/v1/symbols', ['text' => $text, ...$options], $types[$format])->body;
    }

    /**
     * What a picture says: its texts, in no order.
     *
     * @return list<string>
     *
     * @throws ApiProblem
     */
    public function read(string $picture, string $mediaType = 'image/png'): array
    {
        $answer = $this->send('POST', '/api/v1/read', $picture, 'application/json', $mediaType)->json();
        $texts = [];
        foreach (is_array($answer['pictures'] ?? null) ? $answer['pictures'] : [] as $one) {
            foreach (is_array($one) && is_array($one['symbols'] ?? null) ? $one['symbols'] : [] as $symbol) {
                is_array($symbol) && is_string($symbol['text'] ?? null) && $texts[] = $symbol['text'];
            }
        }

        return $texts;
    }

    /**
     * Keeps a code under a name.
     *
     * @param  array<string, mixed>  $options  as `POST /api/v1/glyphs` names them
     * @param  ?string  $idempotencyKey  one of your own, to be safe across restarts of your program too
     * @return array<string, mixed> the glyph
     *
     * @throws ApiProblem
     */
    public function saveGlyph(string $name, string $text, array $options = [], ?string $idempotencyKey = null): array
    {
        return $this->send('POST', '/api/v1/glyphs', ['name' => $name, 'text' => $text, ...$options], idempotencyKey: $idempotencyKey ?? bin2hex(random_bytes(16)))->json();
    }

    /**
     * A token that a page of yours draws one code with, for a short time.
     *
     * @param  array<string, mixed>  $options
     *
     * @throws ApiProblem
     */
    public function pageToken(string $text, int $seconds = 300, array $options = []): string
    {
        $token = $this->send('POST', '/api/v1/page-tokens', ['may' => 'draw', 'text' => $text, 'seconds' => $seconds, ...$options])->json()['token'] ?? '';

        return is_string($token) ? $token : '';
    }

    /**
     * Any other route of the reference.
     *
     * @param  array<string, mixed>  $body
     * @return array<string, mixed>
     *
     * @throws ApiProblem
     */
    public function call(string $method, string $path, array $body = [], ?string $idempotencyKey = null): array
    {
        return $this->send($method, $path, $method === 'GET' ? null : $body, idempotencyKey: $idempotencyKey)->json();
    }

    /** @param  array<string, mixed>|string|null  $body */
    private function send(string $method, string $path, array|string|null $body, string $accept = 'application/json', string $type = 'application/json', ?string $idempotencyKey = null): Answer
    {
        $headers = ['Authorization: Bearer '.$this->key, "Accept: {$accept}", 'Expect:'];
        if ($idempotencyKey !== null) {
            $headers[] = "Idempotency-Key: {$idempotencyKey}";
        }
        if ($body !== null) {
            $headers[] = "Content-Type: {$type}";
        }
        $sent = is_array($body) ? json_encode((object) $body, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE) : $body;
        // What creates something is only sent again where that is known to be safe.
        $isRepeatable = $method !== 'POST' || $idempotencyKey !== null || preg_match('#/(?:symbols|bars|read|page-tokens|addresses|payloads/\w+|gs1)$#D', $path) === 1;
        for ($try = 0; ; $try++) {
            $answer = $this->once($method, $path, $sent, $headers);
            $isBusy = $answer->status === 503 || $answer->status === 429 || ($answer->status === 0 && $isRepeatable);
            if (! $isBusy || $try >= self::TRIES || $answer->retryAfter > self::LONGEST_WAIT) {
                break;
            }
            usleep((int) (max($answer->retryAfter, 0.25 * 2 ** $try) * random_int(800_000, 1_200_000)));
        }
        if ($answer->status < 200 || $answer->status >= 300) {
            throw ApiProblem::of($answer);
        }

        return $answer;
    }

    /** @param  list<string>  $headers */
    private function once(string $method, string $path, ?string $body, array $headers): Answer
    {
        $retryAfter = 0.0;
        $call = curl_init($this->base.$path);
        curl_setopt_array($call, [
            CURLOPT_CUSTOMREQUEST => $method === '' ? 'GET' : $method,
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_HTTPHEADER => $headers,
            CURLOPT_TIMEOUT_MS => (int) ($this->seconds * 1000),
            CURLOPT_HEADERFUNCTION => static function ($call, string $line) use (&$retryAfter): int {
                if (preg_match('/^retry-after:\s*(\d+)/i', $line, $match) === 1) {
                    $retryAfter = (float) $match[1];
                }

                return strlen($line);
            },
        ]);
        if ($body !== null) {
            curl_setopt($call, CURLOPT_POSTFIELDS, $body);
        }
        $got = curl_exec($call);

        return new Answer(is_string($got) ? (int) curl_getinfo($call, CURLINFO_RESPONSE_CODE) : 0, is_string($got) ? $got : curl_error($call), $retryAfter);
    }
}
