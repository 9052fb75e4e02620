<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use KeenGlyph\Core\Render\PdfDocument;

/**
 * A page that shows where a printer puts things: a cross near two opposite corners, to be measured from the paper's left and
 * upper edges, and the outline of every label, to be held against a sheet of labels in the light. It is drawn through the
 * sheet's own correction, so that printing it again shows what that correction does.
 */
final class CalibrationPage
{
    /** Of the crosses from the paper's edges, in millimetres; inside what printers reach. */
    public const INSET = 10.0;

    private const ARM = 5.0;

    /** Between the crosses there has to be something to measure. */
    private const LEAST = 40.0;

    /**
     * @return array{array{float, float}, array{float, float}} upper left and lower right, in millimetres
     *
     * @throws InvalidRun when the paper is too small
     */
    public static function crosses(LabelSheet $sheet): array
    {
        if (min($sheet->width, $sheet->height) - 2 * self::INSET < self::LEAST) {
            throw new InvalidRun(sprintf('A page of %.1f × %.1f mm is too small to be measured: set its shift by hand.', $sheet->width, $sheet->height));
        }

        return [[self::INSET, self::INSET], [$sheet->width - self::INSET, $sheet->height - self::INSET]];
    }

    /**
     * @return string a PDF of one page
     *
     * @throws InvalidRun when the paper is too small
     */
    public static function pdf(LabelSheet $sheet): string
    {
        $lines = [];
        foreach (self::crosses($sheet) as [$x, $y]) {
            $lines[] = [$x - self::ARM, $y, $x + self::ARM, $y];
            $lines[] = [$x, $y - self::ARM, $x, $y + self::ARM];
        }
        for ($place = 0; $place < $sheet->perPage(); $place++) {
            [$left, $top] = [$sheet->left + $place % $sheet->columns * $sheet->pitchX, $sheet->top + intdiv($place, $sheet->columns) * $sheet->pitchY];
            [$right, $bottom] = [$left + $sheet->labelWidth, $top + $sheet->labelHeight];
            array_push($lines, [$left, $top, $right, $top], [$right, $top, $right, $bottom], [$right, $bottom, $left, $bottom], [$left, $bottom, $left, $top]);
        }
        $document = new PdfDocument('Calibration page');
        $document->sheet($sheet->width, $sheet->height, [], array_map(static fn (array $line): array => [...$sheet->sent($line[0], $line[1]), ...$sheet->sent($line[2], $line[3])], $lines));

        return $document->bytes();
    }
}
