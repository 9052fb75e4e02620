<?php

declare(strict_types=1);

namespace App\Composition;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Proof\Printing;
use KeenGlyph\Core\Proof\Subject;
use KeenGlyph\Core\Render\PrintInk;
use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Level;
use KeenGlyph\Core\Symbol\Segment;
use KeenGlyph\Core\Symbol\Version;

/** Everything that is asked of a picture, in the core's own terms. */
final readonly class Composition
{
    public const MODULE_PX = 8;

    /** @param  bool  $fromFields  whether the payload was built from fields */
    private function __construct(
        public ?string $name,
        public Payload $payload,
        public bool $fromFields,
        public EncodeOptions $encoding,
        public Finish $finish,
        public Size $size,
        public Printing $printing,
        public float $distanceMm,
        public PrintInk $inks,
        public float $reserve,
    ) {
    }

    /**
     * @param  array<string, mixed>  $given  validated input or a glyph's columns; what is missing gets its default
     *
     * @throws \KeenGlyph\Core\Symbol\InvalidSymbol|\KeenGlyph\Core\Finish\InvalidFinish
     */
    public static function fromArray(array $given, Context $context = new Context): self
    {
        $string = static fn (string $key, string $default): string => is_string($given[$key] ?? null) ? $given[$key] : $default;
        $integer = static fn (string $key): ?int => is_numeric($given[$key] ?? null) ? (int) $given[$key] : null;
        $version = $integer('version');
        $kind = Kind::from($string('kind', Kind::Text->value));
        $fields = $given['fields'] ?? null;
        $payload = is_array($fields) ? Payloads::build($kind, $fields, $context) : Payloads::parse($string('text', ''), $kind, $context);

        return new self(
            is_string($given['name'] ?? null) ? $given['name'] : null,
            $payload,
            is_array($fields),
            new EncodeOptions(
                Level::from($string('level', 'M')),
                $version === null ? null : Version::of($version),
                $integer('mask'),
                CharacterSet::from($string('charset', CharacterSet::Auto->value)),
                ($given['lift'] ?? false) === true,
                $kind->needsFnc1() ? Segment::fnc1First() : null,
            ),
            self::finish($given)->saying($payload->refusal() === null ? $payload->readable() : ''),
            self::size($given),
            Printing::from($string('print', Printing::Screen->value)),
            is_numeric($given['distance_mm'] ?? null) ? (float) $given['distance_mm'] : Subject::DISTANCE,
            ($given['cmyk'] ?? false) === true ? PrintInk::Cmyk : PrintInk::Rgb,
            is_numeric($given['reserve'] ?? null) ? (float) $given['reserve'] : Subject::RESERVE,
        );
    }

    /**
     * The finish, with the two inks and the quiet zone that may stand beside it.
     *
     * @param  array<string, mixed>  $given
     *
     * @throws \KeenGlyph\Core\Finish\InvalidFinish
     */
    public static function finish(array $given): Finish
    {
        $values = is_array($given['finish'] ?? null) ? $given['finish'] : [];
        foreach (['dark', 'light', 'quiet'] as $name) {
            if (isset($given[$name])) {
                $values[$name] = is_numeric($given[$name]) ? (int) $given[$name] : $given[$name];
            }
        }

        return FinishFile::read($values, new MarkPictures);
    }

    /** @param  array<string, mixed>  $given */
    private static function size(array $given): Size
    {
        $number = static fn (string $key): ?float => is_numeric($given[$key] ?? null) ? (float) $given[$key] : null;
        $dpi = $number('dpi') ?? Size::SCREEN_DPI;

        return match (true) {
            $number('size_mm') !== null => Size::ofMillimetres($number('size_mm'), $dpi),
            $number('size_in') !== null => Size::ofInches($number('size_in'), $dpi),
            $number('size_px') !== null => Size::ofSide((int) $number('size_px'), $dpi),
            default => Size::ofModule((int) ($number('module_px') ?? self::MODULE_PX), $dpi),
        };
    }
}
