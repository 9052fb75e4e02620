<?php

declare(strict_types=1);

namespace App\Hooks;

use App\Events\Fact;

/** What a hook can be told of, by the name that stands in its body. */
enum HookEvent: string
{
    case GlyphSaved = 'glyph.saved';
    case GlyphDeleted = 'glyph.deleted';
    case CodeAdmitted = 'gate.admitted';
    case AdmissionUndone = 'gate.admission_undone';
    case CheckFinished = 'check.finished';
    case ProofFinished = 'proof.finished';
    case ProofNotMet = 'proof.not_met';
    case Test = 'test';

    /** Of what happened in a workspace; null when no hook is told of that. */
    public static function of(Fact $fact): ?self
    {
        return match ($fact) {
            Fact::GlyphCreated, Fact::GlyphChanged => self::GlyphSaved,
            Fact::GlyphDeleted => self::GlyphDeleted,
            Fact::CodeAdmitted => self::CodeAdmitted,
            Fact::AdmissionUndone => self::AdmissionUndone,
            Fact::CheckFinished => self::CheckFinished,
            Fact::ProofFinished => self::ProofFinished,
            Fact::ProofNotMet => self::ProofNotMet,
            default => null,
        };
    }

    /**
     * Those that a hook can ask for.
     *
     * @return list<string>
     */
    public static function names(): array
    {
        return array_values(array_diff(array_column(self::cases(), 'value'), [self::Test->value]));
    }
}
