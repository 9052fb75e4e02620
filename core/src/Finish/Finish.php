<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** How a symbol looks. Lengths are in modules. */
final readonly class Finish
{
    /** Width of the quiet zone that the standard asks for, in modules (ISO/IEC 18004:2015 6.3.8). */
    public const QUIET = 4;

    public const MAX_QUIET = 40;

    /**
     * @param  int  $quiet  width of the quiet zone, 0 to 40
     * @param  ?string  $ean  digits of an EAN or UPC symbol beneath
     *
     * @throws InvalidFinish when the quiet zone is out of its range
     */
    public function __construct(
        public Inks $inks,
        public int $quiet = self::QUIET,
        public PatternShapes $shapes = new PatternShapes,
        public Frame $frame = new Frame,
        public ?Mark $mark = null,
        public ?Caption $caption = null,
        public ?string $ean = null,
    ) {
        if ($quiet < 0 || $quiet > self::MAX_QUIET) {
            throw new InvalidFinish('quiet', 'The quiet zone is 0 to 40 modules wide; 4 is the standard.');
        }
    }

    /** Black on white with the standard's quiet zone. */
    public static function plain(): self
    {
        return new self(Inks::blackOnWhite());
    }

    /**
     * Square modules in one ink.
     *
     * @param  int  $quiet  width of the quiet zone, 0 to 40
     *
     * @throws InvalidFinish when the quiet zone is out of its range
     */
    public static function coloured(Colour $dark, Colour $light, int $quiet = self::QUIET): self
    {
        return new self(new Inks($dark, $light), $quiet);
    }

    /** The two colours and the quiet zone alone, as linear symbols take them. */
    public function bare(int $quiet = 0): self
    {
        return new self($this->inks->plain(), $quiet);
    }

    /** With the readable element string of a GS1 payload in its caption, where the caption asks for it. */
    public function withReadableText(string $hriText): self
    {
        return $this->caption?->hri !== true
            ? $this
            : new self($this->inks, $this->quiet, $this->shapes, $this->frame, $this->mark, $this->caption->withReadableText($hriText), $this->ean);
    }

    /** Whether the modules called dark are the lighter ones. */
    public function isReversed(): bool
    {
        return $this->inks->isReversed();
    }
}
