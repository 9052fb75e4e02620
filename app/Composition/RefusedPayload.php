<?php

declare(strict_types=1);

namespace App\Composition;

use KeenGlyph\Core\Payload\Problem;
use RuntimeException;

/** No symbol is made of this text. */
final class RefusedPayload extends RuntimeException
{
    public function __construct(public readonly Problem $problem)
    {
        parent::__construct($problem->message);
    }
}
