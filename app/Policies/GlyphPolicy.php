<?php

declare(strict_types=1);

namespace App\Policies;

/** Who may do what with a saved code. */
final class GlyphPolicy
{
    use DecidedByRole;
}
