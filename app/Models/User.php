<?php

declare(strict_types=1);

namespace App\Models;

use Database\Factories\UserFactory;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Factories\HasFactory;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Foundation\Auth\User as Authenticatable;
use Laravel\Sanctum\HasApiTokens;

/**
 * Somebody who signs in, or on whose behalf a program does.
 *
 * @property string $id
 * @property ?string $last_workspace_id
 * @property string $name
 * @property string $email
 */
final class User extends Authenticatable
{
    /** @use HasFactory<UserFactory> */
    use HasApiTokens, HasFactory, HasUuids;

    protected $table = 'users';

    protected $fillable = ['name', 'email', 'password', 'last_workspace_id'];

    protected $hidden = ['password', 'remember_token'];

    /** @return HasMany<Membership, $this> */
    public function memberships(): HasMany
    {
        return $this->hasMany(Membership::class);
    }

    /** Makes them a member, or changes what they are. */
    public function join(Workspace $workspace, Role $role): Membership
    {
        return $this->memberships()->updateOrCreate(['workspace_id' => $workspace->id], ['role' => $role]);
    }

    protected function casts(): array
    {
        return ['password' => 'hashed'];
    }
}
