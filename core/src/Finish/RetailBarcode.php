<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

use KeenGlyph\Core\Linear\BarSheet;
use KeenGlyph\Core\Linear\InvalidBars;
use KeenGlyph\Core\Linear\LinearSymbol;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** The retail symbol beneath a QR Code symbol, in its own proportions. */
final readonly class RetailBarcode
{
    /** X-dimension of EAN and UPC symbols in millimetres: least, nominal and most (GS1 General Specifications 5.2.6.6). */
    public const X_MM = [0.264, 0.330, 0.660];

    private function __construct(
        public LinearSymbol $symbol,
        public ModuleMatrix $matrix,
    ) {
    }

    /**
     * @param  string  $digits  8, 12 or 13, with check digit
     *
     * @throws InvalidFinish
     */
    public static function of(string $digits): self
    {
        $symbology = match (strlen($digits)) {
            8 => LinearSymbology::Ean8,
            12 => LinearSymbology::UpcA,
            13 => LinearSymbology::Ean13,
            default => throw new InvalidFinish('ean', 'The symbol beneath has 8, 12 or 13 digits.'),
        };
        try {
            $symbol = $symbology->encode($digits);
        } catch (InvalidBars $e) {
            throw new InvalidFinish('ean', $e->getMessage());
        }

        return new self($symbol, BarSheet::matrix($symbol));
    }
}
