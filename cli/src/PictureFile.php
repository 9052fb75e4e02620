<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Image\PictureFormat;

/** A file whose name says its format by its ending. */
final readonly class PictureFile
{
    private function __construct(
        public string $name,
        public PictureFormat $format,
    ) {
    }

    /** @throws UsageError when the ending is of no format */
    public static function named(string $name): self
    {
        $ending = strtolower(pathinfo($name, PATHINFO_EXTENSION));
        $format = PictureFormat::tryFrom($ending === 'jpeg' ? 'jpg' : $ending);

        return new self($name, $format ?? throw new UsageError("“{$name}” does not end in a format written here: ".implode(', ', array_column(PictureFormat::cases(), 'value')).'.'));
    }

    /** The same file with a number before its ending, for sequences. */
    public function numbered(int $number): self
    {
        return new self((string) preg_replace('/(\.[^.]+)$/', "-$number\$1", $this->name), $this->format);
    }

    /** @throws UsageError when it cannot be written */
    public function write(string $bytes): void
    {
        if (@file_put_contents($this->name, $bytes) !== strlen($bytes)) {
            throw new UsageError("“{$this->name}” cannot be written: ".(error_get_last()['message'] ?? 'unknown reason').'.');
        }
    }
}
