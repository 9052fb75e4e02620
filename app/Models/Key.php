<?php

declare(strict_types=1);

namespace App\Models;

use App\Keys\KeySort;
use App\Keys\PageToken;
use App\Support\Current;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Laravel\Sanctum\PersonalAccessToken;

/**
 * A program's or page's key to one workspace. Of a secret one only its hash is kept.
 *
 * @property int $id
 * @property string $name
 * @property string $workspace_id
 * @property KeySort $sort
 * @property string $shown
 * @property ?string $public
 * @property list<string> $abilities
 * @property list<string> $origins
 * @property bool $must_sign
 * @property ?int $max_px
 * @property ?int $quota
 * @property int $per_minute
 * @property ?Carbon $previous_until
 * @property int $signing
 * @property ?Carbon $signing_until
 * @property ?Carbon $last_used_at
 * @property ?Carbon $expires_at
 * @property ?Carbon $revoked_at
 * @property Carbon $created_at
 * @property-read Workspace $workspace
 */
final class Key extends PersonalAccessToken
{
    protected $table = 'personal_access_tokens';

    /** Seconds after which a use is written down again. */
    private const USED = 60;

    /** Letters and digits that can be a key. */
    private const FORM = '/^(?:kg[sp]_[A-Za-z0-9]{16,60}|\d{1,18}\|[A-Za-z0-9_]{20,100})$/D';

    /** What a page token in its place allows; null where the key itself was sent. */
    public ?PageToken $pageToken = null;

    /** @return BelongsTo<Workspace, $this> */
    public function workspace(): BelongsTo
    {
        return $this->belongsTo(Workspace::class);
    }

    /**
     * Looked for in the request's workspace only, like all that belongs to one.
     *
     * @param  mixed  $value
     * @param  ?string  $field
     */
    public function resolveRouteBinding($value, $field = null): ?Model
    {
        return is_string($value) && preg_match('/^\d{1,18}$/D', $value) === 1
            ? $this->newQuery()->where('workspace_id', Current::membership(request())->workspace_id)->whereKey((int) $value)->first()
            : null;
    }

    /** What its owner is in its workspace; null when they are no longer in it. */
    public function membership(): ?Membership
    {
        return $this->relationLoaded('membership') ? $this->getRelation('membership') : null;
    }

    /** Whether it holds now. */
    public function isLive(): bool
    {
        return $this->revoked_at === null && ($this->expires_at === null || $this->expires_at->isFuture());
    }

    /** Whether a page of this origin may use it. */
    public function holdsFrom(?string $origin): bool
    {
        return $origin !== null && $origin !== '' && in_array($origin, $this->origins, true);
    }

    /**
     * @param  string  $ability
     */
    public function can($ability): bool
    {
        return in_array($ability, $this->abilities, true) && ($this->pageToken === null || $this->pageToken->may($ability));
    }

    /**
     * The key of a bearer token with its owner; null for anything that is none.
     *
     * @param  string  $token
     */
    public static function findToken($token): ?static
    {
        if (PageToken::isOne($token)) {
            return PageToken::key($token);
        }
        $key = preg_match(self::FORM, $token) === 1 ? self::ofText($token) : null;
        $key?->noteUse();

        return $key;
    }

    /** A live publishable key by what stands in pages. */
    public static function findPublishable(string $public): ?static
    {
        $key = preg_match(self::FORM, $public) === 1 ? self::withOwner('k.public = ?', [$public]) : null;
        $key?->noteUse();

        return $key;
    }

    /** A live key by its number. */
    public static function findNumbered(int $id): ?static
    {
        return self::withOwner('k.id = ?', [$id]);
    }

    private static function ofText(string $token): ?static
    {
        if (str_starts_with($token, KeySort::Publishable->prefix())) {
            return self::withOwner('k.public = ?', [$token]);
        }
        [$id, $secret] = str_contains($token, '|') ? explode('|', $token, 2) : ['', $token];
        $hash = hash('sha256', $secret);

        return $id === ''
            ? self::withOwner('(k.token = ? OR (k.previous_token = ? AND k.previous_until > now()))', [$hash, $hash])
            : self::withOwner('k.id = ? AND k.token = ?', [$id, $hash]);
    }

    /**
     * The key with its user, workspace and membership in one question: this stands before every request of a program.
     *
     * @param  list<mixed>  $bindings
     */
    private static function withOwner(string $where, array $bindings): ?static
    {
        $row = (array) DB::selectOne(
            "SELECT to_jsonb(k) AS key, to_jsonb(u) AS owner, to_jsonb(w) AS workspace, to_jsonb(m) AS membership FROM personal_access_tokens k
             JOIN users u ON k.tokenable_type = ? AND u.id = k.tokenable_id
             JOIN memberships m ON m.user_id = u.id AND m.workspace_id = k.workspace_id JOIN workspaces w ON w.id = m.workspace_id
             WHERE k.revoked_at IS NULL AND (k.expires_at IS NULL OR k.expires_at > now()) AND $where",
            [(new User)->getMorphClass(), ...$bindings],
        );
        if ($row === []) {
            return null;
        }
        $made = static function (Model $model, mixed $json): Model {
            $values = (array) json_decode(is_string($json) ? $json : '', true);

            return $model->newFromBuilder(array_map(static fn (mixed $value): mixed => is_array($value) ? json_encode($value) : $value, $values));
        };
        $key = $made(new self, $row['key']);
        $owner = $made(new User, $row['owner']);
        $membership = $made(new Membership, $row['membership'])->setRelation('workspace', $workspace = $made(new Workspace, $row['workspace']));

        return $key instanceof static ? $key->setRelation('tokenable', $owner)->setRelation('membership', $membership)->setRelation('workspace', $workspace) : null;
    }

    /** Written at most once a minute: a busy program would otherwise write with every request. */
    public function noteUse(): void
    {
        if ($this->last_used_at === null || $this->last_used_at->lt(now()->subSeconds(self::USED))) {
            $this->newQuery()->whereKey($this->getKey())->toBase()->update(['last_used_at' => now()]);
        }
    }

    protected function casts(): array
    {
        return [
            'abilities' => 'json', 'origins' => 'array', 'sort' => KeySort::class, 'must_sign' => 'boolean', 'max_px' => 'integer', 'quota' => 'integer', 'per_minute' => 'integer', 'signing' => 'integer',
            'last_used_at' => 'datetime', 'expires_at' => 'datetime', 'previous_until' => 'datetime', 'signing_until' => 'datetime', 'revoked_at' => 'datetime',
        ];
    }
}
