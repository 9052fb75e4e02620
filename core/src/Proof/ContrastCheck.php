<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;

/** Symbol contrast: the lighter tone's luminance less the darker one's (ISO/IEC 15415 7.8.3, on the colours instead of a scan). */
final class ContrastCheck
{
    /** Symbol contrast of grade B. */
    private const HOLDS = 0.55;

    /** Symbol contrast of grade C. */
    private const MARGINAL = 0.40;

    public static function line(Finish $finish): LedgerLine
    {
        $contrast = abs($finish->light->luminance() - $finish->dark->luminance());
        $figure = sprintf('%.1f : 1', $finish->dark->ratioTo($finish->light));
        $note = sprintf('symbol contrast %d %%', (int) round(100 * $contrast));
        if ($contrast < self::HOLDS) {
            $darker = self::darkerThatHolds($finish);
            $fix = $darker === null ? ['dark' => '#000000', 'light' => '#FFFFFF'] : [$finish->isReversed() ? 'light' : 'dark' => $darker->hex()];
            $label = $darker === null ? 'Use black on white' : 'Darken to '.$darker->hex();

            return new LedgerLine(
                'contrast', 'Contrast', $contrast < self::MARGINAL ? Verdict::Fails : Verdict::Marginal, $figure, $note,
                sprintf('The two colours differ by %d %% of white. Readers want 55 %%; under 40 %% many give up, above all in poor light.', (int) round(100 * $contrast)),
                $label, $fix,
            );
        }
        if ($finish->isReversed()) {
            return new LedgerLine(
                'contrast', 'Contrast', Verdict::Marginal, $figure, 'light on dark',
                'The modules are lighter than the ground. The standard allows it, but some readers never try it.',
                'Swap the colours', ['dark' => $finish->light->hex(), 'light' => $finish->dark->hex()],
            );
        }

        return new LedgerLine('contrast', 'Contrast', Verdict::Holds, $figure, $note, 'The two colours differ by 55 % of white or more, which is grade B at least.');
    }

    private static function darkerThatHolds(Finish $finish): ?Colour
    {
        [$dark, $light] = $finish->isReversed() ? [$finish->light, $finish->dark] : [$finish->dark, $finish->light];
        for ($percent = 95; $percent >= 0; $percent -= 5) {
            $darker = $dark->darkened($percent / 100);
            if ($light->luminance() - $darker->luminance() >= self::HOLDS) {
                return $darker;
            }
        }

        return null;
    }
}
