<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Proof\Printing;
use KeenGlyph\Core\Proof\Subject;
use KeenGlyph\Core\Render\PrintInk;
use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Level;
use KeenGlyph\Core\Symbol\MicroVersion;
use KeenGlyph\Core\Symbol\ModeChoice;
use KeenGlyph\Core\Symbol\Segment;
use KeenGlyph\Core\Symbol\SymbolVersion;
use KeenGlyph\Core\Symbol\Version;

/** What the words ask of the encoder and of the size. */
final class SymbolOptions
{
    /** @param  bool  $gs1  whether the text is made of element strings, behind FNC1 */
    public static function encoding(Arguments $arguments, bool $micro, bool $gs1): EncodeOptions
    {
        $level = $arguments->get('level') ?? ($micro ? 'L' : 'M');
        $set = strtolower($arguments->get('charset') ?? 'auto');

        return new EncodeOptions(
            Level::tryFrom(strtoupper($level)) ?? throw new UsageError("There is no level “{$level}”: choose L, M, Q or H."),
            self::version($arguments->get('version'), $micro),
            $arguments->integer('mask'),
            CharacterSet::tryFrom($set) ?? throw new UsageError("There is no character set “{$set}” here: ".implode(', ', array_column(CharacterSet::cases(), 'value')).'.'),
            $arguments->has('lift'),
            self::fnc1($arguments->get('fnc1'), $gs1),
            $micro,
            self::modes($arguments->get('modes') ?? ModeChoice::Auto->value),
        );
    }

    private static function modes(string $named): ModeChoice
    {
        return ModeChoice::tryFrom($named) ?? throw new UsageError("There are no modes “{$named}”: ".implode(', ', array_column(ModeChoice::cases(), 'value')).'.');
    }

    /** The width that was asked for as a length; null when it was asked for in dots. */
    public static function millimetres(Arguments $arguments): ?float
    {
        $inches = $arguments->decimal('size-in');
        $millimetres = $arguments->decimal('size-mm');
        foreach (['size-mm' => $millimetres, 'size-in' => $inches] as $name => $value) {
            if ($value !== null && ($value < 1.0 || $value > 10_000.0)) {
                throw new UsageError("--$name is a length of 1 mm to 10 m.");
            }
        }

        return $millimetres ?? ($inches === null ? null : $inches * 25.4);
    }

    public static function size(Arguments $arguments, int $modulePx): Size
    {
        $given = array_values(array_filter(['module-px', 'size-px', 'size-mm', 'size-in'], $arguments->has(...)));
        if (count($given) > 1) {
            throw new UsageError("Give only one of --{$given[0]} and --{$given[1]}.");
        }
        $dpi = $arguments->decimal('dpi');

        return match ($given[0] ?? null) {
            'size-px' => Size::ofSide((int) $arguments->integer('size-px'), $dpi ?? Size::SCREEN_DPI),
            'size-mm' => Size::ofMillimetres((float) $arguments->decimal('size-mm'), $dpi ?? throw new UsageError('--size-mm needs --dpi: the dots an inch of the printer or screen.')),
            'size-in' => Size::ofInches((float) $arguments->decimal('size-in'), $dpi ?? throw new UsageError('--size-in needs --dpi: the dots an inch of the printer or screen.')),
            default => Size::ofModule($arguments->integer('module-px') ?? $modulePx, $dpi ?? Size::SCREEN_DPI),
        };
    }

    public static function inks(Arguments $arguments): PrintInk
    {
        return $arguments->has('cmyk') ? PrintInk::Cmyk : PrintInk::Rgb;
    }

    public static function reserve(Arguments $arguments): float
    {
        $reserve = $arguments->decimal('reserve') ?? Subject::RESERVE;

        return $reserve >= 0.0 && $reserve <= 0.9 ? $reserve : throw new UsageError('--reserve is 0 to 0.9 of the correction.');
    }

    public static function printing(Arguments $arguments): Printing
    {
        $given = $arguments->get('print') ?? Printing::Screen->value;

        return Printing::tryFrom($given) ?? throw new UsageError("There is no printing “{$given}” here: ".implode(', ', array_column(Printing::cases(), 'value')).'.');
    }

    private static function version(?string $version, bool $micro): ?SymbolVersion
    {
        if ($version === null) {
            return null;
        }
        if ($micro) {
            return MicroVersion::tryFrom((int) ltrim($version, 'mM')) ?? throw new UsageError("There is no version “{$version}” of Micro QR Code: M1 to M4.");
        }
        if (preg_match('/^\d{1,9}$/D', $version) !== 1) {
            throw new UsageError("--version takes a whole number, not “{$version}”.");
        }

        return Version::of((int) $version);
    }

    private static function fnc1(?string $fnc1, bool $gs1): ?Segment
    {
        return match (true) {
            $fnc1 === null => $gs1 ? Segment::fnc1First() : null,
            $fnc1 === 'first' => Segment::fnc1First(),
            preg_match('/^second:(.+)$/D', $fnc1, $match) === 1 => Segment::fnc1Second($match[1]),
            default => throw new UsageError("--fnc1 takes first, or second:AI with two digits or a letter, not “{$fnc1}”."),
        };
    }
}
