<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

/** What a check found. */
enum Verdict: string
{
    case Holds = 'holds';
    case Marginal = 'marginal';
    case Fails = 'fails';
    case NotRun = 'not_run';
}
