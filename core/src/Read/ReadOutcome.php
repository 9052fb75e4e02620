<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** What reading a picture gave: symbols, or how far it came. */
final readonly class ReadOutcome
{
    /**
     * @param  list<Reading>  $readings
     * @param  list<LinearReading>  $linear
     */
    public function __construct(
        public array $readings,
        public ?Failure $failure,
        public array $linear = [],
    ) {
    }

    /** The whole text, when the QR Code symbols together are a complete sequence. */
    public function joined(): ?Content
    {
        return JoinedText::of(array_map(static fn (Reading $reading): Content => $reading->symbol->content, $this->readings));
    }

    /** Symbols of any kind. */
    public function count(): int
    {
        return count($this->readings) + count($this->linear);
    }
}
