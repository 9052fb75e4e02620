<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** What a dark module is drawn as. Every shape stays inside its own module, so neighbours meet on whole pixels. */
enum ModuleShape: string
{
    case Square = 'square';
    case Disc = 'disc';
    case Soft = 'soft';
    case Poured = 'poured';
    case Rows = 'rows';
    case Columns = 'columns';
    case Hexagon = 'hexagon';
    case Lozenge = 'lozenge';
    case Leaf = 'leaf';
    case Tile = 'tile';

    /** Its name on screens and in lists. */
    public function label(): string
    {
        return ucfirst($this->value);
    }

    /** What it does, in a few words. */
    public function note(): string
    {
        return match ($this) {
            self::Square => 'the whole module, as the standard draws it',
            self::Disc => 'a circle as wide as the module',
            self::Soft => 'outer corners rounded, neighbours joined',
            self::Poured => 'outer corners rounded, inner corners filled',
            self::Rows => 'bars along the rows with round ends',
            self::Columns => 'bars down the columns with round ends',
            self::Hexagon => 'a comb cell standing on its point',
            self::Lozenge => 'a square on its corner, cut at the sides',
            self::Leaf => 'two opposite corners rounded',
            self::Tile => 'a square with a joint around it',
        };
    }

    /** Whether a module's outline depends on its dark neighbours. */
    public function joins(): bool
    {
        return in_array($this, [self::Soft, self::Poured, self::Rows, self::Columns], true);
    }

    /** Whether the timing pattern and the format and version information are drawn as whole squares: shapes that leave much of a module blank would thin them. */
    public function isThin(): bool
    {
        return in_array($this, [self::Hexagon, self::Lozenge, self::Tile], true);
    }
}
