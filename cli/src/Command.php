<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

/** One of the words after `bin/glyph`. */
interface Command
{
    /**
     * @param  list<string>  $words  what follows the command's name
     * @return int 0 in order, 1 not read or a check failed
     *
     * @throws UsageError
     */
    public function run(array $words, Output $output): int;
}
