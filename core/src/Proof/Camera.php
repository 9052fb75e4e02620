<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use KeenGlyph\Core\Degrade\DeviceModel;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Degrade\Light;

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

    /** Its name on screens and in reports. */
    public function label(): string
    {
        return Devices::named($this->value)->label;
    }

    /** Whether it lights with red light of 660 nm and sees nothing else. */
    public function isRed(): bool
    {
        return Devices::named($this->value)->light === Light::Red;
    }

    /** The simulated device that it stands for. */
    public function device(): DeviceModel
    {
        return Devices::named($this->value);
    }

    /**
     * Farthest distance at which a module still has its pixels: d = X · n / (2 · tan(a/2) · p).
     *
     * @param  float  $moduleMm  width of a module, X
     * @return float millimetres
     */
    public function farthest(float $moduleMm): float
    {
        $device = $this->device();

        return $moduleMm * $device->pixels / (2 * tan(deg2rad($device->angle / 2)) * $device->pixelsPerModule);
    }

    /**
     * Nearest distance at which the picture holds the whole symbol and is in focus.
     *
     * @param  float  $sideMm  of the symbol with its quiet zone
     * @return float millimetres
     */
    public function nearest(float $sideMm): float
    {
        $device = $this->device();

        return max($device->nearestMm, $sideMm / (2 * tan(deg2rad($device->angle / 2)) * DeviceModel::ASPECT * DeviceModel::FILL));
    }

    /** Narrowest module, in millimetres, that is read from a distance. */
    public function moduleFor(float $distanceMm): float
    {
        return $distanceMm / $this->farthest(1.0);
    }
}
