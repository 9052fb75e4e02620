<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A person in a workspace, with a role.
 *
 * @property string $id
 * @property string $user_id
 * @property string $workspace_id
 * @property Role $role
 * @property-read User $user
 * @property-read Workspace $workspace
 */
final class Membership extends Model
{
    use HasUuids;

    protected $table = 'memberships';

    protected $dateFormat = 'Y-m-d H:i:s.uP';

    protected $fillable = ['user_id', 'workspace_id', 'role'];

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return BelongsTo<Workspace, $this> */
    public function workspace(): BelongsTo
    {
        return $this->belongsTo(Workspace::class);
    }

    /** Whether the role allows it, and the key where one was sent. */
    public function may(Ability $ability, ?Key $key = null): bool
    {
        $key ??= $this->user->currentAccessToken();

        return $this->role->may($ability) && (! $key instanceof Key || $key->can($ability->value));
    }

    protected function casts(): array
    {
        return ['role' => Role::class];
    }
}
