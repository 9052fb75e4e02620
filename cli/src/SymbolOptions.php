<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Compose\BarsOptions;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PrintOptions;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Proof\Printing;
use KeenGlyph\Core\Render\PrintInk;
use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\MicroVersion;
use KeenGlyph\Core\Symbol\ModeChoice;
use KeenGlyph\Core\Symbol\Segment;
use KeenGlyph\Core\Symbol\SymbolVersion;
use KeenGlyph\Core\Symbol\Version;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputOption;

/** What the words ask of the encoder, of the size and of the printing, in the core's own terms. */
final class SymbolOptions
{
    /** Dots an inch by which a file without dots is judged where none are stated: a common printer's. */
    private const PRINTER_DPI = 300.0;

    private const ENCODING = [
        'level' => 'Error correction level: L, M, Q or H',
        'version' => 'Exactly this version: 1 to 40, or M1 to M4',
        'mask' => 'Exactly this mask: 0 to 7',
        'charset' => 'Character set of the bytes: auto, utf-8, iso-8859-1…, shift-jis, bytes',
        'modes' => 'How the text is cut into segments: auto, mixed, numeric, alphanumeric, byte, kanji',
        'fnc1' => 'What the text is made of: first, or second:AI',
        'append' => 'Spread the text over 2 to 16 symbols',
    ];

    private const SIZE = [
        'module-px' => 'Pixels a module',
        'size-px' => 'Pixels of the whole side',
        'size-mm' => 'Millimetres of the whole side; pixel formats need --dpi',
        'size-in' => 'Inches of the whole side; pixel formats need --dpi',
        'dpi' => 'Dots an inch of the printer or screen',
    ];

    private const PRINTING = [
        'print' => 'How it is printed: screen, laser, offset, thermal_203, thermal_300, flexo, screen_print',
        'distance-mm' => 'From how far it shall be read',
        'reserve' => 'Share of the correction that a mark leaves free, 0 to 0.9',
    ];

    private const FLAGS = [
        'lift' => 'Raise the level as far as the version allows',
        'as-is' => 'Draw a text that breaks a rule, for a test',
        'check' => 'Add a check character where the symbology leaves it open',
        'bare' => 'Bars without the characters beneath',
        'cmyk' => 'Process inks in PDF and EPS files',
        'whole-dots' => 'Keep to whole dots in files without dots, too',
    ];

    /** @param  list<string>  $without  options that the command has itself */
    public static function describe(Command $command, array $without = []): void
    {
        $known = ['level' => array_column(ErrorCorrectionLevel::cases(), 'value'), 'charset' => array_column(CharacterSet::cases(), 'value'), 'modes' => array_column(ModeChoice::cases(), 'value'), 'print' => array_column(Printing::cases(), 'value')];
        foreach ([...self::ENCODING, ...self::SIZE, ...self::PRINTING] as $name => $help) {
            $command->addOption($name, null, InputOption::VALUE_REQUIRED, $help, null, $known[$name] ?? []);
        }
        foreach (array_diff_key(self::FLAGS, array_flip($without)) as $name => $help) {
            $command->addOption($name, null, InputOption::VALUE_NONE, $help);
        }
    }

    public static function composition(Arguments $arguments, bool $micro, ?PictureFile $file): CompositionOptions
    {
        return new CompositionOptions(
            encoding: self::encoding($arguments, $micro),
            finish: FinishOptions::from($arguments, $micro),
            size: self::size($arguments, CompositionOptions::MODULE_PX, $file),
            print: self::printing($arguments),
            title: $arguments->get('title'),
            asIs: $arguments->has('as-is'),
        );
    }

    public static function bars(Arguments $arguments, ?PictureFile $file, bool $maySayCheck = true): BarsOptions
    {
        return new BarsOptions(
            finish: FinishOptions::from($arguments),
            size: self::size($arguments, BarsOptions::MODULE_PX, $file),
            addsCheck: $maySayCheck && $arguments->has('check'),
            captioned: ! $arguments->has('bare'),
            inks: self::inks($arguments),
            wholeDots: $arguments->has('whole-dots'),
            title: $arguments->get('title'),
        );
    }

    private static function encoding(Arguments $arguments, bool $micro): EncodeOptions
    {
        $plain = new EncodeOptions;
        $level = strtoupper($arguments->get('level') ?? ($micro ? 'L' : $plain->level->value));

        return new EncodeOptions(
            level: ErrorCorrectionLevel::tryFrom($level) ?? throw new UsageError("There is no level “{$level}”: choose L, M, Q or H."),
            version: self::version($arguments->get('version'), $micro),
            mask: $arguments->integer('mask'),
            set: $arguments->choice('charset', $plain->set, 'character set'),
            raiseLevel: $arguments->has('lift'),
            fnc1: self::fnc1($arguments->get('fnc1')),
            micro: $micro,
            modes: $arguments->choice('modes', $plain->modes, 'mode'),
        );
    }

    private static function printing(Arguments $arguments): PrintOptions
    {
        $plain = new PrintOptions;
        $reserve = $arguments->decimal('reserve') ?? $plain->reserve;
        if ($reserve > 0.9) {
            throw new UsageError('--reserve is 0 to 0.9 of the correction.');
        }

        return new PrintOptions(
            printing: $arguments->choice('print', $plain->printing, 'printing'),
            distanceMm: $arguments->decimal('distance-mm') ?? $plain->distanceMm,
            reserve: $reserve,
            inks: self::inks($arguments),
            wholeDots: $arguments->has('whole-dots'),
        );
    }

    private static function size(Arguments $arguments, int $modulePx, ?PictureFile $file): Size
    {
        $given = array_values(array_filter(['module-px', 'size-px', 'size-mm', 'size-in'], $arguments->has(...)));
        if (count($given) > 1) {
            throw new UsageError("Give only one of --{$given[0]} and --{$given[1]}.");
        }
        $dpi = $arguments->decimal('dpi');

        return match ($given[0] ?? null) {
            'size-px' => Size::ofSide((int) $arguments->integer('size-px'), $dpi ?? Size::SCREEN_DPI),
            'size-mm' => Size::ofMillimetres(self::length($arguments, 'size-mm', 1.0), $dpi ?? self::printerDpi('size-mm', $arguments, $file)),
            'size-in' => Size::ofInches(self::length($arguments, 'size-in', 25.4), $dpi ?? self::printerDpi('size-in', $arguments, $file)),
            default => Size::ofModule($arguments->integer('module-px') ?? $modulePx, $dpi ?? Size::SCREEN_DPI),
        };
    }

    private static function length(Arguments $arguments, string $name, float $millimetres): float
    {
        $value = (float) $arguments->decimal($name);
        if ($value * $millimetres < 1.0 || $value * $millimetres > 10_000.0) {
            throw new UsageError("--$name is a length of 1 mm to 10 m.");
        }

        return $value;
    }

    /** Files without dots are judged as a common printer would set them; others need the resolution to have a size at all. */
    private static function printerDpi(string $name, Arguments $arguments, ?PictureFile $file): float
    {
        if ($file?->format->isVector() === true && ! $arguments->has('whole-dots')) {
            return self::PRINTER_DPI;
        }
        throw new UsageError("--$name needs --dpi: the dots an inch of the printer or screen.");
    }

    private static function inks(Arguments $arguments): PrintInk
    {
        return $arguments->has('cmyk') ? PrintInk::Cmyk : PrintInk::Rgb;
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

    private static function fnc1(?string $fnc1): ?Segment
    {
        return match (true) {
            $fnc1 === null => null,
            $fnc1 === 'first' => Segment::fnc1First(),
            preg_match('/^second:(.+)$/D', $fnc1, $match) === 1 => Segment::fnc1Second($match[1]),
            default => throw new UsageError("--fnc1 takes first, or second:AI with two digits or a letter, not “{$fnc1}”."),
        };
    }
}
