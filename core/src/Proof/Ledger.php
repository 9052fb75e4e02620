<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

/** The checks of a composition, those that fail first. */
final class Ledger
{
    /** What the text decides. */
    private const OF_THE_TEXT = [PayloadCheck::class, RoundTripCheck::class, ModesCheck::class];

    /** What a finish decides at any size, without reading the picture back, which costs the most. */
    private const OF_THE_FINISH = [SwissBillCheck::class, ContrastCheck::class, RedLightCheck::class, MarkCheck::class, FinderCheck::class, FillCheck::class, QuietZoneCheck::class];

    /** What size and printing decide. */
    private const OF_THE_SIZE = [SizeCheck::class, PrintCheck::class, WholeDotsCheck::class, RetailBarcodeCheck::class];

    /** @return list<LedgerLine> */
    public static function of(Subject $subject): array
    {
        $lines = self::lines([...self::OF_THE_TEXT, ...self::OF_THE_FINISH, ...self::OF_THE_SIZE], $subject);
        $order = [Verdict::Fails->value => 0, Verdict::Marginal->value => 1, Verdict::NotRun->value => 2, Verdict::Holds->value => 3];
        usort($lines, static fn (LedgerLine $a, LedgerLine $b): int => $order[$a->verdict->value] <=> $order[$b->verdict->value]);

        return $lines;
    }

    /**
     * The lines that a finish decides, in their own order.
     *
     * @return list<LedgerLine>
     */
    public static function ofFinish(Subject $subject): array
    {
        return self::lines(self::OF_THE_FINISH, $subject);
    }

    /**
     * @param  list<class-string<Check>>  $checks
     * @return list<LedgerLine>
     */
    private static function lines(array $checks, Subject $subject): array
    {
        return array_values(array_filter(array_map(static fn (string $check): ?LedgerLine => (new $check)->line($subject), $checks)));
    }
}
