<?php

declare(strict_types=1);

namespace App\Hooks;

/** What came of one try. */
final readonly class Delivery
{
    /** @param  ?int  $status  null when there was no answer */
    public function __construct(public ?int $status, public int $ms, public string $answer)
    {
    }

    public function isTaken(): bool
    {
        return $this->status !== null && $this->status >= 200 && $this->status < 300;
    }
}
