<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Finish\ModuleShape;
use KeenGlyph\Core\Render\Shapes;

/** How much of a dark module its shape inks: what is left blank is taken by blur and worn print heads first. */
final class FillCheck implements Check
{
    private const HOLDS = 0.75;

    private const FAILS = 0.45;

    public function line(Subject $subject): LedgerLine
    {
        $shape = $subject->finish->shapes->module;
        $share = Shapes::ink($shape);
        $figure = sprintf('%d %%', (int) round(100 * $share));
        $verdict = match (true) {
            $share >= self::HOLDS => Verdict::Holds,
            $share >= self::FAILS => Verdict::Marginal,
            default => Verdict::Fails,
        };
        if ($verdict === Verdict::Holds) {
            return new LedgerLine('fill', 'Module fill', $verdict, $figure, "{$shape->value}, needs 75", 'A dark module inks three quarters of its area or more, so blur leaves it dark.');
        }

        return new LedgerLine(
            'fill', 'Module fill', $verdict, $figure, "{$shape->value}, needs 75",
            'A dark module that stands alone inks less than three quarters of its area. Blur and a worn print head thin it further.',
            new Fix('Soft modules', ['shape' => ModuleShape::Soft->value]), new Fix('All square', ['shape' => ModuleShape::Square->value]),
        );
    }
}
