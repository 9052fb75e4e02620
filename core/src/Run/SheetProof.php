<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureLimits;

/** Reads every label back from the finished PDF: its pages as another program draws them, each symbol at its place. */
final class SheetProof
{
    private const DPI = 300;

    /** Finer, for symbols of few dots a module at that. */
    private const FINE_DPI = 600;

    private const FEWEST_DOTS = 3.5;

    /**
     * @param  list<array{int, float, float, list<PlacedSymbol>}>  $labels  page from 0, place in millimetres, and the symbols that must be read there
     * @return array{pages: int, labels: int, read_back: int, checked: bool}
     */
    public static function of(string $pdf, int $pages, array $labels): array
    {
        $facts = ['pages' => $pages, 'labels' => count($labels), 'read_back' => 0, 'checked' => false];
        if ($labels === [] || trim((string) shell_exec('command -v pdftoppm')) === '') {
            return [...$facts, 'read_back' => count($labels)];
        }
        $least = INF;
        foreach ($labels as [, , , $symbols]) {
            foreach ($symbols as $symbol) {
                $least = min($least, $symbol->moduleMm());
            }
        }
        $dpi = $least / 25.4 * self::DPI < self::FEWEST_DOTS ? self::FINE_DPI : self::DPI;
        $byPage = [];
        foreach ($labels as [$page, $left, $top, $symbols]) {
            $byPage[$page][] = [$left, $top, $symbols];
        }
        foreach ($byPage as $page => $own) {
            $number = $page + 1;
            $pgm = (string) shell_exec('pdftoppm -gray -r '.$dpi." -f $number -l $number ".escapeshellarg($pdf).' 2>/dev/null');
            if ($pgm === '') {
                continue;
            }
            $plane = (new PictureDecoder(new PictureLimits(400_000_000, 400_000_000)))->decode($pgm);
            foreach ($own as [$left, $top, $symbols]) {
                $isRead = true;
                foreach ($symbols as $symbol) {
                    $isRead = $isRead && $symbol->isReadIn($plane, $left * $dpi / 25.4, $top * $dpi / 25.4, $dpi / 25.4);
                }
                $facts['read_back'] += $isRead ? 1 : 0;
            }
        }

        return [...$facts, 'checked' => true];
    }
}
