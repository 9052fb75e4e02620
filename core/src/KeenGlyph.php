<?php

declare(strict_types=1);

namespace KeenGlyph\Core;

use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\ReadOutcome;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\QrSymbol;

/** The five things that most programs want, each in one call. What they are made of is there for the rest. */
final class KeenGlyph
{
    /**
     * The text that a kind's fields make, with everything that is wrong with them.
     *
     * @param  array<array-key, mixed>  $fields  as the kind's grammar names them
     */
    public static function build(Kind $kind, array $fields, Context $context = new Context): Payload
    {
        return Payloads::build($kind, $fields, $context);
    }

    /** What a text says, by its form or as a text of the kind that is named. */
    public static function parse(string $text, ?Kind $kind = null, Context $context = new Context): Payload
    {
        return Payloads::parse($text, $kind, $context);
    }

    /**
     * The symbol of a text: its modules, version, level and mask (ISO/IEC 18004:2015).
     *
     * @throws \KeenGlyph\Core\Symbol\InvalidSymbol when it does not fit
     */
    public static function encode(string $text, EncodeOptions $options = new EncodeOptions): QrSymbol
    {
        return Encoder::encode($text, $options);
    }

    /**
     * A finished picture of a text, as the bytes of a file.
     *
     * @param  ?Kind  $kind  what the text is; told by its form when null. Element strings of GS1 are encoded with FNC1.
     *
     * @throws \KeenGlyph\Core\Compose\RefusedPayload when no symbol may be made of the text
     * @throws \KeenGlyph\Core\Symbol\InvalidSymbol|\KeenGlyph\Core\Finish\InvalidFinish when it cannot be drawn so
     */
    public static function render(string $text, PictureFormat $format = PictureFormat::Svg, CompositionOptions $options = new CompositionOptions, ?Kind $kind = null): string
    {
        return Composition::of(PayloadInput::ofText($text, $kind), $options)->picture($format);
    }

    /**
     * Everything that a picture's bytes say: a photograph or a drawing, as PNG, JPEG, WebP, GIF and others.
     *
     * @throws \KeenGlyph\Core\Image\InvalidPicture when it is no picture, or larger than is taken
     */
    public static function read(string $picture, ReadOptions $options = new ReadOptions): ReadOutcome
    {
        return (new Reader)->read((new PictureDecoder)->decode($picture), $options);
    }
}
