<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/** Something wrong or unwise about an element, in words that say what to do. */
final readonly class Finding
{
    /**
     * @param  int  $element  which element, from 0; -1 for all of them together
     * @param  ?string  $value  what the value could be instead
     */
    public function __construct(
        public bool $isError,
        public string $code,
        public int $element,
        public string $message,
        public ?string $fixLabel = null,
        public ?string $value = null,
    ) {
    }

    /** What keeps the elements from being valid. */
    public static function error(string $code, int $element, string $message, ?string $fixLabel = null, ?string $value = null): self
    {
        return new self(true, $code, $element, $message, $fixLabel, $value);
    }

    /** What is allowed and unwise. */
    public static function caution(string $code, int $element, string $message, ?string $fixLabel = null, ?string $value = null): self
    {
        return new self(false, $code, $element, $message, $fixLabel, $value);
    }
}
