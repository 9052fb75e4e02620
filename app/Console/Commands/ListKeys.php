<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Key;
use App\Models\User;
use Illuminate\Console\Command;

/** Lists the keys of programs and pages: what they may do and when they were used, never the secret ones themselves. */
final class ListKeys extends Command
{
    protected $signature = 'keys:list {--json : As JSON} {--revoked : With those that were revoked}';

    protected $description = 'List keys';

    public function handle(): int
    {
        $keys = Key::query()->with(['tokenable', 'workspace'])->when(! $this->option('revoked'), fn ($query) => $query->whereNull('revoked_at'))->orderBy('id')->get()->map(static fn (Key $key): array => [
            'id' => $key->id,
            'name' => $key->name,
            'sort' => $key->sort->value,
            'key' => $key->public ?? $key->shown,
            'account' => $key->tokenable instanceof User ? $key->tokenable->email : null,
            'workspace' => $key->workspace->name,
            'abilities' => implode(',', $key->abilities),
            'quota' => $key->quota,
            'last_used_at' => $key->last_used_at?->toIso8601ZuluString(),
            'expires_at' => $key->expires_at?->toIso8601ZuluString(),
            'revoked_at' => $key->revoked_at?->toIso8601ZuluString(),
        ]);
        if ($this->option('json')) {
            $this->line((string) $keys->toJson(JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE));
        } elseif ($keys->isEmpty()) {
            $this->line('There are no keys.');
        } else {
            $this->table(['Id', 'Name', 'Sort', 'Key', 'Account', 'Workspace', 'Abilities', 'A month', 'Last used', 'Expires', 'Revoked'], $keys->map(static fn (array $key): array => array_values(array_map(static fn (mixed $value): string => (string) ($value ?? '–'), $key)))->all());
        }

        return self::SUCCESS;
    }
}
