<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

/** Reads and writes files, with a plain word when it cannot. */
final class Files
{
    /** @throws UsageError */
    public static function read(string $file): string
    {
        $bytes = is_file($file) ? @file_get_contents($file) : false;
        if ($bytes === false) {
            throw new UsageError("There is no readable file “{$file}”.");
        }

        return $bytes;
    }

    /**
     * In one step, so that nobody finds half a file.
     *
     * @throws UsageError
     */
    public static function write(string $file, string $bytes): void
    {
        $half = "{$file}.part";
        if (@file_put_contents($half, $bytes) !== strlen($bytes) || ! @rename($half, $file)) {
            @unlink($half);
            throw new UsageError("“{$file}” cannot be written: is there room for it, and may you write there?");
        }
    }
}
