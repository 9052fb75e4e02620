<?php

declare(strict_types=1);

namespace App\Events;

use App\Hooks\Outbox;
use App\Models\User;
use Illuminate\Contracts\Events\ShouldDispatchAfterCommit;
use Illuminate\Support\Carbon;

/** Something that happened in a workspace, told once it is certain: what was rolled back never happened. */
final readonly class DomainEvent implements ShouldDispatchAfterCommit
{
    /**
     * @param  list<string>  $subjects  identifiers of what it happened to
     * @param  ?string  $userId  who did it; null for the application itself
     */
    private function __construct(
        public Fact $fact,
        public string $workspaceId,
        public array $subjects,
        public ?string $userId,
        public Carbon $at,
        /** @var array<string, mixed> what those who are told outside learn of it; the subjects when empty */
        public array $data = [],
    ) {
    }

    /** Tells everybody who listens, when the transaction that it belongs to has been kept. */
    public static function record(Fact $fact, string $workspaceId, string ...$subjects): void
    {
        self::tell($fact, $workspaceId, array_values($subjects), []);
    }

    /**
     * The same, with what those who are told outside shall learn.
     *
     * @param  list<string>  $subjects
     * @param  array<string, mixed>  $data
     */
    public static function tell(Fact $fact, string $workspaceId, array $subjects, array $data): void
    {
        $user = auth()->user();
        $event = new self($fact, $workspaceId, $subjects, $user instanceof User ? $user->id : null, Carbon::now(), $data);
        // Within the transaction: what hooks have to be told is kept or rolled back with what happened.
        Outbox::put($event);
        event($event);
    }
}
