<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Finish\RetailBarcode;

/** The X-dimension of the retail symbol beneath. */
final class RetailBarcodeCheck implements Check
{
    public function line(Subject $subject): ?LedgerLine
    {
        $bars = $subject->layout->bars;
        if ($bars === null) {
            return null;
        }
        [$least, $nominal, $most] = RetailBarcode::X_MM;
        $mm = $bars[2] / $subject->layout->dpi * 25.4;
        $figure = sprintf('%.3f mm a bar', $mm);
        $note = sprintf('retail wants %.3f to %.3f', $least, $most);
        if ($mm >= $least - 0.0005 && $mm <= $most + 0.0005) {
            return new LedgerLine('companion', 'Bars beneath', Verdict::Holds, $figure, $note, sprintf('That is %d %% of the nominal size.', (int) round(100 * $mm / $nominal)));
        }
        $factor = $mm < $least ? $nominal / $mm : $most / $mm;
        $px = max(1, (int) ($mm < $least ? ceil($subject->layout->modulePx * $factor) : floor($subject->layout->modulePx * $factor)));

        return new LedgerLine(
            'companion', 'Bars beneath', $mm < $least * 0.8 || $mm > $most * 1.2 ? Verdict::Fails : Verdict::Marginal, $figure, $note,
            'Tills are set for bars between 80 % and 200 % of the nominal 0.330 mm.',
            $px <= 256 ? new Fix(sprintf('Use %d px a module', $px), ['module_px' => $px]) : null,
        );
    }
}
