<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Payload\Field;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Report\KindFacts;

/** `bin/glyph kinds`: what there is to say, and with which fields. */
final class KindsCommand implements Command
{
    public function run(array $words, Output $output): int
    {
        $arguments = Arguments::parse($words, [], ['json']);
        $kinds = $arguments->rest === [] ? Kind::cases() : array_map(Fields::kind(...), $arguments->rest);
        if ($arguments->has('json')) {
            $output->json(array_map(KindFacts::of(...), $kinds));

            return 0;
        }
        foreach ($kinds as $kind) {
            $output->line(sprintf('%-14s %s (%s)', $kind->value, $kind->purpose(), $kind->standard()));
            foreach ($arguments->rest === [] ? [] : $kind->grammar()->fields() as $field) {
                self::describe($field, '', $output);
            }
        }

        return 0;
    }

    private static function describe(Field $field, string $path, Output $output): void
    {
        $name = $path.$field->name.($field->repeats ? '.0' : '');
        $marks = ($field->required ? ' (needed)' : '').($field->options === [] ? '' : ' '.implode('|', array_filter(array_map(strval(...), array_keys($field->options)), static fn (string $option): bool => $option !== '')));
        $output->line(rtrim(sprintf('  %-24s %s%s. %s', $name, $field->label, $marks, $field->help)));
        foreach ($field->fields as $inner) {
            self::describe($inner, "$name.", $output);
        }
    }
}
