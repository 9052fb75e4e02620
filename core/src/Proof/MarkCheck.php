<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Finish\Mark;
use KeenGlyph\Core\Symbol\CodewordMap;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\Version;

/** The mark against the correction: every codeword it touches must be repaired, and each block repairs its own. */
final class MarkCheck implements Check
{
    public function line(Subject $subject): ?LedgerLine
    {
        $damage = Damage::of($subject);
        $mark = $subject->finish->mark;
        $version = $subject->symbol->version;
        if ($damage === null || $mark === null || ! $version instanceof Version) {
            return null;
        }
        $block = $damage->worstBlock();
        $touched = count($damage->touched[$block]);
        $wrong = max([0, ...array_map(count(...), $damage->wrong)]);
        $can = $damage->map->repairable;
        $safe = self::safe($can, $subject->reserve);
        $verdict = match (true) {
            $touched <= $safe => Verdict::Holds,
            $touched <= $can || $wrong <= $can => Verdict::Marginal,
            default => Verdict::Fails,
        };
        $note = sprintf('codewords, safe to %d', $safe);
        $figure = "$touched of $can";
        if ($verdict === Verdict::Holds) {
            return new LedgerLine('mark', 'Mark, correction', $verdict, $figure, $note, sprintf('The mark lies on %d codewords of the worst block, which repairs %d. At least %d %% of every block’s correction stays free for dirt and wear.', $touched, $can, (int) round(100 * $subject->reserve)));
        }
        $size = self::largest($mark, $version, $subject->symbol->level, $subject->reserve);
        $level = self::sufficient($subject, $mark);
        $smaller = $size === null ? null : new Fix(sprintf('Mark to %g modules', $size), ['mark.size' => $size]);
        $higher = $level === null ? null : new Fix("Level {$level->value}", ['level' => $level->value]);
        [$first, $second] = [$higher ?? $smaller, $higher === null ? null : $smaller];

        return new LedgerLine(
            'mark', 'Mark, correction', $verdict, $figure, $note,
            $verdict === Verdict::Fails
                ? sprintf('The mark lies on %d codewords of block %d, and %d of a block read wrong; it repairs %d. One block over its limit loses the whole symbol.', $touched, $block + 1, $wrong, $can)
                : sprintf('The mark lies on %d codewords of block %d, which repairs %d. Little is left for dirt and wear: %d %% should stay free.', $touched, $block + 1, $can, (int) round(100 * $subject->reserve)),
            $first, $second,
        );
    }

    /** Codewords of a block that a mark may take. */
    public static function safe(int $repairable, float $reserve): int
    {
        return (int) floor($repairable * (1 - $reserve) + 1e-9);
    }

    /** The largest mark of this kind that leaves the reserve, in modules; null when none does. */
    public static function largest(Mark $mark, Version $version, ErrorCorrectionLevel $level, float $reserve): ?float
    {
        $safe = self::safe(CodewordMap::of($version, $level)->repairable, $reserve);
        $largest = null;
        // Sizes of whole modules around the middle one: between them nothing changes, and a larger one never takes less.
        for ($size = 1.0; $size <= min(Mark::MAX_SIZE, $version->modules() - 16); $size += 2.0) {
            $tried = new Mark($mark->art, $size, min($mark->padding, max(0.0, ($size - 0.6) / 2)), $mark->plate, $mark->clears, $mark->ink);
            if (Damage::worstOf($tried, $version, $level) > $safe) {
                break;
            }
            $largest = $size;
        }

        return $largest;
    }

    /** The first level above the symbol's own at which the mark leaves the reserve. */
    private static function sufficient(Subject $subject, Mark $mark): ?ErrorCorrectionLevel
    {
        $levels = ErrorCorrectionLevel::cases();
        foreach (array_slice($levels, (int) array_search($subject->symbol->level, $levels, true) + 1) as $level) {
            $asked = $subject->encoding;
            try {
                $version = Encoder::fit($subject->payload->text, new EncodeOptions(level: $level, version: $asked->version, set: $asked->set, fnc1: $asked->fnc1))->version;
            } catch (InvalidSymbol) {
                // Higher levels hold less still.
                return null;
            }
            if ($version instanceof Version && Damage::worstOf($mark, $version, $level) <= self::safe(CodewordMap::of($version, $level)->repairable, $subject->reserve)) {
                return $level;
            }
        }

        return null;
    }
}
