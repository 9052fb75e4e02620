<?php

declare(strict_types=1);

namespace KeenGlyph\Client;

use RuntimeException;

/** A problem (RFC 9457): its status, its words, and what is wrong where. */
final class ApiProblem extends RuntimeException
{
    /** @param  list<array<string, mixed>>  $errors  each with a pointer into the body, a code and a detail */
    private function __construct(string $message, public readonly int $status, public readonly string $type, public readonly array $errors)
    {
        parent::__construct($message, $status);
    }

    public static function of(Answer $answer): self
    {
        $problem = $answer->json();
        $errors = array_values(array_filter(is_array($problem['errors'] ?? null) ? $problem['errors'] : [], is_array(...)));
        $detail = $problem['detail'] ?? null;

        return new self(
            is_string($detail) ? $detail : ($answer->status === 0 ? "There was no answer: {$answer->body}" : "The answer was {$answer->status}."),
            $answer->status,
            is_string($problem['type'] ?? null) ? $problem['type'] : '',
            $errors,
        );
    }
}
