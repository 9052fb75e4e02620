<?php

declare(strict_types=1);

namespace App\Policies;

/** Who may see and change what is told of waypoints: whoever may do so with glyphs. */
final class AlertPolicy
{
    use DecidedByRole;
}
