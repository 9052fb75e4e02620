<?php

declare(strict_types=1);

namespace App\Addresses;

use RuntimeException;

/** Why an address draws no code: a status, a title in a few words and a sentence on what to do. */
final class RefusedAddress extends RuntimeException
{
    /** @param  array<string, string>  $headers */
    public function __construct(public readonly int $status, public readonly string $title, string $reason, public readonly array $headers = [])
    {
        parent::__construct($reason);
    }

    public static function malformed(string $reason): self
    {
        return new self(400, 'No code', $reason);
    }

    public static function notAllowed(string $reason): self
    {
        return new self(403, 'Not allowed', $reason);
    }

    public static function absent(): self
    {
        return new self(404, 'No such code', 'Nothing has this address, or it was taken back.');
    }

    public static function over(string $reason): self
    {
        return new self(410, 'Expired', $reason);
    }

    public static function wrong(string $reason): self
    {
        return new self(422, 'No code', $reason);
    }
}
