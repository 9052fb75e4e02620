<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** Draws a scene as a PDF file of one page of exactly its size, vector. */
final class PdfRenderer
{
    /** The finished file. */
    public static function render(Scene $scene, PrintInk $inks = PrintInk::Rgb): string
    {
        $document = new PdfDocument($scene->title, $inks);
        $document->page($scene);

        return $document->bytes();
    }
}
