<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Ink;

/** The same contrast as a handheld imager sees it that lights with 660 nm: red ink gives back nearly all of that light. Phones see white light, so this alone never stops a symbol. */
final class RedLightCheck implements Check
{
    private const HOLDS = 3.0;

    public function line(Subject $subject): LedgerLine
    {
        $finish = $subject->finish;
        $inks = $finish->inks->all();
        usort($inks, static fn (Ink $a, Ink $b): int => $a->colour->redRatioTo($finish->inks->light) <=> $b->colour->redRatioTo($finish->inks->light));
        [$option, $worst] = [$inks[0]->option, $inks[0]->colour];
        $ratio = $worst->redRatioTo($finish->inks->light);
        $figure = sprintf('%.1f : 1', $ratio);
        $where = ContrastCheck::name($option);
        if ($ratio >= self::HOLDS && ($worst->redLight() < $finish->inks->light->redLight()) !== $finish->isReversed()) {
            return new LedgerLine('red_light', 'Contrast, red light', Verdict::Holds, $figure, $where, 'Imagers and till scanners that light with 660 nm see every ink apart from the ground.');
        }
        $darker = self::darker($finish, $worst);

        return new LedgerLine(
            'red_light', 'Contrast, red light', Verdict::Marginal, $figure, $where,
            sprintf('This ink gives back %d %% of red light, the ground %d %%. A scanner that lights with 660 nm sees too little of the %s; phones are not affected.', (int) round(100 * $worst->redLight()), (int) round(100 * $finish->inks->light->redLight()), $where),
            $darker === null ? null : new Fix('Darken to '.$darker->hex(), [$finish->isReversed() ? 'light' : $option => $darker->hex()]),
            $option === 'ring_ink' || $option === 'centre_ink' ? new Fix('Use module ink', [$option => '']) : null,
        );
    }

    private static function darker(Finish $finish, Colour $worst): ?Colour
    {
        [$dark, $light] = $finish->isReversed() ? [$finish->inks->light, $worst] : [$worst, $finish->inks->light];
        for ($percent = 95; $percent >= 0; $percent -= 5) {
            $darker = $dark->darkened($percent / 100);
            if ($light->redLight() > $darker->redLight() && $light->redRatioTo($darker) >= self::HOLDS) {
                return $darker;
            }
        }

        return null;
    }
}
