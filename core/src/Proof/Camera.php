<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

/**
 * Families of reading devices as plain cameras: pixels across the picture they decode, the angle it spans, the pixels
 * a module must have, and how near they focus. Typical values of each family, stated so that they can be argued with.
 */
enum Camera: string
{
    case RecentPhone = 'recent_phone';
    case EntryPhone = 'entry_phone';
    case Tablet = 'tablet';
    case Webcam = 'webcam';
    case HandheldImager = 'handheld_imager';
    case CheckoutScanner = 'checkout_scanner';
    case Kiosk = 'kiosk';

    /** Short side of the picture as a share of the long one. */
    private const ASPECT = 0.5625;

    /** Share of the short side that a symbol with its quiet zone may take. */
    private const FILL = 0.9;

    public function label(): string
    {
        return match ($this) {
            self::RecentPhone => 'Recent phone',
            self::EntryPhone => 'Entry phone',
            self::Tablet => 'Tablet',
            self::Webcam => 'Laptop webcam',
            self::HandheldImager => 'Handheld imager',
            self::CheckoutScanner => 'Checkout scanner',
            self::Kiosk => 'Kiosk camera',
        };
    }

    /** Whether it lights with red light of 660 nm and sees nothing else. */
    public function isRed(): bool
    {
        return $this === self::HandheldImager || $this === self::CheckoutScanner;
    }

    /** @return array{int, float, float, float} pixels across, degrees across, pixels a module, nearest focus in millimetres */
    public function model(): array
    {
        return match ($this) {
            self::RecentPhone => [1920, 67.0, 2.3, 60.0],
            self::EntryPhone => [1280, 67.0, 2.6, 80.0],
            self::Tablet => [1920, 70.0, 2.6, 90.0],
            self::Webcam => [1280, 70.0, 3.0, 140.0],
            self::HandheldImager => [1280, 37.0, 1.8, 30.0],
            self::CheckoutScanner => [1280, 48.0, 1.8, 0.0],
            self::Kiosk => [1280, 60.0, 2.6, 70.0],
        };
    }

    /**
     * Farthest distance at which a module still has its pixels: d = X · n / (2 · tan(a/2) · p).
     *
     * @param  float  $moduleMm  width of a module, X
     * @return float millimetres
     */
    public function farthest(float $moduleMm): float
    {
        [$pixels, $angle, $perModule] = $this->model();

        return $moduleMm * $pixels / (2 * tan(deg2rad($angle / 2)) * $perModule);
    }

    /**
     * Nearest distance at which the picture holds the whole symbol and is in focus.
     *
     * @param  float  $sideMm  of the symbol with its quiet zone
     * @return float millimetres
     */
    public function nearest(float $sideMm): float
    {
        [, $angle, , $focus] = $this->model();

        return max($focus, $sideMm / (2 * tan(deg2rad($angle / 2)) * self::ASPECT * self::FILL));
    }

    /** Narrowest module, in millimetres, that is read from a distance. */
    public function moduleFor(float $distanceMm): float
    {
        return $distanceMm / $this->farthest(1.0);
    }
}
