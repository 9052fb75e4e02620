<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** What reading a picture gave: symbols, or how far it came. */
final readonly class ReadOutcome
{
    /**
     * @param  list<Reading>  $readings
     * @param  list<LinearReading>  $linear
     * @param  Ending  $ending  why it stopped
     * @param  list<StepTime>  $steps  what was tried, in order
     */
    public function __construct(
        public array $readings,
        public ?Failure $failure,
        public array $linear = [],
        public Ending $ending = Ending::Time,
        public array $steps = [],
    ) {
    }

    /** The whole text, when the QR Code symbols together are a complete sequence. */
    public function joined(): ?Content
    {
        return JoinedText::of(array_map(static fn (Reading $reading): Content => $reading->symbol->content, $this->readings));
    }

    /** What to say and do when nothing was read, in plain words; empty where something was. */
    public function hint(): string
    {
        return $this->failure === null ? '' : trim($this->failure->hint().' '.($this->failure->stage === Stage::NoTime ? '' : $this->ending->hint()));
    }

    /** Symbols of any kind. */
    public function count(): int
    {
        return count($this->readings) + count($this->linear);
    }
}
