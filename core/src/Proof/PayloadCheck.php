<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Problem;
use KeenGlyph\Core\Payload\Severity;

/** Whether the text does what its kind promises. */
final class PayloadCheck implements Check
{
    public function line(Subject $subject): LedgerLine
    {
        $payload = $subject->payload;
        $title = $payload->kind->label().' rules';
        $errors = $payload->errors();
        $serious = array_values(array_filter($payload->problems, static fn (Problem $problem): bool => $problem->severity !== Severity::Note));
        $problem = $errors[0] ?? $serious[0] ?? null;
        if ($problem === null) {
            return self::inOrder($payload, $title);
        }

        $repaired = $payload->repaired($problem);

        return new LedgerLine(
            'payload', $title, $errors === [] ? Verdict::Marginal : Verdict::Fails,
            sprintf('%d to look at', count($serious)),
            str_replace('_', ' ', $problem->code),
            $problem->message,
            $repaired === null ? null : new Fix((string) $problem->fixLabel, ['text' => $repaired]),
        );
    }

    /** Notes are told quietly, and a change that one offers is at hand. */
    private static function inOrder(Payload $payload, string $title): LedgerLine
    {
        $notes = $payload->problems;
        if ($notes === []) {
            return new LedgerLine('payload', $title, Verdict::Holds, 'in order', lcfirst($payload->kind->metadata()->purpose), 'Nothing in the text breaks a rule of its kind.');
        }
        $repaired = $payload->repaired($notes[0]);

        return new LedgerLine(
            'payload', $title, Verdict::Holds, 'in order', count($notes) === 1 ? 'one note' : count($notes).' notes',
            implode(' ', array_map(static fn (Problem $problem): string => $problem->message, $notes)),
            $repaired === null ? null : new Fix((string) $notes[0]->fixLabel, ['text' => $repaired]),
        );
    }
}
