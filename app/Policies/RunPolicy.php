<?php

declare(strict_types=1);

namespace App\Policies;

/** Who may look at runs and start, stop and remove them: whoever may do so with glyphs. */
final class RunPolicy
{
    use DecidedByRole;
}
