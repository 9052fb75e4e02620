<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

/** Whether modules are wide enough for a phone at the distance asked for. */
final class SizeCheck implements Check
{
    public function line(Subject $subject): LedgerLine
    {
        $layout = $subject->layout;
        $mm = $layout->moduleMm();
        $reach = Camera::RecentPhone->farthest($mm);
        $entry = Camera::EntryPhone->farthest($mm);
        $asked = $subject->distanceMm;
        $needed = Camera::RecentPhone->moduleFor($asked);
        $px = max(1, (int) ceil($needed / 25.4 * $layout->dpi - 1e-9));
        $verdict = match (true) {
            $reach >= $asked => Verdict::Holds,
            $reach >= $asked / 2 => Verdict::Marginal,
            default => Verdict::Fails,
        };
        $figure = sprintf('%d px, %.2f mm', $layout->modulePx, $mm);
        $note = sprintf('asked %g mm away', round($asked));
        $says = sprintf('At this size a recent phone resolves modules to %d mm, an entry phone to %d mm.', (int) floor($reach), (int) floor($entry));
        if ($verdict === Verdict::Holds) {
            return new LedgerLine('size', 'Module and distance', $verdict, $figure, $note, $says);
        }

        return new LedgerLine(
            'size', 'Module and distance', $verdict, $figure, $note,
            sprintf('%s From %g mm a module should be %.2f mm wide. Enlarging the file later blurs its edges.', $says, round($asked), $needed),
            $px <= 256 ? new Fix(sprintf('Use %d px a module', $px), ['module_px' => $px]) : null,
            $reach >= 20 ? new Fix(sprintf('Ask %d mm', (int) floor($reach)), ['distance_mm' => (int) floor($reach)]) : null,
        );
    }
}
