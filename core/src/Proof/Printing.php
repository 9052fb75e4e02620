<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

/** How a symbol comes onto its surface, with the narrowest module that the process holds. */
enum Printing: string
{
    case Screen = 'screen';
    case Laser = 'laser';
    case Offset = 'offset';
    case Thermal203 = 'thermal_203';
    case Thermal300 = 'thermal_300';
    case Flexo = 'flexo';
    case ScreenPrint = 'screen_print';

    /** Its name on screens and in reports. */
    public function label(): string
    {
        return match ($this) {
            self::Screen => 'Screen',
            self::Laser => 'Laser or inkjet',
            self::Offset => 'Offset',
            self::Thermal203 => 'Thermal, 203 dpi',
            self::Thermal300 => 'Thermal, 300 dpi',
            self::Flexo => 'Flexography',
            self::ScreenPrint => 'Screen printing',
        };
    }

    /** Device dots an inch; null where the process has no grid that a module must fit. */
    public function dpi(): ?int
    {
        return match ($this) {
            self::Thermal203 => 203,
            self::Thermal300 => 300,
            default => null,
        };
    }

    /** Narrowest module in millimetres: three dots of a thermal head, or what ink that spreads leaves open. */
    public function narrowest(): float
    {
        return match ($this) {
            self::Screen => 0.2,
            self::Laser => 0.25,
            self::Offset => 0.25,
            self::Thermal203 => 0.375,
            self::Thermal300 => 0.254,
            self::Flexo => 0.5,
            self::ScreenPrint => 0.8,
        };
    }
}
