<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** The text needs more bits than the largest allowed symbol holds. */
final class TextDoesNotFit extends InvalidSymbol
{
    /**
     * @param  int  $bytes  length of the text in bytes
     * @param  array{L: int, M: int, Q: int, H: int}  $room  bytes that fit at each level
     */
    private function __construct(
        string $message,
        public readonly int $bytes,
        public readonly array $room,
    ) {
        parent::__construct($message);
    }

    /** @param  Version  $version the largest version that was allowed */
    public static function in(Version $version, Level $level, int $bytes): self
    {
        $room = [];
        foreach (Level::cases() as $case) {
            $room[$case->value] = Capacity::bytes($version, $case);
        }

        return new self(sprintf(
            'The text is %d bytes and does not fit version %d at level %s. Version %2$d holds %d bytes at L, %d at M, %d at Q and %d at H (more if the text is digits or capitals).',
            $bytes,
            $version->number,
            $level->value,
            $room['L'],
            $room['M'],
            $room['Q'],
            $room['H'],
        ), $bytes, $room);
    }
}
