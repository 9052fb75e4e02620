<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** The ground a mark stands on. */
enum MarkPlate: string
{
    case None = 'none';
    case Square = 'square';
    case Soft = 'soft';
    case Disc = 'disc';
}
