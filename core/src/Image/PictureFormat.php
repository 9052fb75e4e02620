<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Render\EpsRenderer;
use KeenGlyph\Core\Render\PdfRenderer;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\PrintInk;
use KeenGlyph\Core\Render\Scene;
use KeenGlyph\Core\Render\SvgRenderer;
use KeenGlyph\Core\Render\TextRenderer;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** The files a drawing can become. */
enum PictureFormat: string
{
    case Svg = 'svg';
    case Png = 'png';
    case Webp = 'webp';
    case Jpg = 'jpg';
    case Pdf = 'pdf';
    case Eps = 'eps';
    case Txt = 'txt';
    case Json = 'json';

    /** Its media type (IANA). */
    public function mediaType(): string
    {
        return match ($this) {
            self::Svg => 'image/svg+xml',
            self::Png => 'image/png',
            self::Webp => 'image/webp',
            self::Jpg => 'image/jpeg',
            self::Pdf => 'application/pdf',
            self::Eps => 'application/postscript',
            self::Txt => 'text/plain',
            self::Json => 'application/json',
        };
    }

    /** What it is good for, in a few words. */
    public function note(): string
    {
        return match ($this) {
            self::Svg => 'pages and print, any size',
            self::Png => 'this size, whole pixels',
            self::Webp => 'fast pages',
            self::Jpg => 'only if asked: it blurs edges',
            self::Pdf => 'print works, exact size',
            self::Eps => 'older print works',
            self::Txt => 'terminals and logs',
            self::Json => 'modules, to draw yourself',
        };
    }

    /** How the file states its size. */
    public function sizeKept(): string
    {
        return match ($this) {
            self::Svg => 'in px or mm',
            self::Png, self::Jpg => 'dpi tag',
            self::Pdf, self::Eps => 'in points',
            self::Webp, self::Txt, self::Json => 'no',
        };
    }

    /**
     * Those that can be asked for as a file.
     *
     * @return list<self>
     */
    public static function pictures(): array
    {
        return [self::Svg, self::Png, self::Webp, self::Jpg, self::Pdf, self::Eps, self::Txt];
    }

    /** The format of a media type; null when none is written here. */
    public static function ofMediaType(string $type): ?self
    {
        foreach (self::pictures() as $format) {
            if ($format->mediaType() === $type) {
                return $format;
            }
        }

        return null;
    }

    /** Whether it is drawn from outlines, at any size. */
    public function isVector(): bool
    {
        return in_array($this, [self::Svg, self::Pdf, self::Eps], true);
    }

    /** Whether the file is text. */
    public function isText(): bool
    {
        return in_array($this, [self::Svg, self::Txt, self::Json], true);
    }

    /**
     * @param  ModuleMatrix  $matrix  the modules alone, for text and JSON
     * @param  Finish  $finish  for text: its quiet zone
     * @param  bool  $physical  whether an SVG file states its size in millimetres
     * @param  ?string  $png  the PNG file where it was made already
     */
    public function draw(Scene $scene, ModuleMatrix $matrix, Finish $finish, PrintInk $inks = PrintInk::Rgb, bool $physical = false, ?string $png = null): string
    {
        return match ($this) {
            self::Svg => SvgRenderer::render($scene, $physical),
            self::Png => $png ?? PngRenderer::render($scene),
            self::Webp => PictureEncoder::webp($png ?? PngRenderer::render($scene)),
            self::Jpg => PictureEncoder::jpeg($png ?? PngRenderer::render($scene), $scene->light, $scene->layout->dpi),
            self::Pdf => PdfRenderer::render($scene, $inks),
            self::Eps => EpsRenderer::render($scene, $inks),
            self::Txt => TextRenderer::render($matrix, $finish),
            self::Json => json_encode(['modules' => $matrix->columns(), 'quiet' => $finish->quiet, 'rows' => $matrix->rows], JSON_THROW_ON_ERROR)."\n",
        };
    }
}
