<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

/** `bin/glyph`: picks the command and turns trouble into an exit code and a line on stderr. */
final class Application
{
    private const HELP = <<<'TEXT'
        bin/glyph make (--text T | --bytes-file F [--kind K] | --kind K --field name=value …) [--merge name=value …]
                       [--symbology qr|microqr|ean13|ean8|upca|upce|itf14|code128|gs1-128|code39]
                       [--level L|M|Q|H] [--lift] [--version 1-40|M1-M4] [--mask 0-7] [--append 2-16]
                       [--modes auto|mixed|numeric|alphanumeric|byte|kanji] [--as-is]
                       [--charset auto|utf-8|iso-8859-1…|shift-jis|bytes] [--fnc1 first|second:AI] [--check] [--bare]
                       [--module-px N | --size-px N | --size-mm X --dpi D | --size-in X --dpi D] [--whole-dots]
                       [--finish FILE.json] [--dark #hex] [--light #hex] [--transparent] [--quiet 4] [--padding N] [--corner N] [--border N]
                       [--shape square|disc|soft|poured|rows|columns|hexagon|lozenge|leaf|tile]
                       [--ring square|soft|cut|modules|round|octagon|circle|leaf] [--ring-ink #hex]
                       [--centre square|soft|disc|hexagon|octagon|lozenge|modules] [--centre-ink #hex]
                       [--mark icon:NAME|text:XY|FILE] [--mark-size 7] [--caption TEXT] [--ean DIGITS]
                       --out FILE.(svg|png|webp|jpg|pdf|eps|txt|json) [--cmyk] [--title T] [--json] [--matrix]
                       [--ledger [--print screen|laser|offset|thermal_203|thermal_300|flexo|screen_print] [--distance-mm 250] [--reserve 0.5] [--force]]
        bin/glyph read FILE… [--json] [--join] [--budget-ms 1500] [--symbology matrix|linear|qr,microqr,ean13,ean8,upca,upce,itf14,code128,code39]
        bin/glyph payload KIND --field name=value … [--merge name=value …] [--json]
        bin/glyph parse TEXT | --bytes-file F [--kind K] [--json]
        bin/glyph gs1 '(01)09520123456788(10)H26-07' [--domain https://id.fennmoor.example] [--json]
        bin/glyph kinds [KIND …] [--json]

        Fields within fields are written phones.0.number=…, GS1 elements also '(01)=…'. A name that repeats makes a list.

        Exit status: 0 in order, 1 not read, not valid or stopped by the ledger, 2 called wrongly (the reason is on stderr).
        TEXT;

    /** @param  list<string>  $words without the program's own name */
    public static function run(array $words, Output $output = new Output): int
    {
        $name = array_shift($words);
        if (in_array($name, ['help', '--help', '-h'], true) || in_array($words, [['--help'], ['-h']], true)) {
            $output->line(self::HELP);

            return 0;
        }
        try {
            $command = match ($name) {
                'make' => new MakeCommand,
                'read' => new ReadCommand,
                'payload' => new PayloadCommand,
                'parse' => new ParseCommand,
                'gs1' => new Gs1Command,
                'kinds' => new KindsCommand,
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
