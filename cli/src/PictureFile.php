<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Render\PrintInk;
use KeenGlyph\Core\Render\Scene;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** A picture in the format that its file name ends in. */
final readonly class PictureFile
{
    private function __construct(
        public string $name,
        private PictureFormat $format,
    ) {
    }

    /** @throws UsageError when the ending is of no format */
    public static function named(string $name): self
    {
        $ending = strtolower(pathinfo($name, PATHINFO_EXTENSION));
        $format = PictureFormat::tryFrom($ending === 'jpeg' ? 'jpg' : $ending);

        return new self($name, $format ?? throw new UsageError("“{$name}” does not end in a format written here: ".implode(', ', array_column(PictureFormat::cases(), 'value')).'.'));
    }

    public function isVector(): bool
    {
        return $this->format->isVector();
    }

    /** The same file with a number before its ending, for sequences. */
    public function numbered(int $number): self
    {
        return new self((string) preg_replace('/(\.[^.]+)$/', "-$number\$1", $this->name), $this->format);
    }

    /**
     * @param  bool  $physical  whether the size was asked for as a length
     *
     * @throws UsageError when it cannot be written
     */
    public function write(Scene $scene, ModuleMatrix $matrix, Finish $finish, PrintInk $inks, bool $physical): void
    {
        $bytes = $this->format->draw($scene, $matrix, $finish, $inks, $physical);
        if (@file_put_contents($this->name, $bytes) !== strlen($bytes)) {
            throw new UsageError("“{$this->name}” cannot be written: ".(error_get_last()['message'] ?? 'unknown reason').'.');
        }
    }
}
