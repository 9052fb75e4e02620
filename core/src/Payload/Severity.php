<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** How serious a problem of a payload is. */
enum Severity: string
{
    /** It will not do what was meant. */
    case Error = 'error';

    /** Legal, but unwise or worth a second look. */
    case Caution = 'caution';
}
