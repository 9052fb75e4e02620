<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** What a phone's camera does with a kind of payload. */
final readonly class PhoneHandling
{
    /**
     * @param  string  $app  the application that it hands it to
     * @param  string  $asks  what it asks first
     * @param  ?string  $action  what its button says; null where a phone only shows the text
     * @param  list<string>  $differs  where phones are known to part ways
     */
    public function __construct(
        public string $app,
        public string $asks,
        public ?string $action,
        public array $differs,
    ) {
    }
}
