<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Payload\Payload;

/** The checks of a composition, those that fail first. */
final class Ledger
{
    /**
     * @param  string  $picture  the finished picture as PNG
     * @return list<LedgerLine>
     */
    public static function of(Payload $payload, Finish $finish, Layout $layout, string $picture): array
    {
        $lines = [
            PayloadCheck::line($payload),
            RoundTripCheck::line($payload->text, $picture),
            ContrastCheck::line($finish),
            SizeCheck::module($layout),
            SizeCheck::quietZone($layout, $finish),
        ];
        $order = [Verdict::Fails->value => 0, Verdict::Marginal->value => 1, Verdict::NotRun->value => 2, Verdict::Holds->value => 3];
        usort($lines, static fn (LedgerLine $a, LedgerLine $b): int => $order[$a->verdict->value] <=> $order[$b->verdict->value]);

        return $lines;
    }
}
