<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\Mode;
use KeenGlyph\Core\Symbol\ModeChoice;
use KeenGlyph\Core\Symbol\Segment;

/** Whether letters outside ASCII stand beside other modes: some readers take each segment for a text of its own and garble it. */
final class ModesCheck implements Check
{
    public function line(Subject $subject): ?LedgerLine
    {
        $carrying = array_filter($subject->symbol->segments, static fn (Segment $segment): bool => $segment->mode->carriesText());
        $foreign = array_filter($carrying, static fn (Segment $segment): bool => $segment->mode === Mode::Byte && preg_match('/[^\x00-\x7F]/', $segment->data) === 1);
        if ($foreign === [] || count($carrying) < 2 || $subject->encoding->set !== CharacterSet::Auto) {
            return null;
        }
        $asked = $subject->encoding;
        try {
            $version = Encoder::fit($subject->payload->text, new EncodeOptions(level: $asked->level, set: $asked->set, fnc1: $asked->fnc1, micro: $asked->micro, modes: ModeChoice::Byte))->version;
        } catch (InvalidSymbol) {
            $version = null;
        }

        return new LedgerLine(
            'modes', 'Modes of the text', Verdict::Marginal,
            count($carrying).' segments', "version {$subject->symbol->version->label()}",
            'Letters outside ASCII stand beside segments of other modes, because otherwise the text would not fit this version. Some readers garble such a text.'.($version === null ? '' : " In one segment it takes version {$version->label()}."),
            $version === null ? null : new Fix('Use one byte segment', ['modes' => ModeChoice::Byte->value]),
        );
    }
}
