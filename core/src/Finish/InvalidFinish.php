<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

use InvalidArgumentException;

/** A size, colour or quiet zone that cannot be drawn. */
final class InvalidFinish extends InvalidArgumentException
{
    /** @param  string  $field the option at fault: dark, light, quiet, module_px, size_px, size_mm, dpi */
    public function __construct(public readonly string $field, string $message)
    {
        parent::__construct($message);
    }
}
