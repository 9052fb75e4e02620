<?php

declare(strict_types=1);

namespace App\Actions;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Keys\CountedCall;
use App\Keys\KeySort;
use App\Models\Ability;
use App\Models\Key;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;

/** Makes keys, changes what they may do, rotates them and takes them back. */
final class ManageKey
{
    /** Random letters and digits of a secret key, and of a publishable one, which has no secret to keep. */
    private const SECRET = 40;

    private const PUBLIC = 22;

    /** Live keys of a workspace. */
    public const MOST = 200;

    /** Days that a rotated key and a rotated signing secret go on holding at most. */
    public const LONGEST_OVERLAP = 90;

    /**
     * A new key that acts for a person in one workspace.
     *
     * @param  array<string, mixed>  $given  validated: name, sort, abilities, expires_at, origins, must_sign, max_px, quota, per_minute
     * @return array{Key, string} the key, and itself as text, which is kept nowhere when it is secret
     *
     * @throws ValidationException when it may not do that
     */
    public function create(User $user, Workspace $workspace, array $given): array
    {
        $sort = $given['sort'] ?? KeySort::Secret;
        $key = new Key;
        $key->forceFill(['must_sign' => true, 'max_px' => null, 'quota' => null, 'expires_at' => null, 'last_used_at' => null, 'previous_until' => null, 'signing_until' => null, 'revoked_at' => null, 'public' => null, 'workspace_id' => $workspace->id, 'sort' => $sort, 'signing' => 1, 'per_minute' => 1200, 'origins' => [], 'abilities' => $sort === KeySort::Publishable ? [Ability::Draw->value] : Ability::usual()]);
        $key->tokenable()->associate($user);
        $text = self::renew($key);
        self::fill($key, $given);
        DB::transaction(static function () use ($key, $workspace): void {
            // One at a time, so that two at the same moment do not both find room.
            $workspace->newQuery()->whereKey($workspace->id)->lockForUpdate()->first();
            if (Key::query()->where('workspace_id', $workspace->id)->whereNull('revoked_at')->count() >= self::MOST) {
                throw ValidationException::withMessages(['name' => ['A workspace has at most '.self::MOST.' keys. Revoke one that is not used.']]);
            }
            $key->save();
            DB::table('key_meters')->insert(['key_id' => $key->id, 'month' => now('UTC')->format('Y-m-01'), 'used' => 0, 'in_hand' => CountedCall::burst($key->per_minute), 'filled_at' => now()]);
            DomainEvent::record(Fact::KeyMade, $workspace->id, (string) $key->id);
        });

        return [$key, $text];
    }

    /**
     * @param  array<string, mixed>  $given  validated: only what changes
     *
     * @throws ValidationException when it may not do that
     */
    public function change(Key $key, array $given): Key
    {
        self::fill($key, $given);
        DB::transaction(static function () use ($key): void {
            $key->save();
            DomainEvent::record(Fact::KeyChanged, $key->workspace_id, (string) $key->id);
        });

        return $key;
    }

    /**
     * A secret key gets a new text, a publishable one a new signing secret; the old one goes on holding for a while.
     *
     * @param  int  $overlap  hours, 0 to end the old one now
     * @return ?string the key's new text; null when only the signing secret was renewed
     */
    public function rotate(Key $key, int $overlap, bool $signingOnly = false): ?string
    {
        $until = now()->addHours($overlap);
        $text = null;
        if ($signingOnly || $key->sort === KeySort::Publishable) {
            $key->forceFill(['signing' => $key->signing + 1, 'signing_until' => $until]);
        } else {
            $old = $key->token;
            $text = self::renew($key);
            $key->forceFill(['previous_token' => $overlap === 0 ? null : $old, 'previous_until' => $overlap === 0 ? null : $until]);
        }
        DB::transaction(static function () use ($key): void {
            $key->save();
            DomainEvent::record(Fact::KeyRotated, $key->workspace_id, (string) $key->id);
        });

        return $text;
    }

    /** Sets when what was rotated out ends: now, or later. */
    public function endOverlap(Key $key, ?Carbon $until): void
    {
        // What ends now is forgotten, so that no clock decides it.
        $ends = $until === null
            ? ['previous_token' => null, 'previous_until' => null, 'signing_until' => null]
            : array_filter(['previous_until' => $key->previous_until === null ? null : $until, 'signing_until' => $key->signing_until === null ? null : $until]);
        DB::transaction(static function () use ($key, $ends): void {
            $key->forceFill($ends)->save();
            DomainEvent::record(Fact::KeyChanged, $key->workspace_id, (string) $key->id);
        });
    }

    /** At once and for good. */
    public function revoke(Key $key): void
    {
        DB::transaction(static function () use ($key): void {
            $key->forceFill(['revoked_at' => now(), 'previous_token' => null, 'previous_until' => null])->save();
            DomainEvent::record(Fact::KeyRevoked, $key->workspace_id, (string) $key->id);
        });
    }

    private static function renew(Key $key): string
    {
        if ($key->sort === KeySort::Publishable) {
            $text = KeySort::Publishable->prefix().Str::random(self::PUBLIC);
            // The column wants a hash of something: nobody can send what this is of.
            $key->forceFill(['public' => $text, 'shown' => substr($text, 0, 8).'…', 'token' => hash('sha256', Str::random(self::SECRET))]);
        } else {
            $text = KeySort::Secret->prefix().Str::random(self::SECRET);
            $key->forceFill(['shown' => substr($text, 0, 8).'…'.substr($text, -4), 'token' => hash('sha256', $text)]);
        }

        return $text;
    }

    /** @param  array<string, mixed>  $given */
    private static function fill(Key $key, array $given): void
    {
        $key->forceFill(array_intersect_key($given, array_flip(['name', 'abilities', 'expires_at', 'origins', 'must_sign', 'max_px', 'quota', 'per_minute'])));
        $key->name = trim($key->name);
        foreach ($key->sort === KeySort::Publishable ? $key->abilities : [] as $ability) {
            if (Ability::tryFrom($ability)?->isForPages() !== true) {
                throw ValidationException::withMessages(['abilities' => ["A publishable key cannot have “{$ability}”: from a page, anybody could use it. It may draw and read."]]);
            }
        }
    }
}
