<?php

declare(strict_types=1);

namespace App\Events;

/** What can happen in a workspace, by the names that hooks and an audit know. */
enum Fact: string
{
    case GlyphCreated = 'glyph.created';
    case GlyphChanged = 'glyph.changed';
    case GlyphDeleted = 'glyph.deleted';
    case GlyphRestored = 'glyph.restored';
    case GlyphPublished = 'glyph.published';
    case GlyphWithdrawn = 'glyph.withdrawn';
    case GlyphShelved = 'glyph.shelved';
    case FinishCreated = 'finish.created';
    case FinishChanged = 'finish.changed';
    case FinishDeleted = 'finish.deleted';
    case FinishRestored = 'finish.restored';
    case GateCreated = 'gate.created';
    case GateDeleted = 'gate.deleted';
    case GateRestored = 'gate.restored';
    case CodeAdmitted = 'gate.admitted';
    case AdmissionUndone = 'gate.admission_undone';
    case WorkspaceChanged = 'workspace.changed';
    case MemberJoined = 'member.joined';
    case MemberChanged = 'member.changed';
    case MemberLeft = 'member.left';
    case CheckFinished = 'check.finished';
    case ProofFinished = 'proof.finished';
    case ProofNotMet = 'proof.not_met';
    case WaypointCreated = 'waypoint.created';
    case WaypointPublished = 'waypoint.published';
    case WaypointDeleted = 'waypoint.deleted';
    case WaypointRestored = 'waypoint.restored';
    case WaypointFirstScan = 'waypoint.first_scan';
    case PageCreated = 'page.created';
    case PagePublished = 'page.published';
    case PageDeleted = 'page.deleted';
    case PageRestored = 'page.restored';
    case PageAnswered = 'page.answered';
    case WaypointScanned = 'waypoint.scanned';
    case WaypointAlert = 'waypoint.alert';
    case RunFinished = 'run.finished';
    case FieldChecked = 'field.checked';
    case KeyMade = 'key.made';
    case KeyChanged = 'key.changed';
    case KeyRotated = 'key.rotated';
    case KeyRevoked = 'key.revoked';
}
