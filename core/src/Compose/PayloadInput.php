<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Compose;

use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\MergeFields;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Payloads;

/** What a symbol shall say: a text, or the fields of a kind; either may hold merge fields. */
final readonly class PayloadInput
{
    /**
     * @param  ?array<array-key, mixed>  $fields
     * @param  array<array-key, string>  $merge
     */
    private function __construct(
        private ?Kind $kind,
        private string $text,
        private ?array $fields,
        private array $merge,
    ) {
    }

    /**
     * @param  ?Kind  $kind  the kind it has by its form when null
     * @param  array<array-key, string>  $merge  values by the name of their merge field
     */
    public static function ofText(string $text, ?Kind $kind = null, array $merge = []): self
    {
        return new self($kind, $text, null, $merge);
    }

    /**
     * @param  array<array-key, mixed>  $fields  as the kind's grammar names them
     * @param  array<array-key, string>  $merge  values by the name of their merge field
     */
    public static function ofFields(Kind $kind, array $fields, array $merge = []): self
    {
        return new self($kind, '', $fields, $merge);
    }

    /** Whether fields were given, not a text. */
    public function isFromFields(): bool
    {
        return $this->fields !== null;
    }

    /** The payload with all problems that its kind finds in it. */
    public function payload(Context $context = new Context): Payload
    {
        if ($this->fields === null || $this->kind === null) {
            return Payloads::parse($this->merge === [] ? $this->text : MergeFields::intoText($this->text, $this->kind, $this->merge, $context), $this->kind, $context);
        }
        $fields = $this->merge === [] ? $this->fields : MergeFields::intoFields($this->kind->grammar()->fields(), $this->fields, $this->merge);

        return Payloads::build($this->kind, $fields, $context);
    }
}
