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

    /** Cameras store tones compressed, so two light colours need a ratio as well as a difference. */
    private const RATIO_HOLDS = 3.0;

    private const RATIO_MARGINAL = 2.0;

    public static function line(Finish $finish): LedgerLine
    {
        $contrast = abs($finish->light->luminance() - $finish->dark->luminance());
        $ratio = $finish->dark->ratioTo($finish->light);
        $figure = sprintf('%.1f : 1', $ratio);
        $note = sprintf('symbol contrast %d %%', (int) round(100 * $contrast));
        if (! self::isEnough($contrast, $ratio)) {
            $fails = $contrast < self::MARGINAL || $ratio < self::RATIO_MARGINAL;
            $darker = self::darkerThatHolds($finish);
            $fix = $darker === null ? ['dark' => '#000000', 'light' => '#FFFFFF'] : [$finish->isReversed() ? 'light' : 'dark' => $darker->hex()];
            $label = $darker === null ? 'Use black on white' : 'Darken to '.$darker->hex();

            return new LedgerLine(
                'contrast', 'Contrast', $fails ? Verdict::Fails : Verdict::Marginal, $figure, $note,
                sprintf('The two colours differ by %d %% of white, as %s. Readers want 55 %% and 3 : 1; under 40 %% or 2 : 1 many give up, above all in poor light.', (int) round(100 * $contrast), $figure),
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

        return new LedgerLine('contrast', 'Contrast', Verdict::Holds, $figure, $note, 'The two colours differ by 55 % of white or more, which is grade B at least, and by 3 : 1.');
    }

    private static function darkerThatHolds(Finish $finish): ?Colour
    {
        [$dark, $light] = $finish->isReversed() ? [$finish->light, $finish->dark] : [$finish->dark, $finish->light];
        for ($percent = 95; $percent >= 0; $percent -= 5) {
            $darker = $dark->darkened($percent / 100);
            if (self::isEnough($light->luminance() - $darker->luminance(), $light->ratioTo($darker))) {
                return $darker;
            }
        }

        return null;
    }

    private static function isEnough(float $contrast, float $ratio): bool
    {
        return $contrast >= self::HOLDS && $ratio >= self::RATIO_HOLDS;
    }
}
