<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use KeenGlyph\Core\Image\LuminancePlane;
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
     * @param  Spool<array{int, float, float, list<array{string, float, float, float, float, int, bool, bool}>}>  $labels  page from 0, place in millimetres, and the symbols that must be read there; page after page
     * @return array{pages: int, labels: int, read_back: int, checked: bool}
     */
    public static function of(string $pdf, int $pages, Spool $labels): array
    {
        $facts = ['pages' => $pages, 'labels' => count($labels), 'read_back' => 0, 'checked' => false];
        if (count($labels) === 0 || trim((string) shell_exec('command -v pdftoppm')) === '') {
            return [...$facts, 'read_back' => count($labels)];
        }
        $least = INF;
        foreach ($labels as [, , , $symbols]) {
            foreach ($symbols as $symbol) {
                $least = min($least, (new PlacedSymbol(...$symbol))->moduleMm());
            }
        }
        $dpi = $least / 25.4 * self::DPI < self::FEWEST_DOTS ? self::FINE_DPI : self::DPI;
        [$drawn, $plane] = [-1, null];
        foreach ($labels as [$page, $left, $top, $symbols]) {
            if ($page !== $drawn) {
                [$drawn, $plane] = [$page, self::page($pdf, $page + 1, $dpi)];
            }
            if ($plane === null) {
                continue;
            }
            $isRead = true;
            foreach ($symbols as $symbol) {
                $isRead = $isRead && (new PlacedSymbol(...$symbol))->isReadIn($plane, $left * $dpi / 25.4, $top * $dpi / 25.4, $dpi / 25.4);
            }
            $facts['read_back'] += $isRead ? 1 : 0;
        }

        return [...$facts, 'checked' => true];
    }

    /** A page as another program draws it; null when it does not. */
    private static function page(string $pdf, int $number, int $dpi): ?LuminancePlane
    {
        $pgm = (string) shell_exec("pdftoppm -gray -r $dpi -f $number -l $number ".escapeshellarg($pdf).' 2>/dev/null');

        return $pgm === '' ? null : (new PictureDecoder(new PictureLimits(400_000_000, 400_000_000)))->decode($pgm);
    }
}
