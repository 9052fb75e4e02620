<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

/** Reads files with a plain word when it cannot. */
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
}
