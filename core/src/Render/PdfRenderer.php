<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Draws a symbol as a PDF 1.4 page of exactly its size (ISO 32000-1), vector, in RGB. */
final class PdfRenderer
{
    public static function render(ModuleMatrix $matrix, Finish $finish, Layout $layout, string $title, ?Overlay $overlay = null): string
    {
        $width = $layout->sideMm() / 25.4 * 72;
        $height = $layout->heightMm() / 25.4 * 72;
        $content = (string) gzcompress(VectorOperators::pdf($matrix, $finish, $layout, $overlay));
        $objects = [
            '<< /Type /Catalog /Pages 2 0 R >>',
            '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
            sprintf('<< /Type /Page /Parent 2 0 R /MediaBox [0 0 %.4F %.4F] /Resources << >> /Contents 4 0 R >>', $width, $height),
            sprintf("<< /Length %d /Filter /FlateDecode >>\nstream\n%s\nendstream", strlen($content), $content),
            '<< /Title <FEFF'.bin2hex(mb_convert_encoding($title, 'UTF-16BE', 'UTF-8')).'> /Producer (Keen Glyph) >>',
        ];
        $pdf = "%PDF-1.4\n%\xE2\xE3\xCF\xD3\n";
        $offsets = [];
        foreach ($objects as $i => $object) {
            $offsets[] = strlen($pdf);
            $pdf .= ($i + 1)." 0 obj\n$object\nendobj\n";
        }
        $table = strlen($pdf);
        $pdf .= sprintf("xref\n0 %d\n0000000000 65535 f \n", count($objects) + 1);
        foreach ($offsets as $offset) {
            $pdf .= sprintf("%010d 00000 n \n", $offset);
        }

        return $pdf.sprintf("trailer\n<< /Size %d /Root 1 0 R /Info 5 0 R >>\nstartxref\n%d\n%%%%EOF\n", count($objects) + 1, $table);
    }
}
