<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

/** What makes reading harder, each on a scale of its own in a natural unit. */
enum Condition: string
{
    case Distance = 'distance';
    case Tilt = 'tilt';
    case Turn = 'turn';
    case Curvature = 'curvature';
    case Defocus = 'defocus';
    case Motion = 'motion';
    case LowLight = 'light';
    case UnevenLight = 'uneven';
    case Glare = 'glare';
    case PrintGain = 'gain';
    case PrintLoss = 'loss';
    case MissingInk = 'missing';
    case Scratches = 'scratches';
    case Dirt = 'dirt';
    case QuietZone = 'quiet';
    case Moire = 'moire';
    case Recompression = 'jpeg';

    /** The ten of a usual proof. */
    public const USUAL = [
        self::Distance, self::Tilt, self::Curvature, self::Defocus, self::Motion, self::LowLight, self::UnevenLight, self::Glare, self::PrintGain, self::MissingInk,
    ];

    /** Its name, as a list of conditions shows it. */
    public function label(): string
    {
        return match ($this) {
            self::Distance => 'Distance',
            self::Tilt => 'Tilt',
            self::Turn => 'Turn',
            self::Curvature => 'Curve',
            self::Defocus => 'Defocus',
            self::Motion => 'Motion',
            self::LowLight => 'Low light',
            self::UnevenLight => 'Shadow',
            self::Glare => 'Glare',
            self::PrintGain => 'Print gain',
            self::PrintLoss => 'Print loss',
            self::MissingInk => 'Missing ink',
            self::Scratches => 'Scratches',
            self::Dirt => 'Dirt',
            self::QuietZone => 'Quiet zone cut',
            self::Moire => 'Screen moiré',
            self::Recompression => 'JPEG saved again',
        };
    }

    /** What its severity is counted in, such as mm, °, lux or %. */
    public function unit(): string
    {
        return match ($this) {
            self::Distance, self::Curvature, self::Defocus => 'mm',
            self::Tilt, self::Turn => '°',
            self::Motion => 'mm/s',
            self::LowLight => 'lx',
            self::UnevenLight => ': 1',
            self::Glare, self::PrintGain, self::PrintLoss, self::MissingInk, self::Scratches, self::Dirt, self::Moire => '%',
            self::QuietZone => 'modules',
            self::Recompression => 'quality',
        };
    }

    /** What its figure says, for people. */
    public function says(): string
    {
        return match ($this) {
            self::Distance => 'Farthest distance from camera to label.',
            self::Tilt => 'Largest angle between the label and the picture, in any direction.',
            self::Turn => 'Largest turn in the plane of the label.',
            self::Curvature => 'Diameter of the narrowest jar that it can go around.',
            self::Defocus => 'Widest blur, as the disc on the label that a point becomes.',
            self::Motion => 'Fastest movement across the camera, in any direction.',
            self::LowLight => 'Least light of the room.',
            self::UnevenLight => 'Hardest shadow across the symbol: light beside it to light in it.',
            self::Glare => 'Largest mirrored lamp, as a share of the symbol.',
            self::PrintGain => 'Widest spread of ink, as a share of a module.',
            self::PrintLoss => 'Widest loss of ink at edges, as a share of a module.',
            self::MissingInk => 'Most of the symbol from which the ink is gone.',
            self::Scratches => 'Most of the symbol that is scratched away.',
            self::Dirt => 'Most of the symbol that is covered with dirt.',
            self::QuietZone => 'Most that may be cut off the quiet zone.',
            self::Moire => 'Strongest pattern of a screen’s own dots.',
            self::Recompression => 'Lowest JPEG quality.',
        };
    }

    /** Whether a smaller figure is the harder one. */
    public function isHarderBelow(): bool
    {
        return in_array($this, [self::Curvature, self::LowLight, self::Recompression], true);
    }

    /** Whether steps of the scale are ratios. */
    public function isByRatio(): bool
    {
        return in_array($this, [self::Distance, self::Curvature, self::Motion, self::LowLight, self::UnevenLight, self::Recompression], true);
    }

    /**
     * Where the scale begins and ends.
     *
     * @param  float  $workingMm  the device's distance when this is not what is asked about
     * @return array{float, float} the mildest and the hardest figure
     */
    public function scale(PrintedLabel $label, float $workingMm): array
    {
        $side = $label->symbolMm();

        return match ($this) {
            self::Distance => [$workingMm, $workingMm * 40],
            self::Tilt => [0.0, 85.0],
            self::Turn => [0.0, 45.0],
            self::Curvature => [$side * 20, $side * 0.5],
            self::Defocus => [0.0, 3 * $label->moduleMm],
            self::Motion => [1.0, 10_000.0],
            self::LowLight => [500.0, 0.01],
            self::UnevenLight => [1.0, 250.0],
            self::Glare => [0.0, 60.0],
            self::PrintGain, self::PrintLoss => [0.0, 90.0],
            self::MissingInk, self::Scratches, self::Dirt => [0.0, 50.0],
            self::QuietZone => [0.0, 4.0],
            self::Moire => [0.0, 100.0],
            self::Recompression => [95.0, 1.0],
        };
    }

    /**
     * The figure at a share of the scale, 0 the mildest and 1 the hardest.
     *
     * @param  array{float, float}  $scale
     */
    public function figure(array $scale, float $share): float
    {
        [$mild, $hard] = $scale;

        return $this->isByRatio() ? $mild * ($hard / $mild) ** $share : $mild + $share * ($hard - $mild);
    }

    /**
     * The share of the scale at which a figure lies; below 0 where it is milder than the scale begins.
     *
     * @param  array{float, float}  $scale
     */
    public function share(array $scale, float $figure): float
    {
        [$mild, $hard] = $scale;

        return $this->isByRatio() ? log(max($figure, 1e-9) / $mild) / log($hard / $mild) : ($figure - $mild) / ($hard - $mild);
    }

    /** What a label usually has to bear; of distance, what the device is usually held at. */
    public function usualNeed(DeviceModel $device): float
    {
        return match ($this) {
            self::Distance => $device->usualMm,
            self::Tilt => 35.0,
            self::Turn => 45.0,
            self::Curvature => 70.0,
            self::Defocus => 0.25,
            self::Motion => 80.0,
            self::LowLight => 20.0,
            self::UnevenLight => 5.0,
            self::Glare => 3.0,
            self::PrintGain, self::PrintLoss => 20.0,
            self::MissingInk, self::Scratches, self::Dirt => 4.0,
            self::QuietZone => 2.0,
            self::Moire => 20.0,
            self::Recompression => 30.0,
        };
    }
}
