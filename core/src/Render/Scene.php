<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Layout;

/** A drawing, independent of any format: what is painted over what. Every renderer draws from it, so all formats show the same. */
final readonly class Scene
{
    /**
     * @param  list<Piece|ModuleField|Picture>  $parts  later ones cover earlier ones
     * @param  Colour  $light  ground, or the paper beneath a transparent one
     * @param  string  $title  read out in place of the picture
     * @param  string  $description  more of the same, for those who want it
     */
    public function __construct(
        public Layout $layout,
        public array $parts,
        public Colour $light,
        public string $title,
        public string $description = '',
    ) {
    }

    /** Whether every edge lies on a module's, so that nothing needs smoothing. */
    public function isSquares(): bool
    {
        foreach ($this->parts as $part) {
            if ($part instanceof Picture || ($part instanceof ModuleField && ! $part->isSquares()) || ($part instanceof Piece && ! self::isUpright($part->path))) {
                return false;
            }
        }

        return true;
    }

    /** Whether it is squares in one ink each. */
    public function isPlain(): bool
    {
        foreach ($this->parts as $part) {
            if ($part instanceof Picture || $part->paint->gradient !== null) {
                return false;
            }
        }

        return $this->isSquares();
    }

    /** Whether a ground without rounded corners lies beneath everything. */
    public function isOpaque(): bool
    {
        $ground = $this->parts[0] ?? null;
        if (! $ground instanceof Piece || ! self::isUpright($ground->path)) {
            return false;
        }
        $bounds = $ground->path->bounds() ?? new Bounds(0, 0, 0, 0);

        return $bounds->width() * $this->layout->modulePx > $this->layout->sidePx - 0.5 && $bounds->height() * $this->layout->modulePx > $this->layout->heightPx - 0.5;
    }

    private static function isUpright(Path $path): bool
    {
        [$x, $y] = [0.0, 0.0];
        foreach ($path->commands as [$letter, $numbers]) {
            if ($letter === 'C' || ($letter === 'L' && $numbers[0] !== $x && $numbers[1] !== $y)) {
                return false;
            }
            if ($letter !== 'Z') {
                [$x, $y] = $numbers;
            }
        }

        return true;
    }
}
