<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** What a symbol says. */
final readonly class Content
{
    /**
     * @param  string  $text  UTF-8
     * @param  string  $bytes  as they stand in the segments
     * @param  list<array{mode: string, chars: int, bits: int}>  $segments
     * @param  ?int  $eci  the last ECI assignment number that was stated
     * @param  ?string  $fnc1  '' for FNC1 in first position, the application indicator for second position
     * @param  list<ContentPart>  $parts
     */
    public function __construct(
        public string $text,
        public string $bytes,
        public array $segments,
        public ?int $eci = null,
        public ?string $fnc1 = null,
        public ?AppendPlace $append = null,
        public array $parts = [],
    ) {
    }

    /**
     * Parts in one text. Bytes without a stated set are UTF-8 where they can be, as phones take them, else
     * ISO 8859-1, the standard's default.
     *
     * @param  list<ContentPart>  $parts
     */
    public static function textOf(array $parts): string
    {
        $unstated = implode('', array_map(static fn (ContentPart $part): string => $part->characterSet === null ? $part->bytes : '', $parts));
        $default = mb_check_encoding($unstated, 'UTF-8') ? 'UTF-8' : 'ISO-8859-1';
        $text = '';
        foreach ($parts as $part) {
            $text .= mb_convert_encoding($part->bytes, 'UTF-8', $part->characterSet ?? $default);
        }

        return $text;
    }

    /** Whether this is the text that was meant, in whatever bytes it stands. */
    public function says(string $text): bool
    {
        return $this->bytes === $text || $this->text === $text;
    }
}
