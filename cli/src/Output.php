<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

/** Where a command writes. */
final class Output
{
    /**
     * @param  resource  $out
     * @param  resource  $err
     */
    public function __construct(
        private $out = STDOUT,
        private $err = STDERR,
    ) {
    }

    public function line(string $text): void
    {
        fwrite($this->out, $text."\n");
    }

    /** As it stands, a line break behind it where it has none. */
    public function raw(string $text): void
    {
        fwrite($this->out, str_ends_with($text, "\n") ? $text : $text."\n");
    }

    public function error(string $text): void
    {
        fwrite($this->err, "glyph: $text\n");
    }

    /** @param  array<mixed>  $value */
    public function json(array $value): void
    {
        $this->line((string) json_encode($value, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR));
    }
}
