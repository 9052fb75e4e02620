<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Gs1\DigitalLink;
use KeenGlyph\Core\Gs1\InvalidElements;
use KeenGlyph\Core\Report\Gs1Facts;

/** `bin/glyph gs1`: elements in all their forms, checked. */
final class Gs1Command implements Command
{
    public function run(array $words, Output $output): int
    {
        $arguments = Arguments::parse($words, ['domain'], ['json']);
        if (count($arguments->rest) !== 1) {
            throw new UsageError('Give one text: bin/glyph gs1 \'(01)09520123456788(10)H26-07\'.');
        }
        try {
            $facts = Gs1Facts::of($arguments->rest[0], $arguments->get('domain') ?? DigitalLink::CANONICAL_DOMAIN);
        } catch (InvalidElements $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
        if ($arguments->has('json')) {
            $output->json($facts);
        } else {
            foreach ($facts['elements'] as $element) {
                $output->line(rtrim("({$element['ai']}) {$element['value']}  {$element['title']}  {$element['says']}"));
            }
            if ($facts['digital_link'] !== null) {
                $output->line($facts['digital_link']);
            }
            foreach ($facts['problems'] as $problem) {
                $output->error("{$problem['severity']}: {$problem['message']}");
            }
        }

        return $facts['valid'] ? 0 : 1;
    }
}
