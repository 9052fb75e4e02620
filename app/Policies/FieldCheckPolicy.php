<?php

declare(strict_types=1);

namespace App\Policies;

/** Who may look at field checks, ask for them and end them: whoever may do so with glyphs. */
final class FieldCheckPolicy
{
    use DecidedByRole;
}
