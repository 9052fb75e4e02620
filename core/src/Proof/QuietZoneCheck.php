<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Finish\Finish;

/** Whether the margin is blank enough, caption, border and bars counted as what they are: something printed near the symbol. */
final class QuietZoneCheck implements Check
{
    private const FAILS = 1.5;

    public function line(Subject $subject): LedgerLine
    {
        $asked = $subject->symbol->isMicro() ? 2 : Finish::QUIET;
        $quiet = $subject->layout->quiet();
        $verdict = match (true) {
            $quiet >= $asked => Verdict::Holds,
            $quiet >= self::FAILS => Verdict::Marginal,
            default => Verdict::Fails,
        };
        $figure = sprintf('%g of %d', round($quiet, 1), $asked);
        $beside = match (true) {
            $subject->finish->frame->border > 0 => 'modules, to the border',
            $subject->finish->caption !== null => 'modules, to caption or edge',
            $subject->finish->inks->transparent => 'modules, then the page',
            default => 'modules blank around',
        };
        if ($verdict === Verdict::Holds) {
            return new LedgerLine('quiet_zone', 'Quiet zone', $verdict, $figure, $beside, $asked === 2 ? 'Two blank modules on every side are what the standard asks of Micro QR Code.' : 'Four blank modules on every side are what the standard asks for.');
        }

        return new LedgerLine(
            'quiet_zone', 'Quiet zone', $verdict, $figure, $beside,
            "Whatever stands closer than $asked modules can be taken for a part of the symbol.",
            new Fix("Quiet zone of $asked modules", ['quiet' => $asked]),
        );
    }
}
