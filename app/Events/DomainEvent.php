<?php

declare(strict_types=1);

namespace App\Events;

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
    ) {
    }

    /** Tells everybody who listens, when the transaction that it belongs to has been kept. */
    public static function record(Fact $fact, string $workspaceId, string ...$subjects): void
    {
        $user = auth()->user();
        event(new self($fact, $workspaceId, array_values($subjects), $user instanceof User ? $user->id : null, Carbon::now()));
    }
}
