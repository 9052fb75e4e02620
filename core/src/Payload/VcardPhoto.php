<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** A picture put into a contact card, as phones keep it with the name. */
final class VcardPhoto
{
    /** Octets of a line without its end (RFC 2426, 2.6; RFC 6350, 3.2). */
    private const LINE = 75;

    /**
     * @param  string  $card  a vCard 3.0 or 4.0, its lines ended by CR LF or LF
     * @param  string  $jpeg  the picture's file
     * @return string the card with PHOTO before its end (RFC 2426, 3.1.4; RFC 6350, 6.2.4)
     */
    public static function into(string $card, string $jpeg): string
    {
        $end = strrpos($card, 'END:VCARD');
        if ($end === false) {
            return $card;
        }
        $break = str_contains($card, "\r\n") ? "\r\n" : "\n";
        $name = str_contains($card, 'VERSION:4.0') ? 'PHOTO:data:image/jpeg;base64,' : 'PHOTO;ENCODING=b;TYPE=JPEG:';
        $line = $name.base64_encode($jpeg);
        // A line goes on in the next after a blank, which counts.
        $folded = substr($line, 0, self::LINE).implode('', array_map(static fn (string $part): string => "$break $part", str_split(substr($line, self::LINE), self::LINE - 1)));

        return substr($card, 0, $end).$folded.$break.substr($card, $end);
    }
}
