<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Linear;

/** Linear symbologies that are drawn here. */
enum LinearSymbology: string
{
    case Ean13 = 'ean13';
    case Ean8 = 'ean8';
    case UpcA = 'upca';
    case UpcE = 'upce';
    case Itf14 = 'itf14';
    case Code128 = 'code128';
    case Gs1128 = 'gs1-128';
    case Code39 = 'code39';

    /** Its name as its standard writes it. */
    public function label(): string
    {
        return match ($this) {
            self::Ean13 => 'EAN-13',
            self::Ean8 => 'EAN-8',
            self::UpcA => 'UPC-A',
            self::UpcE => 'UPC-E',
            self::Itf14 => 'ITF-14',
            self::Code128 => 'Code 128',
            self::Gs1128 => 'GS1-128',
            self::Code39 => 'Code 39',
        };
    }

    /**
     * Draws up the bars of a text.
     *
     * @param  bool  $checked  with a check character, where the symbology leaves the choice (Code 39)
     *
     * @throws InvalidBars when the symbology cannot carry the text, saying what to do
     */
    public function encode(string $text, bool $checked = false): LinearSymbol
    {
        return match ($this) {
            self::Ean13 => Ean::ean13($text),
            self::Ean8 => Ean::ean8($text),
            self::UpcA => Ean::upcA($text),
            self::UpcE => UpcE::encode($text),
            self::Itf14 => Itf14::encode($text),
            self::Code128 => Code128::encode($text),
            self::Gs1128 => Gs1128::encode($text),
            self::Code39 => Code39::encode($text, $checked),
        };
    }
}
