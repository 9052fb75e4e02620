<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** What a workspace sets once for its payloads. */
final readonly class Context
{
    public const CHAT_TEMPLATE = 'https://chat.example/{number}?text={message}';

    public const GS1_DOMAIN = 'https://id.gs1.org';

    /**
     * @param  string  $chatTemplate  link in which {number} and {message} are filled in
     * @param  ?string  $region  two-letter country whose numbers may be written without country code
     * @param  string  $gs1Domain  start of Digital Link URIs
     */
    public function __construct(
        public string $chatTemplate = self::CHAT_TEMPLATE,
        public ?string $region = null,
        public string $gs1Domain = self::GS1_DOMAIN,
    ) {
    }
}
