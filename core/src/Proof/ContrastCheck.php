<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;

/** Symbol contrast: the lighter tone's luminance less the darker one's (ISO/IEC 15415 7.8.3, on the colours instead of a scan), of the ink that has least. */
final class ContrastCheck
{
    /** Symbol contrast of grade B, and the least of grade D. */
    private const HOLDS = 0.55;

    private const FAILS = 0.20;

    /** Cameras store tones compressed, so two light colours need a ratio as well as a difference. */
    private const RATIO_HOLDS = 3.0;

    private const RATIO_FAILS = 1.5;

    public static function line(Finish $finish): LedgerLine
    {
        [$option, $worst] = self::worst($finish);
        $contrast = abs($finish->light->luminance() - $worst->luminance());
        $ratio = $worst->ratioTo($finish->light);
        $figure = sprintf('%.1f : 1', $ratio);
        $where = self::name($option);
        $note = sprintf('%s, %d %% of white', $where, (int) round(100 * $contrast));
        if (self::isSplit($finish)) {
            return new LedgerLine(
                'contrast', 'Contrast', Verdict::Fails, $figure, 'inks on both sides of the ground',
                'Some inks are lighter than the ground and some darker. A reader takes one of them for blank.',
                'Use one ink', ['dark' => self::darkest($finish)->hex(), 'ring_ink' => '', 'centre_ink' => '', 'gradient' => ''],
            );
        }
        if (! self::isEnough($contrast, $ratio)) {
            $fails = $contrast < self::FAILS || $ratio < self::RATIO_FAILS;
            [$label, $fix] = self::fix($finish, $option, $worst);
            $paper = $finish->transparent ? ' on the paper '.$finish->light->hex() : '';

            return new LedgerLine(
                'contrast', 'Contrast', $fails ? Verdict::Fails : Verdict::Marginal, $figure, $note,
                sprintf('The %s differ from the ground%s by %d %% of white, as %s. Readers want 55 %% and 3 : 1; under 20 %% or 1.5 : 1 they give up, and poor light takes its share before.', $where, $paper, (int) round(100 * $contrast), $figure),
                $label, $fix, ['Use black on white', ['dark' => '#000000', 'light' => '#FFFFFF', 'ring_ink' => '', 'centre_ink' => '', 'gradient' => '']],
            );
        }
        if ($finish->isReversed()) {
            return new LedgerLine(
                'contrast', 'Contrast', Verdict::Marginal, $figure, 'light on dark',
                'The modules are lighter than the ground, an inverted symbol. The standard allows it, but it is not read by every device: some never try it, others only when nothing else was found.',
                'Swap the colours', ['dark' => $finish->light->hex(), 'light' => $worst->hex()],
            );
        }

        return new LedgerLine('contrast', 'Contrast', Verdict::Holds, $figure, $note, 'Every ink differs from the ground by 55 % of white or more, which is grade B at least, and by 3 : 1.');
    }

    /** What an option is called on the sheet. */
    public static function name(string $option): string
    {
        return match (true) {
            $option === 'ring_ink' => 'finder rings',
            $option === 'centre_ink' => 'finder centres',
            str_starts_with($option, 'gradient') => 'gradient’s palest ink',
            default => 'modules',
        };
    }

    /** @return array{string, Colour} */
    private static function worst(Finish $finish): array
    {
        $inks = $finish->inks();
        usort($inks, static fn (array $a, array $b): int => $a[1]->ratioTo($finish->light) <=> $b[1]->ratioTo($finish->light));

        return $inks[0];
    }

    private static function isSplit(Finish $finish): bool
    {
        $ground = $finish->light->luminance();
        $sides = array_map(static fn (array $ink): bool => $ink[1]->luminance() > $ground, $finish->inks());

        return count(array_unique($sides)) > 1;
    }

    private static function darkest(Finish $finish): Colour
    {
        $inks = array_column($finish->inks(), 1);
        usort($inks, static fn (Colour $a, Colour $b): int => $a->luminance() <=> $b->luminance());

        return $inks[0];
    }

    /** @return array{string, array<string, string>} */
    private static function fix(Finish $finish, string $option, Colour $worst): array
    {
        $reversed = $finish->isReversed();
        [$dark, $light] = $reversed ? [$finish->light, $worst] : [$worst, $finish->light];
        for ($percent = 95; $percent >= 0; $percent -= 5) {
            $darker = $dark->darkened($percent / 100);
            if (self::isEnough($light->luminance() - $darker->luminance(), $light->ratioTo($darker))) {
                return ['Darken to '.$darker->hex(), [$reversed ? 'light' : $option => $darker->hex()]];
            }
        }

        return ['Use black on white', ['dark' => '#000000', 'light' => '#FFFFFF']];
    }

    private static function isEnough(float $contrast, float $ratio): bool
    {
        return $contrast >= self::HOLDS && $ratio >= self::RATIO_HOLDS;
    }
}
