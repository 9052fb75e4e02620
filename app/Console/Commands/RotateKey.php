<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\ManageKey;
use App\Console\KeyLookup;
use App\Keys\SigningSecret;
use Illuminate\Console\Command;

/** Gives a key a new secret; the old one goes on holding for a while. */
final class RotateKey extends Command
{
    protected $signature = 'keys:rotate
        {id : Number of the key, as keys:list shows it}
        {--hours=168 : Hours that the old one goes on holding; 0 ends it now}
        {--signing : The signing secret of a secret key, and not the key itself}';

    protected $description = 'Give a key a new secret, with an overlap';

    public function handle(ManageKey $manage): int
    {
        $key = KeyLookup::numbered($this->argument('id'));
        $hours = (string) $this->option('hours');
        if ($key === null || ! ctype_digit($hours) || (int) $hours > ManageKey::LONGEST_OVERLAP * 24) {
            $this->error($key === null ? KeyLookup::absent($this->argument('id')) : '--hours takes a whole number, 0 to '.ManageKey::LONGEST_OVERLAP * 24 .'.');

            return self::INVALID;
        }
        $text = $manage->rotate($key, (int) $hours, (bool) $this->option('signing'));
        $this->line($text ?? SigningSecret::of($key));
        $this->getOutput()->getErrorStyle()->writeln($text === null ? 'This is the new signing secret. It is shown only now.' : 'This is the new key. It is shown only now.');

        return self::SUCCESS;
    }
}
