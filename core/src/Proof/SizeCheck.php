<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;

/** Whether modules are wide enough, and the margin blank enough, for a phone at arm's length. */
final class SizeCheck
{
    /** A phone 250 mm away resolves modules from about this width, in millimetres. */
    private const MODULE_MM = 0.4;

    public static function module(Layout $layout): LedgerLine
    {
        $mm = $layout->moduleMm();
        $needed = (int) ceil(self::MODULE_MM / 25.4 * $layout->dpi);
        $verdict = match (true) {
            $mm >= self::MODULE_MM => Verdict::Holds,
            $mm >= self::MODULE_MM / 2 => Verdict::Marginal,
            default => Verdict::Fails,
        };
        $figure = sprintf('%d px, %.2f mm', $layout->modulePx, $mm);
        $note = sprintf('a module at %g px/in', round($layout->dpi, 1));
        if ($verdict === Verdict::Holds) {
            return new LedgerLine('size', 'Module size', $verdict, $figure, $note, sprintf('Modules of %.1f mm and more are resolved by a phone held 250 mm away.', self::MODULE_MM));
        }

        return new LedgerLine(
            'size', 'Module size', $verdict, $figure, $note,
            sprintf('Shown at its own size a module is %.2f mm wide; a phone 250 mm away wants %.1f mm. Enlarging it later blurs the edges.', $mm, self::MODULE_MM),
            sprintf('Use %d px a module', $needed), ['module_px' => $needed],
        );
    }

    public static function quietZone(Layout $layout, Finish $finish): LedgerLine
    {
        $quiet = $layout->quiet();
        $verdict = match (true) {
            $quiet >= Finish::QUIET => Verdict::Holds,
            $quiet >= 2 => Verdict::Marginal,
            default => Verdict::Fails,
        };
        $figure = sprintf('%g of %d modules', round($quiet, 1), Finish::QUIET);
        if ($verdict === Verdict::Holds) {
            return new LedgerLine('quiet_zone', 'Quiet zone', $verdict, $figure, 'blank on every side', 'Four blank modules on every side are what the standard asks for.');
        }

        return new LedgerLine(
            'quiet_zone', 'Quiet zone', $verdict, $figure, 'blank on every side',
            'Whatever stands closer than four modules can be taken for a part of the symbol.',
            'Quiet zone of 4 modules', ['quiet' => Finish::QUIET],
        );
    }
}
