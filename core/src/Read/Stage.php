<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** How far a reading came before it failed, in order. */
enum Stage: string
{
    case NoTime = 'no_time';
    case NoFinder = 'no_finder';
    case NoGrid = 'no_grid';
    case Format = 'format';
    case Version = 'version';
    case Correction = 'correction';
    case BitStream = 'bit_stream';

    /** What to say and do, in plain words. */
    public function hint(): string
    {
        return match ($this) {
            self::NoTime => 'The time that was allowed was over before the picture could be looked at. Allow more, or send a smaller picture.',
            self::NoFinder => 'No symbol was found. All four corners must be in the picture, sharp, and with a blank margin of four modules around them.',
            self::NoGrid => 'Parts of a symbol were seen, but not three corner squares that belong together. Show the whole symbol, straight on.',
            self::Format => 'A symbol was found, but the modules beside its corner squares are unreadable. Use a larger or sharper picture.',
            self::Version => 'A symbol was found, but its size in modules could not be made out. Use a larger or sharper picture.',
            self::Correction => 'A symbol was found, but more of it is damaged or covered than its error correction can repair.',
            self::BitStream => 'A symbol was found and corrected, but what it contains does not follow the standard.',
        };
    }

    /** How far it is on the way to a reading: more is further. */
    public function reaches(): int
    {
        return (int) array_search($this, self::cases(), true);
    }
}
