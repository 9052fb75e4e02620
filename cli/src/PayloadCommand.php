<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

/** `bin/glyph payload`: fields to the text that the standard asks for. */
final class PayloadCommand implements Command
{
    public function run(array $words, Output $output): int
    {
        $arguments = Arguments::parse($words, ['field', 'merge'], ['json']);
        if (count($arguments->rest) !== 1) {
            throw new UsageError('Name one kind: bin/glyph payload KIND --field name=value …');
        }
        $payload = Fields::payload(Fields::kind($arguments->rest[0]), $arguments);
        $refusal = $payload->refusal();
        if ($arguments->has('json')) {
            $output->json(['text' => $refusal === null ? $payload->text : null] + $payload->toArray());
        } elseif ($refusal === null) {
            $output->raw($payload->text);
        }
        foreach ($payload->problems as $problem) {
            if (! $arguments->has('json') || $problem->refused) {
                $output->error(Fields::words($problem));
            }
        }

        return $refusal !== null ? 2 : ($payload->errors() === [] ? 0 : 1);
    }
}
