<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Key;
use App\Models\User;
use Illuminate\Console\Command;

/** Lists the keys of programs: what they may do and when they were used, never the keys themselves. */
final class ListKeys extends Command
{
    protected $signature = 'keys:list {--json : As JSON}';

    protected $description = 'List the bearer keys of programs';

    public function handle(): int
    {
        $keys = Key::query()->with(['tokenable', 'workspace'])->orderBy('id')->get()->map(static fn (Key $key): array => [
            'id' => $key->getKey(),
            'name' => $key->getAttribute('name'),
            'account' => $key->tokenable instanceof User ? $key->tokenable->email : null,
            'workspace' => $key->workspace->name,
            'abilities' => implode(',', (array) $key->getAttribute('abilities')),
            'last_used_at' => $key->last_used_at?->toIso8601ZuluString(),
            'expires_at' => $key->expires_at?->toIso8601ZuluString(),
        ]);
        if ($this->option('json')) {
            $this->line((string) $keys->toJson(JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE));
        } elseif ($keys->isEmpty()) {
            $this->line('There are no keys.');
        } else {
            $this->table(['Id', 'Name', 'Account', 'Workspace', 'Abilities', 'Last used', 'Expires'], $keys->map(static fn (array $key): array => array_values(array_map(static fn (mixed $value): string => (string) ($value ?? 'never'), $key)))->all());
        }

        return self::SUCCESS;
    }
}
