<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

/** One of the ledger's checks. A new one is a class of this interface and its name in `Ledger`. */
interface Check
{
    /** @return ?LedgerLine null where the check has nothing to look at, such as a mark where there is none */
    public function line(Subject $subject): ?LedgerLine;
}
