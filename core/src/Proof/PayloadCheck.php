<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Payload\Payload;

/** Whether the text does what its kind promises. */
final class PayloadCheck
{
    public static function line(Payload $payload): LedgerLine
    {
        $title = $payload->kind->label().' rules';
        $errors = $payload->errors();
        $problem = $errors[0] ?? $payload->problems[0] ?? null;
        if ($problem === null) {
            return new LedgerLine('payload', $title, Verdict::Holds, 'in order', lcfirst($payload->kind->purpose()), 'Nothing in the text breaks a rule of its kind.');
        }

        $repaired = $payload->repaired($problem);

        return new LedgerLine(
            'payload', $title, $errors === [] ? Verdict::Marginal : Verdict::Fails,
            sprintf('%d to look at', count($payload->problems)),
            str_replace('_', ' ', $problem->code),
            $problem->message,
            $repaired === null ? null : $problem->fixLabel,
            $repaired === null ? [] : ['text' => $repaired],
        );
    }
}
