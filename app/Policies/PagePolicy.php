<?php

declare(strict_types=1);

namespace App\Policies;

/** Who may look at and change what pages are made of: whoever may do so with glyphs. */
final class PagePolicy
{
    use DecidedByRole;
}
