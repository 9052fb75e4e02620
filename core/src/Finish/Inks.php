<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** What a symbol is painted with: the ground, the modules, and the parts that may have an ink of their own. */
final readonly class Inks
{
    /**
     * @param  Colour  $dark  of the modules
     * @param  Colour  $light  of the ground; where it is transparent, of the paper that it will lie on
     * @param  bool  $transparent  whether the ground is left out
     * @param  ?Colour  $ring  of the finder rings; as the modules when null
     * @param  ?Colour  $centre  of the finder centres; as the modules when null
     * @param  ?Gradient  $gradient  in place of the modules' one ink
     */
    public function __construct(
        public Colour $dark,
        public Colour $light,
        public bool $transparent = false,
        public ?Colour $ring = null,
        public ?Colour $centre = null,
        public ?Gradient $gradient = null,
    ) {
    }

    /** Black on white. */
    public static function blackOnWhite(): self
    {
        return new self(Colour::fromHex('#000000'), Colour::fromHex('#FFFFFF', 'light'));
    }

    /** The ground and one ink for everything on it, as linear symbols take them. */
    public function plain(): self
    {
        return new self($this->dark, $this->light, $this->transparent);
    }

    /**
     * Every ink that modules, rings and centres are drawn in; a gradient counts with all its inks.
     *
     * @return non-empty-list<Ink>
     */
    public function all(): array
    {
        $inks = [];
        foreach ($this->gradient?->inks() ?? [] as $i => $colour) {
            $inks[] = new Ink("gradient.stops.$i.ink", $colour);
        }
        if ($inks === []) {
            $inks[] = new Ink('dark', $this->dark);
        }
        if ($this->ring !== null) {
            $inks[] = new Ink('ring_ink', $this->ring);
        }
        if ($this->centre !== null) {
            $inks[] = new Ink('centre_ink', $this->centre);
        }

        return $inks;
    }

    /** The modules' ink, or the first of a gradient. */
    public function main(): Colour
    {
        return $this->all()[0]->colour;
    }

    /** Whether the modules called dark are the lighter ones. */
    public function isReversed(): bool
    {
        return $this->main()->luminance() > $this->light->luminance();
    }
}
