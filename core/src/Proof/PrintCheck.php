<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

/** Whether the chosen printing holds lines as narrow as a module, and on a grid of dots whether modules are whole dots. */
final class PrintCheck implements Check
{
    public function line(Subject $subject): LedgerLine
    {
        $printing = $subject->printing;
        $layout = $subject->layout;
        $mm = $layout->moduleMm();
        $least = $printing->narrowest();
        $dpi = $printing->dpi();
        $dots = $dpi === null ? null : $mm / 25.4 * $dpi;
        $figure = $dots === null ? sprintf('%.2f mm', $mm) : sprintf('%.2f dots', $dots);
        $note = sprintf('%s, from %.2f mm', lcfirst($printing->label()), $least);
        $px = max(1, (int) ceil($least / 25.4 * ($dpi ?? $layout->dpi) - 1e-9));
        $set = ['module_px' => $px] + ($dpi === null ? [] : ['dpi' => $dpi]);
        if ($dots !== null && abs($dots - round($dots)) > 0.02 && $mm >= $least * 0.75) {
            $px = max($px, (int) round($dots));

            return new LedgerLine(
                'print', 'Printing', Verdict::Marginal, $figure, $note,
                sprintf('This printer has %d dots an inch, so some modules come out %d dots wide and some %d.', $dpi, (int) floor($dots), (int) ceil($dots)),
                new Fix(sprintf('%d dots at %d dpi', $px, $dpi), ['module_px' => $px, 'dpi' => (int) $dpi]),
            );
        }
        $verdict = match (true) {
            $mm >= $least - 0.001 => Verdict::Holds,
            $mm >= $least * 0.75 => Verdict::Marginal,
            default => Verdict::Fails,
        };
        if ($verdict === Verdict::Holds) {
            return new LedgerLine('print', 'Printing', $verdict, $figure, $note, sprintf('%s holds modules from %.2f mm on.', $printing->label(), $least));
        }

        return new LedgerLine(
            'print', 'Printing', $verdict, $figure, $note,
            sprintf('%s holds modules from %.2f mm on; narrower ones run together or break.', $printing->label(), $least),
            $px <= 256 ? new Fix(sprintf('Use %d px a module', $px), $set) : null,
        );
    }
}
