<?php

declare(strict_types=1);

namespace App\Hooks;

/** A delivery that this worker has in hand. */
final readonly class HeldDelivery
{
    private function __construct(public string $id, public string $hookId, public string $eventId, public string $type, public string $body, public int $tries)
    {
    }

    public static function of(object $row): self
    {
        $row = (array) $row;
        $text = static fn (string $name): string => is_string($row[$name] ?? null) ? $row[$name] : '';

        return new self($text('id'), $text('hook_id'), $text('event_id'), $text('type'), $text('body'), is_numeric($row['tries'] ?? null) ? (int) $row['tries'] : 1);
    }
}
