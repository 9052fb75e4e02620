<?php

declare(strict_types=1);

namespace App\Models;

use Database\Factories\WorkspaceFactory;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Factories\HasFactory;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Facades\Config;
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
 * @property list<array<string, mixed>> $proof_devices
 * @property string $zone
 * @property bool $ask_before_leaving
 * @property list<string> $own_hosts
 * @property ?int $trail_days
 * @property ?string $short_base
 * @property ?string $short_host
 */
final class Workspace extends Model
{
    /** @use HasFactory<WorkspaceFactory> */
    use HasFactory, HasUuids;

    protected $table = 'workspaces';

    protected $attributes = ['proof_require' => '', 'proof_devices' => '[]', 'zone' => 'UTC', 'ask_before_leaving' => false, 'own_hosts' => '[]', 'trail_days' => null, 'short_base' => null, 'short_host' => null];

    protected $fillable = ['name', 'chat_template', 'region', 'gs1_domain', 'proof_require', 'proof_devices', 'zone', 'ask_before_leaving', 'own_hosts', 'trail_days', 'short_base', 'short_host'];

    /** What the workspace sets once for its payloads. */
    public function payloadContext(): Context
    {
        return new Context($this->chat_template ?? Context::CHAT_TEMPLATE, $this->region, $this->gs1_domain ?? Context::GS1_DOMAIN);
    }

    /** What its short addresses begin with: its own host, or that of the application. */
    public function shortBase(): string
    {
        return $this->short_base ?? Config::string('app.url');
    }

    /** @return array<string, string> the workspaces that have a host of their own, by host */
    public static function byHost(): array
    {
        /** @var array<string, string> */
        return self::query()->whereNotNull('short_host')->pluck('id', 'short_host')->all();
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

    /** @return HasMany<FieldCheck, $this> */
    public function fieldChecks(): HasMany
    {
        return $this->hasMany(FieldCheck::class);
    }

    /** @return HasMany<ResolverLink, $this> */
    public function resolverLinks(): HasMany
    {
        return $this->hasMany(ResolverLink::class)->chaperone();
    }

    /** @return HasMany<Waypoint, $this> */
    public function waypoints(): HasMany
    {
        return $this->hasMany(Waypoint::class)->chaperone();
    }

    /** @return HasMany<Run, $this> */
    public function runs(): HasMany
    {
        return $this->hasMany(Run::class);
    }

    /** @return HasMany<Alert, $this> */
    public function alerts(): HasMany
    {
        return $this->hasMany(Alert::class);
    }

    /** @return HasMany<Page, $this> */
    public function pages(): HasMany
    {
        return $this->hasMany(Page::class)->chaperone();
    }

    /** @return HasMany<StoredFile, $this> */
    public function files(): HasMany
    {
        return $this->hasMany(StoredFile::class);
    }

    /** @return HasMany<PageStyle, $this> */
    public function pageStyles(): HasMany
    {
        return $this->hasMany(PageStyle::class);
    }

    /** @return ?list<string> hosts to which a waypoint leads without a page in between; null where it does so to all */
    public function hostsThatNeedNoPage(): ?array
    {
        return $this->ask_before_leaving ? $this->own_hosts : null;
    }

    /** @return HasMany<Hook, $this> */
    public function hooks(): HasMany
    {
        return $this->hasMany(Hook::class);
    }

    protected function casts(): array
    {
        return ['proof_devices' => 'array', 'ask_before_leaving' => 'boolean', 'own_hosts' => 'array', 'trail_days' => 'integer'];
    }
}
