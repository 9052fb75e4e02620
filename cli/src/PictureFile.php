<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Image\PictureEncoder;
use KeenGlyph\Core\Render\EpsRenderer;
use KeenGlyph\Core\Render\PdfRenderer;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SvgRenderer;
use KeenGlyph\Core\Render\TextRenderer;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** A picture in the format that its file name ends in. */
final readonly class PictureFile
{
    private const FORMATS = ['svg', 'png', 'webp', 'jpg', 'pdf', 'eps', 'txt'];

    private function __construct(
        public string $name,
        private string $format,
    ) {
    }

    /** @throws UsageError when the ending is of no format */
    public static function named(string $name): self
    {
        $format = strtolower(pathinfo($name, PATHINFO_EXTENSION));
        $format = $format === 'jpeg' ? 'jpg' : $format;
        if (! in_array($format, self::FORMATS, true)) {
            throw new UsageError("“{$name}” does not end in a format written here: ".implode(', ', self::FORMATS).'.');
        }

        return new self($name, $format);
    }

    /** The same file with a number before its ending, for sequences. */
    public function numbered(int $number): self
    {
        return new self((string) preg_replace('/(\.[^.]+)$/', "-$number\$1", $this->name), $this->format);
    }

    /** @throws UsageError when it cannot be written */
    public function write(ModuleMatrix $matrix, Finish $finish, Layout $layout, string $title, ?Overlay $overlay = null): void
    {
        $png = static fn (): string => PngRenderer::render($matrix, $finish, $layout, $overlay);
        $bytes = match ($this->format) {
            'svg' => SvgRenderer::render($matrix, $finish, $layout, $title, $overlay),
            'pdf' => PdfRenderer::render($matrix, $finish, $layout, $title, $overlay),
            'eps' => EpsRenderer::render($matrix, $finish, $layout, $overlay),
            'png' => $png(),
            'webp' => PictureEncoder::webp($png()),
            'jpg' => PictureEncoder::jpeg($png()),
            default => TextRenderer::render($matrix, $finish),
        };
        if (@file_put_contents($this->name, $bytes) !== strlen($bytes)) {
            throw new UsageError("“{$this->name}” cannot be written: ".(error_get_last()['message'] ?? 'unknown reason').'.');
        }
    }
}
