<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Compose;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Symbol\EncodeOptions;

/** Everything that may be asked of a QR Code or Micro QR Code picture beside what it says. The defaults of all ways in stand here. */
final readonly class CompositionOptions
{
    /** Pixels a module where no size is asked for. */
    public const MODULE_PX = 8;

    public Finish $finish;

    public Size $size;

    /**
     * @param  EncodeOptions  $encoding  FNC1 is added where the payload's kind needs it
     * @param  ?Finish  $finish  black on white when null
     * @param  ?Size  $size  eight pixels a module when null
     * @param  ?string  $name  what the picture is called, in its title and its file's name; what it says when null
     * @param  ?string  $title  read out in place of the picture; made of the name when null
     * @param  bool  $asIs  whether it is drawn with its errors, for a test
     */
    public function __construct(
        public EncodeOptions $encoding = new EncodeOptions,
        ?Finish $finish = null,
        ?Size $size = null,
        public PrintOptions $print = new PrintOptions,
        public ?string $name = null,
        public ?string $title = null,
        public bool $asIs = false,
    ) {
        $this->finish = $finish ?? Finish::plain();
        $this->size = $size ?? Size::ofModule(self::MODULE_PX);
    }
}
