<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Ink;

/** Symbol contrast: the lighter tone's luminance less the darker one's (ISO/IEC 15415 7.8.3, on the colours instead of a scan), of the ink that has least. */
final class ContrastCheck implements Check
{
    /** Symbol contrast of grade B, and the least of grade D. */
    private const HOLDS = 0.55;

    private const FAILS = 0.20;

    /** Cameras store tones compressed, so two light colours need a ratio as well as a difference. */
    private const RATIO_HOLDS = 3.0;

    private const RATIO_FAILS = 1.5;

    public function line(Subject $subject): LedgerLine
    {
        return self::of($subject->finish);
    }

    /** The line that a finish gets in every composition. */
    public static function of(Finish $finish): LedgerLine
    {
        $ink = self::worst($finish);
        [$option, $worst] = [$ink->option, $ink->colour];
        $contrast = abs($finish->inks->light->luminance() - $worst->luminance());
        $ratio = $worst->ratioTo($finish->inks->light);
        $figure = sprintf('%.1f : 1', $ratio);
        $where = self::name($option);
        $note = sprintf('%s, %d %% of white', $where, (int) round(100 * $contrast));
        if (self::isSplit($finish)) {
            return new LedgerLine(
                'contrast', 'Contrast', Verdict::Fails, $figure, 'inks on both sides of the ground',
                'Some inks are lighter than the ground and some darker. A reader takes one of them for blank.',
                new Fix('Use one ink', ['dark' => self::darkest($finish)->hex(), 'ring_ink' => '', 'centre_ink' => '', 'gradient' => '']),
            );
        }
        if (! self::isEnough($contrast, $ratio)) {
            $fails = $contrast < self::FAILS || $ratio < self::RATIO_FAILS;
            $paper = $finish->inks->transparent ? ' on the paper '.$finish->inks->light->hex() : '';

            return new LedgerLine(
                'contrast', 'Contrast', $fails ? Verdict::Fails : Verdict::Marginal, $figure, $note,
                sprintf('The %s differ from the ground%s by %d %% of white, as %s. Readers want 55 %% and 3 : 1; under 20 %% or 1.5 : 1 they give up, and poor light takes its share before.', $where, $paper, (int) round(100 * $contrast), $figure),
                self::fix($finish, $option, $worst), new Fix('Use black on white', ['dark' => '#000000', 'light' => '#FFFFFF', 'ring_ink' => '', 'centre_ink' => '', 'gradient' => '']),
            );
        }
        if ($finish->isReversed()) {
            return new LedgerLine(
                'contrast', 'Contrast', Verdict::Marginal, $figure, 'light on dark',
                'The modules are lighter than the ground, an inverted symbol. The standard allows it, but it is not read by every device: some never try it, others only when nothing else was found.',
                new Fix('Swap the colours', ['dark' => $finish->inks->light->hex(), 'light' => $worst->hex()]),
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

    private static function worst(Finish $finish): Ink
    {
        $inks = $finish->inks->all();
        usort($inks, static fn (Ink $a, Ink $b): int => $a->colour->ratioTo($finish->inks->light) <=> $b->colour->ratioTo($finish->inks->light));

        return $inks[0];
    }

    private static function isSplit(Finish $finish): bool
    {
        $ground = $finish->inks->light->luminance();
        $sides = array_map(static fn (Ink $ink): bool => $ink->colour->luminance() > $ground, $finish->inks->all());

        return count(array_unique($sides)) > 1;
    }

    private static function darkest(Finish $finish): Colour
    {
        $inks = array_map(static fn (Ink $ink): Colour => $ink->colour, $finish->inks->all());
        usort($inks, static fn (Colour $a, Colour $b): int => $a->luminance() <=> $b->luminance());

        return $inks[0];
    }

    private static function fix(Finish $finish, string $option, Colour $worst): Fix
    {
        $reversed = $finish->isReversed();
        [$dark, $light] = $reversed ? [$finish->inks->light, $worst] : [$worst, $finish->inks->light];
        for ($percent = 95; $percent >= 0; $percent -= 5) {
            $darker = $dark->darkened($percent / 100);
            if (self::isEnough($light->luminance() - $darker->luminance(), $light->ratioTo($darker))) {
                return new Fix('Darken to '.$darker->hex(), [$reversed ? 'light' : $option => $darker->hex()]);
            }
        }

        return new Fix('Use black on white', ['dark' => '#000000', 'light' => '#FFFFFF']);
    }

    private static function isEnough(float $contrast, float $ratio): bool
    {
        return $contrast >= self::HOLDS && $ratio >= self::RATIO_HOLDS;
    }
}
