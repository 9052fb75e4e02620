<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

/** `bin/glyph`: picks the command and turns trouble into an exit code and a line on stderr. */
final class Application
{
    private const HELP = <<<'TEXT'
        bin/glyph make (--text T | --bytes-file F | --kind link|text --field url=…|text=…)
                       [--level L|M|Q|H] [--version 1-40] [--mask 0-7]
                       [--module-px N | --size-px N | --size-mm X --dpi D] [--quiet 4] [--dark #hex] [--light #hex]
                       [--finish FILE.json]
                       --out FILE.(svg|png|webp|jpg|pdf|eps|txt) [--title T] [--json] [--matrix]
        bin/glyph read FILE… [--json] [--symbology qr]

        Exit status: 0 in order, 1 not read, 2 called wrongly (the reason is on stderr).
        TEXT;

    /** @param  list<string>  $words without the program's own name */
    public static function run(array $words, Output $output = new Output): int
    {
        $name = array_shift($words);
        if (in_array($name, ['help', '--help', '-h'], true)) {
            $output->line(self::HELP);

            return 0;
        }
        try {
            $command = match ($name) {
                'make' => new MakeCommand,
                'read' => new ReadCommand,
                null => throw new UsageError("Say what to do.\n\n".self::HELP),
                default => throw new UsageError("There is no command “{$name}”.\n\n".self::HELP),
            };

            return $command->run($words, $output);
        } catch (UsageError $e) {
            $output->error($e->getMessage());

            return 2;
        }
    }
}
