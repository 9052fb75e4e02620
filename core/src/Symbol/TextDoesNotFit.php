<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** The text needs more bits than the largest allowed symbol holds. */
final class TextDoesNotFit extends InvalidSymbol
{
    /**
     * @param  int  $bytes  length of the text in bytes
     * @param  array{L: int, M: int, Q: int, H: int}  $room  bytes (digits where there is no byte mode) that fit at each level; 0 where the level does not exist
     */
    private function __construct(
        string $message,
        public readonly int $bytes,
        public readonly array $room,
    ) {
        parent::__construct($message);
    }

    /** @param  SymbolVersion  $version the largest version that was allowed */
    public static function in(SymbolVersion $version, ErrorCorrectionLevel $level, int $bytes): self
    {
        $mode = $version->indicator(Mode::Byte) === null ? Mode::Numeric : Mode::Byte;
        $room = [];
        $words = [];
        foreach (ErrorCorrectionLevel::cases() as $case) {
            $room[$case->value] = Capacity::characters($version, $case, $mode);
            if ($room[$case->value] > 0) {
                $unit = $words === [] ? ($mode === Mode::Byte ? ' bytes' : ' digits') : '';
                $words[] = sprintf('%d%s at %s', $room[$case->value], $unit, $case->value);
            }
        }

        return new self(sprintf(
            'The text is %d bytes and does not fit version %s at level %s. Version %2$s holds %s%s.',
            $bytes,
            $version->label(),
            $level->value,
            implode(', ', $words),
            $mode === Mode::Byte ? ' (more if the text is digits or capitals)' : '',
        ), $bytes, $room);
    }
}
