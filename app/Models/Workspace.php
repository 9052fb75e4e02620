<?php

declare(strict_types=1);

namespace App\Models;

use Database\Factories\WorkspaceFactory;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Factories\HasFactory;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use KeenGlyph\Core\Payload\Context;

/**
 * Whose glyphs they are: nothing crosses from one workspace to another.
 *
 * @property string $id
 * @property string $name
 * @property ?string $chat_template
 * @property ?string $region
 * @property ?string $gs1_domain
 * @property string $proof_require
 */
final class Workspace extends Model
{
    /** @use HasFactory<WorkspaceFactory> */
    use HasFactory, HasUuids;

    protected $table = 'workspaces';

    protected $attributes = ['proof_require' => ''];

    protected $fillable = ['name', 'chat_template', 'region', 'gs1_domain', 'proof_require'];

    /** What the workspace sets once for its payloads. */
    public function payloadContext(): Context
    {
        return new Context($this->chat_template ?? Context::CHAT_TEMPLATE, $this->region, $this->gs1_domain ?? Context::GS1_DOMAIN);
    }

    /** @return HasMany<Glyph, $this> */
    public function glyphs(): HasMany
    {
        return $this->hasMany(Glyph::class);
    }

    /** @return HasMany<Finish, $this> */
    public function finishes(): HasMany
    {
        return $this->hasMany(Finish::class);
    }

    /** @return HasMany<Gate, $this> */
    public function gates(): HasMany
    {
        return $this->hasMany(Gate::class);
    }

    /** @return HasMany<Membership, $this> */
    public function memberships(): HasMany
    {
        return $this->hasMany(Membership::class);
    }

    /** @return HasMany<Key, $this> */
    public function keys(): HasMany
    {
        return $this->hasMany(Key::class);
    }

    /** @return HasMany<Proof, $this> */
    public function proofs(): HasMany
    {
        return $this->hasMany(Proof::class);
    }

    /** @return HasMany<Hook, $this> */
    public function hooks(): HasMany
    {
        return $this->hasMany(Hook::class);
    }
}
