<?php

declare(strict_types=1);

namespace App\Alerts;

/** What somebody wants to be told of. */
enum AlertSort: string
{
    case Each = 'each';
    case First = 'first';
    case Threshold = 'threshold';
    case None = 'none';
    case Rise = 'rise';

    /** @return ?array{int, int} the least and the most of its number; null where it has none */
    public function bounds(): ?array
    {
        return match ($this) {
            self::Each, self::First => null,
            self::Threshold => [1, 1_000_000_000],
            self::None => [1, 365],
            self::Rise => [10, 10_000],
        };
    }

    /** In a sentence, such as "after 100 scans". */
    public function words(?int $number): string
    {
        return match ($this) {
            self::Each => 'at each scan',
            self::First => 'at the first scan',
            self::Threshold => "after $number scans",
            self::None => $number === 1 ? 'when a day goes by without a scan' : "when $number days go by without a scan",
            self::Rise => "when a day has $number % more scans than the week before",
        };
    }
}
