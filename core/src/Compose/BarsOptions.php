<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Compose;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Render\PrintInk;

/** Everything that may be asked of a linear symbol's picture beside what it says. */
final readonly class BarsOptions
{
    /** Pixels a bar where no size is asked for. */
    public const MODULE_PX = 3;

    public Finish $finish;

    public Size $size;

    /**
     * @param  ?Finish  $finish  of which bars take the two colours; black on white when null
     * @param  ?Size  $size  three pixels a bar when null
     * @param  bool  $addsCheck  whether a check character is added where the symbology leaves it open
     * @param  bool  $captioned  whether the characters are printed with the bars
     * @param  bool  $wholeDots  whether files without dots keep to those of a printer too
     * @param  ?float  $aspect  height of the whole as a share of its width; what is usual for the symbology when null
     */
    public function __construct(
        ?Finish $finish = null,
        ?Size $size = null,
        public bool $addsCheck = false,
        public bool $captioned = true,
        public PrintInk $inks = PrintInk::Rgb,
        public bool $wholeDots = false,
        public ?string $name = null,
        public ?string $title = null,
        public ?float $aspect = null,
    ) {
        $this->finish = ($finish ?? Finish::plain())->bare();
        $this->size = $size ?? Size::ofModule(self::MODULE_PX);
    }
}
