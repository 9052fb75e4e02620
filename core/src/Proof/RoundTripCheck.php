<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;

/** Reads the finished picture back and compares it with what was meant, byte for byte. */
final class RoundTripCheck implements Check
{
    public function line(Subject $subject): LedgerLine
    {
        $text = $subject->payload->text;
        if ($subject->plane === null) {
            return new LedgerLine('round_trip', 'Round trip', Verdict::NotRun, 'not read back', 'picture too large', (string) $subject->unseen);
        }
        $start = hrtime(true);
        $outcome = (new Reader)->read($subject->plane, ReadOptions::qr(ReadOptions::MAX_BUDGET));
        $ms = (hrtime(true) - $start) / 1e6;
        $content = ($outcome->readings[0] ?? null)?->symbol->content;
        $read = $content?->bytes;
        $total = strlen($text);
        if ($content?->says($text) === true && count($outcome->readings) === 1) {
            return new LedgerLine('round_trip', 'Round trip', Verdict::Holds, "$total of $total bytes", sprintf('read back in %d ms', (int) ceil($ms)), 'The finished picture was read back and is the same to the byte.');
        }
        $same = $read === null ? 0 : self::same($text, $read);

        return new LedgerLine(
            'round_trip', 'Round trip', Verdict::Fails, "$same of $total bytes", 'read back and compared',
            $outcome->failure?->hint() ?? 'What was read back is not what was meant.',
        );
    }

    /** Bytes that agree, place by place. */
    private static function same(string $expected, string $read): int
    {
        return count_chars($expected ^ $read, 1)[0] ?? 0;
    }
}
