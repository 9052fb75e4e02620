<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** One content line of a vCard or calendar, unfolded and decoded. */
final readonly class ContentLine
{
    /**
     * @param  string  $name  in capitals, without the group that may stand before it
     * @param  list<string>  $parameters  those of transfer (CHARSET, ENCODING=QUOTED-PRINTABLE) taken off
     * @param  string  $value  as the line has it, line breaks of a decoded one as \n
     * @param  string  $line  as it stood, unfolded
     * @param  int  $position  of its first character in the text, from 1
     */
    public function __construct(
        public string $name,
        public array $parameters,
        public string $value,
        public string $line,
        public int $position,
    ) {
    }

    /** Name, parameters and value of an unfolded line; quoted colons belong to parameters (RFC 6350 3.3). */
    public static function of(string $line, int $position = 1): self
    {
        $quoted = false;
        $colon = null;
        for ($i = 0; $i < strlen($line) && $colon === null; $i++) {
            $quoted = $line[$i] === '"' ? ! $quoted : $quoted;
            $colon = $line[$i] === ':' && ! $quoted ? $i : null;
        }
        $parts = explode(';', substr($line, 0, $colon ?? strlen($line)));
        $name = (string) preg_replace('/^[A-Z0-9-]+\./', '', strtoupper(trim((string) array_shift($parts))));
        $value = $colon === null ? '' : substr($line, $colon + 1);
        [$parameters, $decoded] = self::decoded($parts, $value);

        return new self($name, $parameters, $decoded, $line, $position);
    }

    /** Whether a line's parameters say that its bytes stand as =XX (vCard 2.1, RFC 2045 6.7). */
    public static function isQuotedPrintable(string $line): bool
    {
        return preg_match('/^[^:]*;(?:ENCODING=)?QUOTED-PRINTABLE[;:]/i', $line) === 1;
    }

    /**
     * @param  list<string>  $parameters
     * @return array{list<string>, string}
     */
    private static function decoded(array $parameters, string $value): array
    {
        $kept = [];
        $set = 'UTF-8';
        $quoted = false;
        foreach ($parameters as $parameter) {
            if (preg_match('/^CHARSET="?([\w.:-]+)"?$/iD', $parameter, $match) === 1) {
                $set = $match[1];
            } elseif (preg_match('/^(?:ENCODING=)?QUOTED-PRINTABLE$/iD', $parameter) === 1) {
                $quoted = true;
            } elseif (preg_match('/^(?:ENCODING=)?[78]-?BIT$/iD', $parameter) !== 1) {
                $kept[] = $parameter;
            }
        }
        if (! $quoted) {
            return [$kept, $value];
        }
        $bytes = quoted_printable_decode($value);
        $known = array_map(strtolower(...), mb_list_encodings());
        if (strcasecmp($set, 'UTF-8') !== 0 && (in_array(strtolower($set), $known, true) || preg_match('/^(?:us-ascii|iso-8859-\d+|windows-125[1-4]|shift_jis|euc-jp|big5|gb2312|gb18030|koi8-r)$/iD', $set) === 1)) {
            $bytes = mb_convert_encoding($bytes, 'UTF-8', $set);
        }
        if (! is_string($bytes) || ! mb_check_encoding($bytes, 'UTF-8')) {
            return [$parameters, $value];
        }

        return [$kept, str_replace(["\r\n", "\r", "\n"], '\n', $bytes)];
    }
}
