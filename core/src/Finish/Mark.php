<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** What stands in the middle of a symbol. */
final readonly class Mark
{
    public const MAX_SIZE = 60;

    /**
     * @param  float  $size  side of the square that the mark takes with its padding, in modules
     * @param  float  $padding  blank between that square and the art, in modules
     * @param  bool  $clears  whether modules that the square (or the round plate) touches are left out
     * @param  ?Colour  $ink  of icons and letters; the modules' ink when null
     *
     * @throws InvalidFinish
     */
    public function __construct(
        public MarkArt $art,
        public float $size = 7.0,
        public float $padding = 0.5,
        public MarkPlate $plate = MarkPlate::Square,
        public bool $clears = true,
        public ?Colour $ink = null,
    ) {
        if ($size < 1.0 || $size > self::MAX_SIZE) {
            throw new InvalidFinish('mark.size', 'A mark takes 1 to 60 modules.');
        }
        if ($padding < 0.0 || $padding * 2 > $size - 0.5) {
            throw new InvalidFinish('mark.padding', sprintf('In a mark of %g modules the padding is 0 to %g modules.', $size, ($size - 0.5) / 2));
        }
    }

    /** Whether a point that lies `$dx`, `$dy` modules from the middle is under the mark. */
    public function covers(float $dx, float $dy): bool
    {
        $half = $this->size / 2;

        return $this->plate === MarkPlate::Disc ? hypot($dx, $dy) < $half : max(abs($dx), abs($dy)) < $half;
    }

    /**
     * Whether a module is under the mark, if only with an edge.
     *
     * @param  int  $modules  of the symbol, a side
     */
    public function touches(int $column, int $row, int $modules): bool
    {
        // From the middle to the nearest edge of the module, across and down.
        $middle = $modules / 2;
        $dx = max(0.0, abs($column + 0.5 - $middle) - 0.5);
        $dy = max(0.0, abs($row + 0.5 - $middle) - 0.5);

        return $this->covers($dx + 1e-6, $dy + 1e-6);
    }
}
