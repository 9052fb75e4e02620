<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Payload\Payload;
use RuntimeException;

/** A payload with errors, of which no symbol is made unless it is wanted as it is. */
final class StoppedPayload extends RuntimeException
{
    public function __construct(public readonly Payload $payload)
    {
        parent::__construct($payload->obstacle()->message ?? '');
    }
}
