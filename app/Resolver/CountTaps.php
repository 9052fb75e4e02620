<?php

declare(strict_types=1);

namespace App\Resolver;

use App\Models\ResolverLink;
use App\Waypoints\Arrival;
use App\Waypoints\DaySalt;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Throwable;

use function Illuminate\Support\defer;

/** Counts which link answered somebody, once they have their answer: a count that cannot be written holds nobody up. */
final readonly class CountTaps
{
    public function __construct(private DaySalt $salt)
    {
    }

    public function answered(ResolverLink $link, Request $request): void
    {
        $server = $request->server->all();
        defer(function () use ($link, $server): void {
            try {
                if (Arrival::of($server, $this->salt->of(gmdate('Y-m-d')), '')->isSomebody()) {
                    DB::insert('INSERT INTO resolver_taps (link_id, day, times) VALUES (?, ?, 1) ON CONFLICT (link_id, day) DO UPDATE SET times = resolver_taps.times + 1', [$link->id, now()->toDateString()]);
                }
            } catch (Throwable $e) {
                // The link was removed meanwhile, or the database is away.
                report($e);
            }
        });
    }

    /**
     * Answers of the last thirty days by link.
     *
     * @param  list<string>  $links
     * @return array<string, int>
     */
    public static function of(array $links): array
    {
        $found = DB::table('resolver_taps')->whereIn('link_id', $links)->where('day', '>', now()->subDays(30)->toDateString())->groupBy('link_id')->selectRaw('link_id, sum(times) AS times')->pluck('times', 'link_id')->all();

        return array_map(static fn (mixed $times): int => is_numeric($times) ? (int) $times : 0, $found);
    }
}
