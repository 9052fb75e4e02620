<?php

declare(strict_types=1);

namespace App\Keys;

/** Says to whoever asks why a call was not counted. */
final class CallRefused
{
    public static function words(Allowance $allowance): string
    {
        return $allowance->refused === Refusal::Quota
            ? "The {$allowance->quota} calls that this key has for the month are used up. It begins anew on ".Allowance::resets()->format('j F, H:i').' UTC; its owner can allow it more.'
            : "This key asks faster than {$allowance->perMinute} times a minute. Wait {$allowance->retryAfter()} s and ask again.";
    }
}
