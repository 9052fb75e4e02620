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
     * @param  Colour  $light  of the ground; where it is transparent, of the paper that it will lie on
     * @param  int  $quiet  width of the quiet zone, 0 to 40
     * @param  bool  $transparent  whether the ground is left out
     * @param  ?Colour  $ringInk  of the finder rings; as the modules when null
     * @param  ?Colour  $centreInk  of the finder centres; as the modules when null
     * @param  ?Gradient  $gradient  in place of the modules' one ink
     * @param  float  $padding  ground outside the quiet zone
     * @param  float  $corner  radius of the ground's corners
     * @param  float  $border  width of the line around the ground
     * @param  ?Colour  $borderInk  the modules' ink when null
     * @param  ?string  $ean  digits of an EAN or UPC symbol beneath
     *
     * @throws InvalidFinish
     */
    public function __construct(
        public Colour $dark,
        public Colour $light,
        public int $quiet = self::QUIET,
        public bool $transparent = false,
        public ModuleShape $shape = ModuleShape::Square,
        public RingShape $ring = RingShape::Square,
        public CentreShape $centre = CentreShape::Square,
        public ?Colour $ringInk = null,
        public ?Colour $centreInk = null,
        public ?Gradient $gradient = null,
        public float $padding = 0.0,
        public float $corner = 0.0,
        public float $border = 0.0,
        public ?Colour $borderInk = null,
        public ?Mark $mark = null,
        public ?Caption $caption = null,
        public ?string $ean = null,
    ) {
        if ($quiet < 0 || $quiet > self::MAX_QUIET) {
            throw new InvalidFinish('quiet', 'The quiet zone is 0 to 40 modules wide; 4 is the standard.');
        }
        foreach (['padding' => [$padding, 40], 'corner' => [$corner, 40], 'border' => [$border, 8]] as $field => [$value, $most]) {
            if ($value < 0.0 || $value > $most) {
                throw new InvalidFinish($field, sprintf('The %s is 0 to %d modules.', $field, $most));
            }
        }
    }

    /** Black on white with the standard's quiet zone. */
    public static function plain(): self
    {
        return new self(Colour::fromHex('#000000'), Colour::fromHex('#FFFFFF', 'light'));
    }

    /** The two colours and the quiet zone alone, as linear symbols take them. */
    public function bare(int $quiet = 0): self
    {
        return new self($this->dark, $this->light, $quiet, $this->transparent);
    }

    /** With the readable element string of a GS1 payload in its caption, where the caption asks for it. */
    public function saying(string $hriText): self
    {
        if ($this->caption?->hri !== true) {
            return $this;
        }

        return new self(
            $this->dark, $this->light, $this->quiet, $this->transparent, $this->shape, $this->ring, $this->centre, $this->ringInk, $this->centreInk, $this->gradient,
            $this->padding, $this->corner, $this->border, $this->borderInk, $this->mark, $this->caption->saying($hriText), $this->ean,
        );
    }

    /**
     * Every ink that modules, rings and centres are drawn in, with the option that sets it; a gradient counts with all its inks.
     *
     * @return non-empty-list<array{string, Colour}>
     */
    public function inks(): array
    {
        $inks = [];
        foreach ($this->gradient?->inks() ?? [] as $i => $ink) {
            $inks[] = ["gradient.stops.$i.ink", $ink];
        }
        if ($inks === []) {
            $inks[] = ['dark', $this->dark];
        }
        if ($this->ringInk !== null) {
            $inks[] = ['ring_ink', $this->ringInk];
        }
        if ($this->centreInk !== null) {
            $inks[] = ['centre_ink', $this->centreInk];
        }

        return $inks;
    }

    /** Whether the modules called dark are the lighter ones. */
    public function isReversed(): bool
    {
        return $this->inks()[0][1]->luminance() > $this->light->luminance();
    }
}
