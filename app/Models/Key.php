<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Facades\DB;
use Laravel\Sanctum\PersonalAccessToken;

/**
 * A program's key to one workspace. Only its hash is kept.
 *
 * @property string $workspace_id
 * @property-read Workspace $workspace
 */
final class Key extends PersonalAccessToken
{
    protected $table = 'personal_access_tokens';

    /** Seconds after which a use is written down again. */
    private const USED = 60;

    /** Digits of a number that the database can hold, and characters of a secret that can be one. */
    private const FORM = '/^(\d{1,18})\|([A-Za-z0-9_]{20,100})$/D';

    /** @return BelongsTo<Workspace, $this> */
    public function workspace(): BelongsTo
    {
        return $this->belongsTo(Workspace::class);
    }

    /** What its owner is in its workspace; null when they are no longer in it. */
    public function membership(): ?Membership
    {
        return $this->relationLoaded('membership') ? $this->getRelation('membership') : null;
    }

    /** The key with its user, workspace and membership in one question: this stands before every request of a program. */
    private static function withOwner(int $id): ?self
    {
        $row = DB::selectOne(
            'SELECT to_jsonb(k) AS key, to_jsonb(u) AS owner, to_jsonb(w) AS workspace, to_jsonb(m) AS membership FROM personal_access_tokens k
             JOIN users u ON k.tokenable_type = ? AND u.id = k.tokenable_id
             JOIN memberships m ON m.user_id = u.id AND m.workspace_id = k.workspace_id JOIN workspaces w ON w.id = m.workspace_id WHERE k.id = ?',
            [(new User)->getMorphClass(), $id],
        );
        $row = (array) $row;
        if ($row === []) {
            return null;
        }
        $made = static fn (Model $model, mixed $json): Model => $model->newFromBuilder((array) json_decode(is_string($json) ? $json : '', true));
        $key = $made(new self, $row['key']);
        $owner = $made(new User, $row['owner']);

        $membership = $made(new Membership, $row['membership'])->setRelation('workspace', $made(new Workspace, $row['workspace']));

        return $key instanceof self ? $key->setRelation('tokenable', $owner)->setRelation('membership', $membership) : null;
    }

    /**
     * The key of a bearer token with its owner; null for anything that is none.
     *
     * @param  string  $token
     */
    public static function findToken($token): ?static
    {
        if (preg_match(self::FORM, $token, $match) !== 1) {
            return null;
        }
        $key = self::withOwner((int) $match[1]);
        if ($key === null || ! hash_equals((string) $key->getAttribute('token'), hash('sha256', $match[2]))) {
            return null;
        }
        $used = $key->last_used_at;
        // Written at most once a minute: a busy program would otherwise write with every request.
        if ($used === null || $used->lt(now()->subSeconds(self::USED))) {
            $key->forceFill(['last_used_at' => now()])->saveQuietly();
        }

        return $key;
    }
}
