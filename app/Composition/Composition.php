<?php

declare(strict_types=1);

namespace App\Composition;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Payloads;
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
        $dpi = is_numeric($given['dpi'] ?? null) ? (float) $given['dpi'] : Size::SCREEN_DPI;
        $version = $integer('version');
        $sizePx = $integer('size_px');
        $kind = Kind::from($string('kind', Kind::Text->value));
        $fields = $given['fields'] ?? null;

        return new self(
            is_string($given['name'] ?? null) ? $given['name'] : null,
            is_array($fields) ? Payloads::build($kind, $fields, $context) : Payloads::parse($string('text', ''), $kind, $context),
            is_array($fields),
            new EncodeOptions(
                Level::from($string('level', 'M')),
                $version === null ? null : Version::of($version),
                $integer('mask'),
                CharacterSet::from($string('charset', CharacterSet::Auto->value)),
                ($given['lift'] ?? false) === true,
                $kind->needsFnc1() ? Segment::fnc1First() : null,
            ),
            new Finish(Colour::fromHex($string('dark', '#000000')), Colour::fromHex($string('light', '#FFFFFF'), 'light'), $integer('quiet') ?? Finish::QUIET),
            $sizePx === null ? Size::ofModule($integer('module_px') ?? self::MODULE_PX, $dpi) : Size::ofSide($sizePx, $dpi),
        );
    }
}
