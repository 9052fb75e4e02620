<?php

declare(strict_types=1);

namespace KeenGlyph\Client;

/** What came back. */
final readonly class Answer
{
    /**
     * @param  int  $status  0 when there was no answer
     * @param  float  $retryAfter  seconds
     */
    public function __construct(public int $status, public string $body, public float $retryAfter)
    {
    }

    /** @return array<string, mixed> */
    public function json(): array
    {
        $value = json_decode($this->body, true);

        return is_array($value) ? $value : [];
    }
}
