<?php

declare(strict_types=1);

namespace App\Keys;

use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Date;

/** What a key had left when it asked, and whether that was enough. */
final readonly class Allowance
{
    /**
     * @param  ?Refusal  $refused  null when the call was counted
     * @param  int  $used  calls of this month, this one among them when it was counted
     * @param  ?int  $quota  calls a month; null for no end
     * @param  float  $inHand  calls that may follow at once
     * @param  int  $perMinute  calls that are given back a minute
     */
    public function __construct(
        public ?Refusal $refused,
        public int $used,
        public ?int $quota,
        public float $inHand,
        public int $perMinute,
    ) {
    }

    /** Calls left this month; null for no end. */
    public function left(): ?int
    {
        return $this->quota === null ? null : max(0, $this->quota - $this->used);
    }

    /** When the month's calls begin anew. */
    public static function resets(): Carbon
    {
        return Date::now('UTC')->startOfMonth()->addMonthNoOverflow();
    }

    /** Seconds after which a refused call may be sent again. */
    public function retryAfter(): int
    {
        return $this->refused === Refusal::Quota
            ? max(1, (int) ceil(Date::now()->diffInSeconds(self::resets())))
            : max(1, (int) ceil((1 - $this->inHand) * 60 / $this->perMinute));
    }

    /**
     * As the draft fields of the HTTP working group have it: one policy a month, one for bursts.
     *
     * @return array<string, string>
     */
    public function headers(): array
    {
        $month = (int) ceil(Date::now()->diffInSeconds(self::resets()));
        $policies = [sprintf('"pace";q=%d;w=60', $this->perMinute)];
        $states = [sprintf('"pace";r=%d;t=%d', max(0, (int) floor($this->inHand)), (int) ceil(60 / $this->perMinute))];
        if ($this->quota !== null) {
            $policies[] = sprintf('"month";q=%d', $this->quota);
            $states[] = sprintf('"month";r=%d;t=%d', (int) $this->left(), $month);
        }

        return ['RateLimit-Policy' => implode(', ', $policies), 'RateLimit' => implode(', ', $states)];
    }
}
