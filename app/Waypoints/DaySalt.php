<?php

declare(strict_types=1);

namespace App\Waypoints;

use Illuminate\Support\Facades\DB;

/** The salt of the day, the same on every machine: made by whoever needs it first, forgotten two days later. */
final readonly class DaySalt
{
    public function __construct(private string $folder)
    {
    }

    /** From this machine's own copy; null where there is none yet. */
    public function kept(string $day): ?string
    {
        $salt = @file_get_contents("$this->folder/salt-$day");

        return is_string($salt) && strlen($salt) === 64 ? $salt : null;
    }

    public function of(string $day): string
    {
        $kept = $this->kept($day);
        if ($kept !== null) {
            return $kept;
        }
        DB::insert('INSERT INTO trail_salts (day, salt) VALUES (?, ?) ON CONFLICT DO NOTHING', [$day, bin2hex(random_bytes(32))]);
        $salt = DB::table('trail_salts')->where('day', $day)->value('salt');
        $salt = is_string($salt) ? $salt : '';
        @mkdir($this->folder, 0700, true);
        @file_put_contents("$this->folder/salt-$day", $salt);

        return $salt;
    }

    /** Forgets those of days gone by, here and in the database. */
    public function forget(): void
    {
        $oldest = gmdate('Y-m-d', time() - 86_400);
        DB::delete('DELETE FROM trail_salts WHERE day < ?', [$oldest]);
        DB::delete('DELETE FROM trail_seen WHERE day < ?', [$oldest]);
        foreach (glob("$this->folder/salt-*") ?: [] as $file) {
            if (substr($file, -10) < $oldest) {
                @unlink($file);
            }
        }
    }
}
