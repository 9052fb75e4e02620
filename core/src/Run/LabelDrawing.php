<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use KeenGlyph\Core\Render\Scene;

/** A label as it is drawn, and the symbols that must be read on it. */
final readonly class LabelDrawing
{
    /**
     * @param  list<PlacedSymbol>  $symbols
     * @param  string  $text  that the row says
     * @param  string  $designation  of its symbol
     */
    public function __construct(public Scene $scene, public array $symbols, public string $text, public string $designation)
    {
    }
}
