<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Linear\LinearSymbol;

/** What is known about a linear symbol, as the command line and the API state it. */
final class LinearFacts
{
    /** @return array{symbology: string, text: string, bytes: int, modules: int, pattern: string, quiet_left: int, quiet_right: int, printed: list<string>} */
    public static function of(LinearSymbol $symbol): array
    {
        return [
            'symbology' => $symbol->symbology->value,
            'text' => $symbol->text,
            'bytes' => strlen($symbol->text),
            'modules' => $symbol->modules(),
            'pattern' => $symbol->pattern,
            'quiet_left' => $symbol->quiet[0],
            'quiet_right' => $symbol->quiet[1],
            'printed' => array_map(static fn ($caption): string => $caption->text, $symbol->captions),
        ];
    }
}
