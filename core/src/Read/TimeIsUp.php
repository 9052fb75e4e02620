<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use RuntimeException;

/** What was under way when a reading's time ended has taken all that is allowed on top. */
final class TimeIsUp extends RuntimeException
{
}
