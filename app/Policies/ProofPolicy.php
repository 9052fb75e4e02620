<?php

declare(strict_types=1);

namespace App\Policies;

/** Who may look at proofs, stop them and delete them: whoever may do so with glyphs. */
final class ProofPolicy
{
    use DecidedByRole;
}
