<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** Boxes drawn over a symbol's modules. */
final readonly class Overlay
{
    /** Side of the symbol that the Swiss guidelines print, and of the cross in its middle, in millimetres (QR-bill 2.2, 6.4). */
    private const BILL_MM = 46.0;

    private const CROSS_MM = 7.0;

    /** @param  list<OverlayBox>  $boxes  later ones cover earlier ones */
    public function __construct(public array $boxes)
    {
    }

    /** The cross that marks a Swiss QR-bill: white on black, with a white rim. */
    public static function swissCross(int $modules): self
    {
        $mm = $modules / self::BILL_MM;
        $middle = $modules / 2;
        $centred = static fn (float $width, float $height, bool $isDark): OverlayBox => new OverlayBox($middle - $width * $mm / 2, $middle - $height * $mm / 2, $width * $mm, $height * $mm, $isDark);

        // The arms are a sixth longer than wide, as on the flag: 6 to 20 of 32 parts of the square.
        return new self([
            $centred(self::CROSS_MM, self::CROSS_MM, false),
            $centred(6.0, 6.0, true),
            $centred(3.9, 1.17, false),
            $centred(1.17, 3.9, false),
        ]);
    }
}
