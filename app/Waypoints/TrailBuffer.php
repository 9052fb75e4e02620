<?php

declare(strict_types=1);

namespace App\Waypoints;

/**
 * Scans on their way to the database: a line each, at the end of a file. Whoever writes them there renames the file first,
 * so that a line is in one batch and no other.
 */
final readonly class TrailBuffer
{
    /** Bytes after which scans are no longer kept, should nobody come for them: some two million. */
    private const FULL = 400_000_000;

    private const DIGITS = 20;

    public function __construct(private string $folder)
    {
    }

    /**
     * @param  list<string|int>  $scan  in the order of Scan::FIELDS
     * @return bool whether it was kept; what was not is counted
     */
    public function add(array $scan): bool
    {
        $line = json_encode($scan, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE)."\n";
        $path = "$this->folder/trail/open.log";
        for ($try = 0; $try < 3; $try++) {
            $file = @fopen($path, 'a') ?: $this->made($path);
            if ($file === false || ! flock($file, LOCK_SH)) {
                break;
            }
            $own = fstat($file);
            clearstatcache(true, $path);
            $now = @stat($path);
            // Renamed between opening and locking: what is written now would come too late.
            if ($own === false || $now === false || $own['ino'] !== $now['ino']) {
                fclose($file);

                continue;
            }
            $isKept = $own['size'] < self::FULL && @fwrite($file, $line) === strlen($line);
            fclose($file);
            if ($isKept) {
                return true;
            }
            break;
        }
        $this->countDropped();

        return false;
    }

    /**
     * What has come together since the last time, and what an earlier call left behind.
     *
     * @return list<string> files, the oldest first
     */
    public function batches(): array
    {
        $left = glob("$this->folder/trail/batch-*.log") ?: [];
        if ($left === [] && is_file("$this->folder/trail/open.log")) {
            $batch = sprintf('%s/trail/batch-%s-%s.log', $this->folder, gmdate('YmdHis'), bin2hex(random_bytes(6)));
            if (@rename("$this->folder/trail/open.log", $batch)) {
                $left = [$batch];
            }
        }
        foreach ($left as $batch) {
            // Whoever is still writing a line into it is waited for.
            $file = @fopen($batch, 'r');
            if ($file !== false) {
                flock($file, LOCK_EX);
                fclose($file);
            }
        }

        return $left;
    }

    /** Scans that could not be kept since the machine was set up. */
    public function dropped(): int
    {
        return (int) @file_get_contents("$this->folder/trail/dropped");
    }

    /** @return resource|false */
    private function made(string $path)
    {
        @mkdir(dirname($path), 0700, true);
        // The count of what is dropped has its room from the beginning: it is written over in place when the disk is full.
        if (! is_file(dirname($path).'/dropped')) {
            @file_put_contents(dirname($path).'/dropped', str_pad('0', self::DIGITS));
        }

        return @fopen($path, 'a');
    }

    private function countDropped(): void
    {
        $file = @fopen("$this->folder/trail/dropped", 'r+');
        if ($file !== false && flock($file, LOCK_EX)) {
            $count = (int) fread($file, self::DIGITS) + 1;
            rewind($file);
            fwrite($file, str_pad((string) $count, self::DIGITS));
            fclose($file);
        }
    }
}
