<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** What a field of a payload takes; decides its check, its place in JSON Schema and its control on a form. */
enum FieldType: string
{
    /** One line of text. */
    case Line = 'line';

    /** Text with line breaks. */
    case Text = 'text';

    /** Any characters at all; line breaks stay as they are. */
    case Raw = 'raw';
    case Flag = 'flag';
    case Choice = 'choice';
    case Link = 'link';
    case Phone = 'phone';
    case Email = 'email';

    /** YYYY-MM-DD. */
    case Date = 'date';

    /** YYYY-MM-DDTHH:MM, seconds allowed; local to the zone that another field names. */
    case DateTime = 'date_time';

    /** IANA name, or UTC. */
    case TimeZone = 'time_zone';

    /** Digits with at most one point. */
    case Decimal = 'decimal';
    case Integer = 'integer';

    /** Fields of its own. */
    case Group = 'group';

    /** What was found in a text and is kept as it stands. */
    case Kept = 'kept';

    /** Whether a mark that turns the direction of writing is refused, because a machine reads the value. */
    public function isForMachines(): bool
    {
        return ! in_array($this, [self::Line, self::Text, self::Raw, self::Kept, self::Group], true);
    }
}
