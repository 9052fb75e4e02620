<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Tests\Degrade;

use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;

/** Labels of the cooperative for the bench. */
final class Labels
{
    public const TEXT = 'https://fennmoor.example/batch/heather-2026-09?jar=340';

    public static function composition(float $millimetres = 24.0, string $dark = '#000000', string $light = '#FFFFFF', ErrorCorrectionLevel $level = ErrorCorrectionLevel::M, string $text = self::TEXT): Composition
    {
        return Composition::of(PayloadInput::ofText($text), new CompositionOptions(
            encoding: new EncodeOptions(level: $level),
            finish: Finish::coloured(Colour::fromHex($dark), Colour::fromHex($light, 'light')),
            size: Size::ofMillimetres($millimetres, 600),
        ));
    }
}
