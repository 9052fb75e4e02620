<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** Modules of a scene: a grid of characters, each of which stands for an outline within its own module. */
final readonly class ModuleField
{
    /** The module left blank, and the whole square. */
    public const BLANK = '0';

    public const SQUARE = '1';

    /**
     * @param  list<string>  $rows  a character a module
     * @param  array<array-key, Path>  $tiles  outline in a box of one by one, by character; the two above need none
     */
    public function __construct(
        public array $rows,
        public array $tiles,
        public Paint $paint,
    ) {
    }

    /** Whether every module is blank or a whole square. */
    public function isSquares(): bool
    {
        return $this->tiles === [];
    }

    /** @return list<ModuleBox> the whole squares */
    public function boxes(): array
    {
        return ModuleRuns::of(array_map(static fn (string $row): string => (string) preg_replace('/[^1]/', '0', $row), $this->rows));
    }

    /**
     * The field as one path: whole squares as long boxes, other modules one by one.
     *
     * @return list<PlacedPath>
     */
    public function placed(): array
    {
        $placed = [];
        foreach ($this->boxes() as $box) {
            $placed[] = new PlacedPath(Path::box(0, 0, $box->width, $box->height), $box->column, $box->row);
        }
        foreach ($this->tiles === [] ? [] : $this->rows as $y => $row) {
            foreach (str_split($row) as $x => $character) {
                if (isset($this->tiles[$character])) {
                    $placed[] = new PlacedPath($this->tiles[$character], $x, $y);
                }
            }
        }

        return $placed;
    }
}
