<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Why a reading stopped looking. */
enum Ending: string
{
    /** Symbols were read, and the rest of the picture is blank. */
    case Complete = 'complete';

    /** Symbols were read; what is left of the picture was looked at as far as that is worth it then. */
    case Found = 'found';

    /** A symbol was read where it was expected, and nothing else was looked for. */
    case Near = 'near';

    /** Nothing that is left can be a symbol, or can be read by any step there is. */
    case Nothing = 'nothing';

    /** More could be tried, and the effort asked for does not go so far. */
    case Effort = 'effort';

    /** The time was over. */
    case Time = 'time';

    /** What to say and do about it; empty where there is nothing to do. */
    public function hint(): string
    {
        return match ($this) {
            self::Complete, self::Found, self::Near, self::Nothing => '',
            self::Effort => 'A patient reading would look further.',
            self::Time => 'The time was over before everything had been tried: allow more.',
        };
    }
}
