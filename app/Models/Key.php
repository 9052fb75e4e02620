<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Facades\DB;
use Laravel\Sanctum\PersonalAccessToken;

/** A program's key. Only its hash is kept. */
final class Key extends PersonalAccessToken
{
    protected $table = 'personal_access_tokens';

    /** Seconds after which a use is written down again. */
    private const USED = 60;

    /** Digits of a number that the database can hold, and characters of a secret that can be one. */
    private const FORM = '/^(\d{1,18})\|([A-Za-z0-9_]{20,100})$/D';

    /** The key with its user and workspace in one question: this stands before every request of a program. */
    private static function withOwner(int $id): ?self
    {
        $row = DB::selectOne(
            'SELECT to_jsonb(k) AS key, to_jsonb(u) AS owner, to_jsonb(w) AS workspace FROM personal_access_tokens k
             JOIN users u ON k.tokenable_type = ? AND u.id = k.tokenable_id JOIN workspaces w ON w.id = u.workspace_id WHERE k.id = ?',
            [(new User)->getMorphClass(), $id],
        );
        $row = (array) $row;
        if ($row === []) {
            return null;
        }
        $made = static fn (Model $model, mixed $json): Model => $model->newFromBuilder((array) json_decode(is_string($json) ? $json : '', true));
        $key = $made(new self, $row['key']);
        $owner = $made(new User, $row['owner']);

        return $key instanceof self ? $key->setRelation('tokenable', $owner->setRelation('workspace', $made(new Workspace, $row['workspace']))) : null;
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
