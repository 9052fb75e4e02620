<?php

declare(strict_types=1);

namespace App\Policies;

/** Who may look at waypoints and change what is behind them: whoever may do so with glyphs. */
final class WaypointPolicy
{
    use DecidedByRole;
}
