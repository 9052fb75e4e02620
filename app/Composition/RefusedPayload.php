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
        parent::__construct($payload->refusal()->message ?? '');
    }

    /** @return array<string, list<string>> messages by the request's fields */
    public function errors(): array
    {
        $errors = [];
        foreach ($this->payload->problems as $problem) {
            if ($problem->refused) {
                $errors[$this->name($problem)][] = $problem->message;
            }
        }

        return $errors;
    }

    private function name(Problem $problem): string
    {
        return $this->fromFields ? "fields.$problem->field" : 'text';
    }
}
