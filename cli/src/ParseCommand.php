<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

/** `bin/glyph parse`: a text to its kind and fields. */
final class ParseCommand implements Command
{
    public function run(array $words, Output $output): int
    {
        $arguments = Arguments::parse($words, ['kind', 'bytes-file', 'merge'], ['json']);
        if (count($arguments->rest) + (int) $arguments->has('bytes-file') !== 1) {
            throw new UsageError('Give one text: bin/glyph parse TEXT, or --bytes-file FILE.');
        }
        $text = $arguments->has('bytes-file') ? Files::read((string) $arguments->get('bytes-file')) : $arguments->rest[0];
        $payload = Fields::ofText($text, $arguments->has('kind') ? Fields::kind((string) $arguments->get('kind')) : null, $arguments);
        if ($arguments->has('json')) {
            $output->json($payload->toArray());

            return 0;
        }
        $output->line($payload->kind->label());
        foreach (self::flat($payload->fields) as $name => $value) {
            $output->line("  $name: $value");
        }
        foreach ($payload->problems as $problem) {
            $place = ($problem->position === null ? '' : " (character {$problem->position})").($problem->clause === null ? '' : " [{$problem->clause}]");
            $output->line("  {$problem->severity->value}: ".Fields::words($problem).$place);
        }

        return 0;
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @return array<string, string>
     */
    private static function flat(array $fields, string $path = ''): array
    {
        $flat = [];
        foreach ($fields as $name => $value) {
            $flat += is_array($value) ? self::flat($value, "$path$name.") : [$path.$name => is_bool($value) ? ($value ? 'yes' : 'no') : (is_string($value) ? $value : '')];
        }

        return $flat;
    }
}
