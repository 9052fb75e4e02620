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
    case FieldChecked = 'field.checked';
    case WaypointPublished = 'waypoint.published';
    case WaypointFirstScan = 'waypoint.first_scan';
    case WaypointScanned = 'waypoint.scanned';
    case WaypointAlert = 'waypoint.alert';
    case RunFinished = 'run.finished';
    case PagePublished = 'page.published';
    case PageAnswered = 'page.answered';
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
            Fact::FieldChecked => self::FieldChecked,
            Fact::WaypointPublished => self::WaypointPublished,
            Fact::WaypointFirstScan => self::WaypointFirstScan,
            Fact::WaypointScanned => self::WaypointScanned,
            Fact::WaypointAlert => self::WaypointAlert,
            Fact::RunFinished => self::RunFinished,
            Fact::PagePublished => self::PagePublished,
            Fact::PageAnswered => self::PageAnswered,
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
