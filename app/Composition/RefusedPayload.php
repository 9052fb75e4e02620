<?php

declare(strict_types=1);

namespace App\Composition;

use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Problem;
use RuntimeException;

/** No symbol is made of this payload. */
final class RefusedPayload extends RuntimeException
{
    /** @param  bool  $fromFields  whether fields were given, not a text */
    public function __construct(
        public readonly Payload $payload,
        private readonly bool $fromFields,
    ) {
        parent::__construct($payload->obstacle()->message ?? '');
    }

    /** Where a problem stands in the request. */
    public function path(Problem $problem): string
    {
        return $this->fromFields ? "fields.$problem->field" : 'text';
    }
}
