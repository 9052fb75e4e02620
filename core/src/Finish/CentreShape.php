<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** The centre of a finder pattern, three modules across (ISO/IEC 18004:2015 6.3.3). */
enum CentreShape: string
{
    case Square = 'square';
    case Soft = 'soft';
    case Disc = 'disc';
    case Hexagon = 'hexagon';
    case Octagon = 'octagon';
    case Lozenge = 'lozenge';
    case Modules = 'modules';

    /** Its name on screens and in lists. */
    public function label(): string
    {
        return $this === self::Modules ? 'As modules' : ucfirst($this->value);
    }

    /** What it does to reading, in a few words. */
    public function note(): string
    {
        return match ($this) {
            self::Square => 'as the standard draws it',
            self::Soft => 'corners rounded',
            self::Disc => 'a circle three modules wide',
            self::Hexagon => 'a comb cell',
            self::Octagon => 'eight sides',
            self::Lozenge => 'a square on its corner',
            self::Modules => 'nine modules in their shape',
        };
    }

    /** What this centre costs, measured as for rings: 20 of 24 with a lozenge, 23 or 24 with the others. */
    public function drawback(): ?string
    {
        return $this === self::Lozenge ? 'some readers lose it: its points are narrower than the three modules they look for' : null;
    }
}
