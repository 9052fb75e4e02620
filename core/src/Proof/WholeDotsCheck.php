<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

/** What became of a size asked for in millimetres or inches when modules were made whole device dots. */
final class WholeDotsCheck implements Check
{
    public function line(Subject $subject): ?LedgerLine
    {
        $layout = $subject->layout;
        if ($layout->askedMm === null) {
            return null;
        }
        $true = $layout->sideMm();
        $away = abs($true - $layout->askedMm);
        $figure = sprintf('%.2f mm', $true);
        $note = sprintf('asked %.2f mm', $layout->askedMm);
        if ($layout->modulePx >= 2) {
            return new LedgerLine('dots', 'Whole dots', Verdict::Holds, $figure, $note, sprintf('Every module is %d dots wide at %g dpi; the file is %.2f mm from what was asked. Place it at 100 %%.', $layout->modulePx, $layout->dpi, $away));
        }

        return new LedgerLine(
            'dots', 'Whole dots', Verdict::Marginal, $figure, $note,
            'A module is a single dot wide. Whatever draws the file a little larger or smaller has to make some modules wider than others.',
            new Fix('Twice the resolution', ['dpi' => (int) round(2 * $layout->dpi)]),
        );
    }
}
