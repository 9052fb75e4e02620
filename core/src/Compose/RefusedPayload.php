<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Compose;

use KeenGlyph\Core\Payload\Payload;
use RuntimeException;

/** No symbol is made of this payload: it has errors, and was not asked for as it is. */
final class RefusedPayload extends RuntimeException
{
    /** @param  bool  $isFromFields  whether fields were given, not a text */
    public function __construct(
        public readonly Payload $payload,
        public readonly bool $isFromFields,
    ) {
        parent::__construct($payload->obstacle()->message ?? '');
    }

    /** @throws self when the payload may not be drawn */
    public static function demandDrawable(Payload $payload, bool $isFromFields, bool $asIs): void
    {
        if ($payload->obstacle($asIs) !== null) {
            throw new self($payload, $isFromFields);
        }
    }
}
