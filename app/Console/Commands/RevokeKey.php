<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Key;
use Illuminate\Console\Command;

/** Takes a program's key back at once. */
final class RevokeKey extends Command
{
    protected $signature = 'keys:revoke {id* : Numbers of the keys, as keys:list shows them}';

    protected $description = 'Revoke bearer keys of programs';

    public function handle(): int
    {
        $status = self::SUCCESS;
        foreach ((array) $this->argument('id') as $id) {
            $key = preg_match('/^\d{1,18}$/D', $id) === 1 ? Key::query()->find((int) $id) : null;
            if ($key === null) {
                $this->error("There is no key “{$id}”. keys:list shows those there are.");
                $status = self::FAILURE;

                continue;
            }
            $key->delete();
            $this->line("Revoked {$key->getKey()}, {$key->getAttribute('name')}.");
        }

        return $status;
    }
}
