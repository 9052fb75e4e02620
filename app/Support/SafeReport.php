<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Support\Facades\Log;
use PDOException;
use Throwable;

/**
 * What is noted of a fault: its class, place and way, and never what somebody sent. Messages of databases carry the
 * values of the statement, and those of others may quote them.
 */
final class SafeReport
{
    /** Lines of the way to it. */
    private const DEPTH = 12;

    public static function of(Throwable $e): void
    {
        try {
            Log::error(self::line($e));
        } catch (Throwable) {
            // The disk may be what is full: the server's own log then has a word, and the answer is not held up.
            error_log('keen-glyph: '.$e::class.' could not be noted');
        }
    }

    public static function line(Throwable $e): string
    {
        $lines = [];
        for ($cause = $e; $cause !== null && count($lines) < 4; $cause = $cause->getPrevious()) {
            $lines[] = sprintf('%s (%s) at %s:%d%s', $cause::class, (string) $cause->getCode(), self::relative($cause->getFile()), $cause->getLine(), $cause instanceof PDOException ? '' : ': '.self::bare($cause->getMessage()));
        }
        $way = array_map(static fn (array $frame): string => self::relative($frame['file'] ?? '').':'.($frame['line'] ?? 0), array_slice($e->getTrace(), 0, self::DEPTH));

        return implode(' <- ', $lines).' | '.implode(' ', $way);
    }

    /** A message without what is quoted or bracketed in it. */
    private static function bare(string $message): string
    {
        $bare = preg_replace(['/"[^"]*"|“[^”]*”|‘[^’]*’|\'[^\']*\'|`[^`]*`/u', '/\([^)]*\)|\[[^\]]*\]|\{[^}]*\}/u'], '…', mb_scrub($message, 'UTF-8'));

        return mb_substr((string) preg_replace('/\s+/', ' ', (string) $bare), 0, 160);
    }

    private static function relative(string $file): string
    {
        return str_replace(base_path().'/', '', $file);
    }
}
