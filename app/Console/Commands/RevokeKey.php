<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\ManageKey;
use App\Console\KeyLookup;
use Illuminate\Console\Command;

/** Takes a key back at once. */
final class RevokeKey extends Command
{
    protected $signature = 'keys:revoke {id* : Numbers of the keys, as keys:list shows them}';

    protected $description = 'Revoke keys';

    public function handle(ManageKey $manage): int
    {
        $status = self::SUCCESS;
        foreach ((array) $this->argument('id') as $id) {
            $key = KeyLookup::numbered($id);
            if ($key === null) {
                $this->error(KeyLookup::absent($id));
                $status = self::FAILURE;

                continue;
            }
            $manage->revoke($key);
            $this->line("Revoked {$key->id}, {$key->name}.");
        }

        return $status;
    }
}
