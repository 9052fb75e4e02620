<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Finish\CentreShape;
use KeenGlyph\Core\Finish\RingShape;

/** Whether readers find the symbol: the rhythm 1:1:3:1:1 through every finder pattern, measured in the picture, and what its ring's shape is known to cost. */
final class FinderCheck implements Check
{
    /** Widths of the five stretches in modules (ISO/IEC 18004:2015 6.3.3), and how far each may stray (the reference algorithm's 0.5). */
    private const RHYTHM = [1, 1, 3, 1, 1];

    private const HOLDS = 0.35;

    private const FAILS = 0.6;

    public function line(Subject $subject): ?LedgerLine
    {
        if ($subject->plane === null) {
            return null;
        }
        $stray = self::stray($subject);
        $ringDrawback = $subject->finish->shapes->ring->drawback();
        $drawback = $ringDrawback ?? $subject->finish->shapes->centre->drawback();
        $figure = $stray === null ? 'no rhythm' : sprintf('off by %.2f', $stray);
        $verdict = match (true) {
            $stray === null || $stray > self::FAILS => Verdict::Fails,
            $stray > self::HOLDS || $drawback !== null => Verdict::Marginal,
            default => Verdict::Holds,
        };
        $note = "modules, {$subject->finish->shapes->ring->value}, {$subject->finish->shapes->centre->value}";
        if ($verdict === Verdict::Holds) {
            return new LedgerLine('finders', 'Finder rhythm', $verdict, $figure, $note, 'Lines through the finder patterns cross dark and light as 1 : 1 : 3 : 1 : 1, and their rings are square enough for readers that follow outlines.');
        }
        $reason = $drawback !== null && $stray !== null && $stray <= self::HOLDS
            ? ($ringDrawback === null ? 'The centre’s' : 'The ring’s')." shape has a drawback: $drawback."
            : 'Lines through a finder pattern should cross dark and light as 1 : 1 : 3 : 1 : 1 modules; here they stray, and readers that count on it pass the symbol by.';

        return new LedgerLine(
            'finders', 'Finder rhythm', $verdict, $figure, $note, $reason,
            match (true) {
                $ringDrawback !== null => new Fix('Soft ring', ['ring' => RingShape::Soft->value]),
                $drawback !== null => new Fix('Soft centre', ['centre' => CentreShape::Soft->value]),
                default => new Fix('Square finders', ['ring' => RingShape::Square->value, 'centre' => CentreShape::Square->value]),
            },
        );
    }

    /** Farthest that a stretch through the middle of a finder strays from its width, in modules; null where there are not five. */
    private static function stray(Subject $subject): ?float
    {
        $layout = $subject->layout;
        $side = $subject->symbol->matrix->size();
        $px = $layout->modulePx;
        $worst = 0.0;
        foreach ($subject->symbol->isMicro() ? [[0, 0]] : [[0, 0], [$side - 7, 0], [0, $side - 7]] as [$column, $row]) {
            foreach ([true, false] as $across) {
                $tones = '';
                for ($i = 0; $i < 7 * $px; $i++) {
                    [$x, $y] = $across ? [$column * $px + $i, $row * $px + intdiv(7 * $px, 2)] : [$column * $px + intdiv(7 * $px, 2), $row * $px + $i];
                    $tones .= $subject->plane?->pixels[($layout->above + $y) * $subject->plane->width + $layout->before + $x] ?? '';
                }
                $edges = GreyProfile::edges($tones, $subject->finish->isReversed());
                if (count($edges) !== count(self::RHYTHM) + 1) {
                    return null;
                }
                foreach (self::RHYTHM as $i => $modules) {
                    $worst = max($worst, abs(($edges[$i + 1] - $edges[$i]) / $px - $modules));
                }
            }
        }

        return $worst;
    }
}
