<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** How serious a problem of a payload is. */
enum Severity: string
{
    /** It breaks its standard, or will not do what was meant: it is drawn only when that is asked for by name. */
    case Error = 'error';

    /** It may do harm, or something else than was meant: worth a second look. */
    case Caution = 'caution';

    /** Advice on something that its standard allows. */
    case Note = 'note';
}
