<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Linear;

/** Bars of a linear symbol with all that is printed with them. */
final readonly class LinearSymbol
{
    /** Modules of height that a line of scanning still finds. */
    private const LEAST_HEIGHT = 8;

    /**
     * @param  string  $text  what it carries, check digits included
     * @param  string  $bars  a character a module, '1' dark, without quiet zones
     * @param  string  $pattern  the bars as they are named: like $bars, or 'n' and 'w' for narrow and wide elements, bar first
     * @param  array{int, int}  $quiet  modules left and right that stay blank
     * @param  int  $height  of the bars in modules
     * @param  list<HumanReadableText>  $captions
     * @param  list<array{int, int}>  $guards  first module and length of stretches whose bars reach down between the digits
     * @param  int  $frame  thickness of bearer bars around it, in modules
     */
    public function __construct(
        public LinearSymbology $symbology,
        public string $text,
        public string $bars,
        public string $pattern,
        public array $quiet,
        public int $height,
        public array $captions,
        public array $guards = [],
        public int $frame = 0,
    ) {
    }

    /**
     * The same with bars of another height.
     *
     * @param  int  $modules  in modules
     *
     * @throws InvalidBars when that is too little for a scanner to cross
     */
    public function ofHeight(int $modules): self
    {
        if ($modules < self::LEAST_HEIGHT) {
            throw new InvalidBars('Bars of this width need more height: '.self::LEAST_HEIGHT." modules at least, and the place leaves $modules.");
        }

        return new self($this->symbology, $this->text, $this->bars, $this->pattern, $this->quiet, $modules, $this->captions, $this->guards, $this->frame);
    }

    /** Modules from the first bar to the last. */
    public function modules(): int
    {
        return strlen($this->bars);
    }

    /**
     * Widths of bars and spaces in turn, the first a bar.
     *
     * @return list<int>
     */
    public function widths(): array
    {
        preg_match_all('/1+|0+/', $this->bars, $match);

        return array_map(strlen(...), $match[0]);
    }
}
