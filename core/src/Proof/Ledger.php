<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

/** The checks of a composition, those that fail first. */
final class Ledger
{
    /** @return list<LedgerLine> */
    public static function of(Subject $subject): array
    {
        $lines = [...array_values(array_filter([
            PayloadCheck::line($subject->payload),
            RoundTripCheck::line($subject),
            ModesCheck::line($subject),
        ])), ...self::ofFinish($subject), ...array_values(array_filter([
            SizeCheck::line($subject),
            PrintCheck::line($subject),
            WholeDotsCheck::line($subject->layout),
            CompanionCheck::line($subject),
        ]))];
        $order = [Verdict::Fails->value => 0, Verdict::Marginal->value => 1, Verdict::NotRun->value => 2, Verdict::Holds->value => 3];
        usort($lines, static fn (LedgerLine $a, LedgerLine $b): int => $order[$a->verdict->value] <=> $order[$b->verdict->value]);

        return $lines;
    }

    /**
     * The lines that a finish decides at any size, in their own order and without reading the picture back, which costs the most.
     *
     * @return list<LedgerLine>
     */
    public static function ofFinish(Subject $subject): array
    {
        return array_values(array_filter([
            SwissBillCheck::line($subject),
            ContrastCheck::line($subject->finish),
            RedLightCheck::line($subject->finish),
            MarkCheck::line($subject),
            FinderCheck::line($subject),
            FillCheck::line($subject->finish),
            QuietZoneCheck::line($subject),
        ]));
    }
}
