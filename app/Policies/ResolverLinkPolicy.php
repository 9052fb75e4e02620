<?php

declare(strict_types=1);

namespace App\Policies;

/** Who may look at links behind identifiers and change them: whoever may do so with glyphs. */
final class ResolverLinkPolicy
{
    use DecidedByRole;
}
