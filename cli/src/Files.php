<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use RuntimeException;

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
            throw self::refused($file);
        }
    }

    /**
     * The same of what is written piece by piece.
     *
     * @param  callable(resource): void  $write  throws a RuntimeException when there is no room
     *
     * @throws UsageError
     */
    public static function stream(string $file, callable $write): void
    {
        $stream = @fopen("{$file}.part", 'wb') ?: throw self::refused($file);
        try {
            $write($stream);
        } catch (RuntimeException) {
            throw self::refused($file);
        }
        if (! fclose($stream) || ! @rename("{$file}.part", $file)) {
            throw self::refused($file);
        }
    }

    private static function refused(string $file): UsageError
    {
        @unlink("{$file}.part");

        return new UsageError("“{$file}” cannot be written: is there room for it, and may you write there?");
    }
}
