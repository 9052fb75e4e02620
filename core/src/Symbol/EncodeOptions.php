<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** What may be asked of the encoder beside the text. */
final readonly class EncodeOptions
{
    /**
     * @param  ?Version  $version  exactly this version; the smallest that fits when null
     * @param  ?int  $mask  exactly this mask, 0 to 7; the one with the lowest penalty when null
     *
     * @throws InvalidSymbol when the mask does not exist
     */
    public function __construct(
        public Level $level = Level::M,
        public ?Version $version = null,
        public ?int $mask = null,
    ) {
        if ($mask !== null && ($mask < 0 || $mask >= MaskPattern::COUNT)) {
            throw new InvalidSymbol("Mask $mask does not exist: masks run from 0 to 7.");
        }
    }
}
