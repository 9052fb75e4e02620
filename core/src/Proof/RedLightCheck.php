<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;

/** The same contrast as a handheld imager sees it that lights with 660 nm: red ink gives back nearly all of that light. Phones see white light, so this alone never stops a symbol. */
final class RedLightCheck
{
    private const HOLDS = 3.0;

    public static function line(Finish $finish): LedgerLine
    {
        $inks = $finish->inks();
        usort($inks, static fn (array $a, array $b): int => $a[1]->redRatioTo($finish->light) <=> $b[1]->redRatioTo($finish->light));
        [$option, $worst] = $inks[0];
        $ratio = $worst->redRatioTo($finish->light);
        $figure = sprintf('%.1f : 1', $ratio);
        $where = ContrastCheck::name($option);
        if ($ratio >= self::HOLDS && ($worst->redLight() < $finish->light->redLight()) !== $finish->isReversed()) {
            return new LedgerLine('red_light', 'Contrast, red light', Verdict::Holds, $figure, $where, 'Imagers and till scanners that light with 660 nm see every ink apart from the ground.');
        }
        $darker = self::darker($finish, $worst);

        return new LedgerLine(
            'red_light', 'Contrast, red light', Verdict::Marginal, $figure, $where,
            sprintf('This ink gives back %d %% of red light, the ground %d %%. A scanner that lights with 660 nm sees too little of the %s; phones are not affected.', (int) round(100 * $worst->redLight()), (int) round(100 * $finish->light->redLight()), $where),
            $darker === null ? null : 'Darken to '.$darker->hex(),
            $darker === null ? [] : [$finish->isReversed() ? 'light' : $option => $darker->hex()],
            $option === 'ring_ink' || $option === 'centre_ink' ? ['Use module ink', [$option => '']] : null,
        );
    }

    private static function darker(Finish $finish, Colour $worst): ?Colour
    {
        [$dark, $light] = $finish->isReversed() ? [$finish->light, $worst] : [$worst, $finish->light];
        for ($percent = 95; $percent >= 0; $percent -= 5) {
            $darker = $dark->darkened($percent / 100);
            if ($light->redLight() > $darker->redLight() && $light->redRatioTo($darker) >= self::HOLDS) {
                return $darker;
            }
        }

        return null;
    }
}
