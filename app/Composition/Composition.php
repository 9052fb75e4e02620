<?php

declare(strict_types=1);

namespace App\Composition;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\MergeFields;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Proof\Printing;
use KeenGlyph\Core\Proof\Subject;
use KeenGlyph\Core\Render\PrintInk;
use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Level;
use KeenGlyph\Core\Symbol\ModeChoice;
use KeenGlyph\Core\Symbol\Segment;
use KeenGlyph\Core\Symbol\Version;

/** Everything that is asked of a picture, in the core's own terms. */
final readonly class Composition
{
    public const MODULE_PX = 8;

    /**
     * @param  bool  $fromFields  whether the payload was built from fields
     * @param  bool  $asIs  whether it is drawn with its errors, for a test
     * @param  bool  $wholeDots  whether files without dots keep to those of a printer too
     */
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
        public bool $asIs,
        public bool $wholeDots,
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
        $payload = self::payload($given, $context);
        $kind = $payload->kind;

        return new self(
            is_string($given['name'] ?? null) ? $given['name'] : null,
            $payload,
            is_array($given['fields'] ?? null),
            new EncodeOptions(
                Level::from($string('level', 'M')),
                $version === null ? null : Version::of($version),
                $integer('mask'),
                CharacterSet::from($string('charset', CharacterSet::Auto->value)),
                ($given['lift'] ?? false) === true,
                $kind->needsFnc1() ? Segment::fnc1First() : null,
                modes: ModeChoice::from($string('modes', ModeChoice::Auto->value)),
            ),
            self::finish($given)->saying($payload->text === '' ? '' : $payload->readable()),
            self::size($given),
            Printing::from($string('print', Printing::Screen->value)),
            is_numeric($given['distance_mm'] ?? null) ? (float) $given['distance_mm'] : Subject::DISTANCE,
            ($given['cmyk'] ?? false) === true ? PrintInk::Cmyk : PrintInk::Rgb,
            is_numeric($given['reserve'] ?? null) ? (float) $given['reserve'] : Subject::RESERVE,
            ($given['as_is'] ?? false) === true,
            ($given['whole_dots'] ?? false) === true,
        );
    }

    /**
     * What is to be said: fields of a kind, or a text of the kind that is named or that it has by its form.
     *
     * @param  array<string, mixed>  $given
     */
    public static function payload(array $given, Context $context): Payload
    {
        $kind = is_string($given['kind'] ?? null) ? Kind::from($given['kind']) : null;
        $fields = $given['fields'] ?? null;
        $merge = array_filter(is_array($given['merge'] ?? null) ? $given['merge'] : [], is_string(...));
        if (is_array($fields)) {
            $kind ??= Kind::Text;

            return Payloads::build($kind, $merge === [] ? $fields : MergeFields::intoFields($kind->grammar()->fields(), $fields, $merge), $context);
        }
        $text = is_string($given['text'] ?? null) ? $given['text'] : '';

        return Payloads::parse($merge === [] ? $text : MergeFields::intoText($text, $kind, $merge, $context), $kind, $context);
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

    /**
     * The one size that is given, or so many dots a module.
     *
     * @param  array<string, mixed>  $given
     */
    public static function size(array $given, int $modulePx = self::MODULE_PX): Size
    {
        $number = static fn (string $key): ?float => is_numeric($given[$key] ?? null) ? (float) $given[$key] : null;
        $dpi = $number('dpi') ?? Size::SCREEN_DPI;

        return match (true) {
            $number('size_mm') !== null => Size::ofMillimetres($number('size_mm'), $dpi),
            $number('size_in') !== null => Size::ofInches($number('size_in'), $dpi),
            $number('size_px') !== null => Size::ofSide((int) $number('size_px'), $dpi),
            default => Size::ofModule((int) ($number('module_px') ?? $modulePx), $dpi),
        };
    }
}
