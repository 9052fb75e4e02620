<?php

declare(strict_types=1);

namespace App\Support;

use Illuminate\Database\LostConnectionException;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use PDOException;
use Throwable;

/** Tells a database that is away or full from a fault of ours (SQLSTATE classes of PostgreSQL, appendix A). */
final class DatabaseTrouble
{
    /** Connection exceptions, operator intervention, insufficient resources, system errors, and what PDO says without a server. */
    private const AWAY = '/^(?:08|57|53|58|HY000$)/';

    private const FULL = '53100';

    /** Whether the database answers at all. */
    public static function isAway(): bool
    {
        try {
            DB::select('SELECT 1');
        } catch (PDOException) {
            return true;
        }

        return false;
    }

    /** 503 or 507 for an exception that stems from it; null for any other. */
    public static function within(Throwable $e): ?int
    {
        for ($cause = $e; $cause !== null; $cause = $cause->getPrevious()) {
            if ($cause instanceof LostConnectionException) {
                return 503;
            }
            if ($cause instanceof QueryException || $cause instanceof PDOException) {
                $code = (string) $cause->getCode();
                if ($code === self::FULL) {
                    return 507;
                }
                // 7 is libpq's own code for a server that cannot be reached.
                if ($code === '7' || preg_match(self::AWAY, $code) === 1 || preg_match('/server closed the connection|could not connect|connection refused|no connection to the server|terminating connection|is starting up|is shutting down|in recovery mode/i', $cause->getMessage()) === 1) {
                    return 503;
                }
            }
        }

        return null;
    }
}
