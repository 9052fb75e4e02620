<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

/**
 * A family of reading devices: its optics, its sensor and what its decoder takes. docs/proof.md says where the figures
 * come from; they are typical values, stated so that they can be argued with, and one's own can be put in their place.
 */
final readonly class DeviceModel
{
    /** Short side of the picture as a share of the long one. */
    public const ASPECT = 0.5625;

    /** Share of the short side that a symbol with its quiet zone may take. */
    public const FILL = 0.9;

    /** Distance at which a device's own lamp gives the light that its model states, in millimetres. */
    private const LAMP_MM = 100.0;

    /** What the room's light is worth beside a red lamp behind a red filter. */
    private const ROOM_BEHIND_FILTER = 0.05;

    /** Pixels that a sensor's own grid and lens blur a point over. */
    private const PIXEL = 1.6;

    /** What decoders are told apart by: square symbols, the small ones, and bars. */
    public const SYMBOLOGIES = ['qr', 'microqr', 'linear'];

    /** Bounds of every figure, so that a device of one's own stays a camera. */
    private const BOUNDS = [
        'pixels' => [160, 8192], 'angle' => [5, 140], 'aperture_mm' => [0.05, 50], 'nearest_mm' => [0, 100_000], 'fixed_focus_mm' => [10, 1_000_000],
        'usual_mm' => [10, 100_000], 'lens_blur_px' => [0, 5], 'electrons_per_lux_second' => [1, 1_000_000], 'full_well' => [100, 1_000_000], 'read_noise' => [0, 1000],
        'slowest_ms' => [0.01, 1000], 'lamp_lux' => [0, 1_000_000], 'pixels_per_module' => [1, 20], 'longest_text' => [1, 7089],
    ];

    /**
     * @param  int  $pixels  across the long side of the picture that it decodes
     * @param  float  $angle  that this spans, degrees
     * @param  float  $apertureMm  diameter of the entrance pupil
     * @param  float  $nearestMm  nearest distance at which it is still sharp
     * @param  ?float  $fixedFocusMm  distance at which it is sharp; null when it focuses by itself
     * @param  float  $usualMm  distance at which it is held
     * @param  float  $lensBlurPx  standard deviation of the spot that a point becomes
     * @param  float  $electrons  that a white pixel gathers a lux and second
     * @param  float  $fullWell  electrons that a pixel holds
     * @param  float  $readNoise  electrons, standard deviation
     * @param  float  $slowestMs  longest exposure
     * @param  float  $lampLux  of its own lamp at LAMP_MM
     * @param  float  $pixelsPerModule  fewest pixels a module that its maker would state: for estimates of reach, and what a plain decoder begins with
     * @param  bool  $takesEci  whether it heeds a stated character set (ISO/IEC 18004:2015 7.4.2)
     * @param  ?int  $longestText  bytes that it hands on; null without a limit of its own
     * @param  list<string>  $symbologies  that it decodes, of SYMBOLOGIES
     */
    private function __construct(
        public string $id,
        public string $label,
        public int $pixels,
        public float $angle,
        public float $apertureMm,
        public float $nearestMm,
        public ?float $fixedFocusMm,
        public float $usualMm,
        public float $lensBlurPx,
        public float $electrons,
        public float $fullWell,
        public float $readNoise,
        public float $slowestMs,
        public float $lampLux,
        public Light $light,
        public Decoder $decoder,
        public float $pixelsPerModule,
        public bool $takesLightOnDark,
        public bool $takesMirrored,
        public bool $takesEci,
        public ?int $longestText,
        public array $symbologies,
    ) {
    }

    /**
     * @param  array<array-key, mixed>  $given  names and units as in devices.json
     *
     * @throws InvalidDevice
     */
    public static function of(array $given): self
    {
        $number = static function (string $name) use ($given): float {
            [$least, $most] = self::BOUNDS[$name];
            $value = $given[$name] ?? null;
            if (! is_int($value) && ! is_float($value) || $value < $least || $value > $most) {
                throw new InvalidDevice($name, "A device's $name is a number from $least to $most.");
            }

            return (float) $value;
        };
        $flag = static fn (string $name, bool $usual = false): bool => is_bool($given[$name] ?? $usual) ? ($given[$name] ?? $usual) === true : throw new InvalidDevice($name, "A device's $name is true or false.");
        $word = static fn (string $name, string $form): string => is_string($given[$name] ?? null) && preg_match($form, $given[$name]) === 1 ? $given[$name] : throw new InvalidDevice($name, "A device needs a $name.");
        $unknown = array_diff(array_map(strval(...), array_keys($given)), [...array_keys(self::BOUNDS), 'id', 'label', 'light', 'decoder', 'light_on_dark', 'mirrored', 'eci', 'symbologies', 'micro_qr']);
        if ($unknown !== []) {
            $name = (string) reset($unknown);
            throw new InvalidDevice($name, "A device has no $name.");
        }

        return new self(
            $word('id', '/^[a-z0-9_]{1,40}$/D'), $word('label', '/^[^\p{C}]{1,60}$/Du'), (int) $number('pixels'), $number('angle'), $number('aperture_mm'), $number('nearest_mm'),
            ($given['fixed_focus_mm'] ?? null) === null ? null : $number('fixed_focus_mm'), $number('usual_mm'), $number('lens_blur_px'), $number('electrons_per_lux_second'),
            $number('full_well'), $number('read_noise'), $number('slowest_ms'), $number('lamp_lux'),
            Light::tryFrom($word('light', '/^/')) ?? throw new InvalidDevice('light', 'A device sees by white or red light.'),
            Decoder::tryFrom($word('decoder', '/^/')) ?? throw new InvalidDevice('decoder', 'A device’s decoder is thorough or plain.'),
            $number('pixels_per_module'), $flag('light_on_dark'), $flag('mirrored'), $flag('eci', true), ($given['longest_text'] ?? null) === null ? null : (int) $number('longest_text'),
            // Devices that were stated before there was a list have a flag in its place.
            self::symbologiesOf($given['symbologies'] ?? ($flag('micro_qr') ? ['qr', 'microqr'] : ['qr'])),
        );
    }

    /** Whether its decoder looks for symbols of this kind, one of SYMBOLOGIES. */
    public function takes(string $symbology): bool
    {
        return in_array($symbology, $this->symbologies, true);
    }

    /**
     * @return list<string> in the order of SYMBOLOGIES
     *
     * @throws InvalidDevice
     */
    private static function symbologiesOf(mixed $given): array
    {
        if (! is_array($given) || $given === [] || array_filter($given, static fn (mixed $one): bool => ! in_array($one, self::SYMBOLOGIES, true)) !== []) {
            throw new InvalidDevice('symbologies', 'A device’s symbologies are a list of '.implode(', ', self::SYMBOLOGIES).'.');
        }

        return array_values(array_filter(self::SYMBOLOGIES, static fn (string $one): bool => in_array($one, $given, true)));
    }

    /** Pixels by which the picture of something as wide as it is far away spans. */
    public function focalPx(): float
    {
        return $this->pixels / (2 * tan(deg2rad($this->angle / 2)));
    }

    /** Pixels a millimetre at this distance. */
    public function pixelsPerMm(float $distanceMm): float
    {
        return $this->focalPx() / $distanceMm;
    }

    /**
     * Diameter of the disc that a point becomes because it is not where the lens is focused: thin lens, c = A · f · |1/d − 1/s|.
     *
     * @return float pixels
     */
    public function focusBlurPx(float $distanceMm): float
    {
        $sharp = $this->fixedFocusMm ?? max($this->nearestMm, $distanceMm);

        return $this->apertureMm * $this->focalPx() * abs(1 / $distanceMm - 1 / $sharp);
    }

    /** Lux that count on a label this far away, its own lamp among them. */
    public function luxAt(float $distanceMm, float $roomLux): float
    {
        return $this->lampLux * (self::LAMP_MM / $distanceMm) ** 2 + $roomLux * ($this->light === Light::Red ? self::ROOM_BEHIND_FILTER : 1.0);
    }

    /** Exposure that fills the pixels under this light, as long as it may be, in milliseconds. */
    public function exposureMs(float $lux): float
    {
        return min($this->slowestMs, 1000 * $this->fullWell / ($this->electrons * max($lux, 1e-6)));
    }

    /**
     * Nearest distance at which the picture holds something of this size and is in focus.
     *
     * @param  float  $sideMm  of the symbol with its quiet zone
     */
    public function nearest(float $sideMm): float
    {
        return max($this->nearestMm, $sideMm * $this->focalPx() / ($this->pixels * self::ASPECT * self::FILL));
    }

    /**
     * Where it would be held: as usual, nearer where the modules would be too small, farther where it would not fit. With
     * a fixed focus s people find where blur and pixels together are finest, but no farther than usual: the least of
     * (A · (1 − d/s))² + (PIXEL · d/f)² lies at s / (1 + (PIXEL · s / (f · A))²).
     *
     * @param  float  $sideMm  of the symbol with its quiet zone
     */
    public function workingMm(float $moduleMm, float $sideMm): float
    {
        $comfortable = $this->focalPx() * $moduleMm / (1.6 * $this->pixelsPerModule);

        $held = $this->fixedFocusMm === null
            ? $comfortable
            : $this->fixedFocusMm / (1 + (self::PIXEL * $this->fixedFocusMm / ($this->focalPx() * $this->apertureMm)) ** 2);

        return max($this->nearest($sideMm) * 1.1, min($this->usualMm, $held));
    }

    /** The same camera with so many pixels of each side taken together, as decoders do that need no more. */
    public function binned(int $by): self
    {
        return $by < 2 ? $this : new self(
            $this->id, $this->label, max(16, intdiv($this->pixels, $by)), $this->angle, $this->apertureMm, $this->nearestMm, $this->fixedFocusMm, $this->usualMm, $this->lensBlurPx / $by,
            $this->electrons * $by ** 2, $this->fullWell * $by ** 2, $this->readNoise * $by, $this->slowestMs, $this->lampLux, $this->light, $this->decoder, $this->pixelsPerModule,
            $this->takesLightOnDark, $this->takesMirrored, $this->takesEci, $this->longestText, $this->symbologies,
        );
    }

    /** @return array<string, mixed> as devices.json has it */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'label' => $this->label, 'pixels' => $this->pixels, 'angle' => $this->angle, 'aperture_mm' => $this->apertureMm, 'nearest_mm' => $this->nearestMm,
            'fixed_focus_mm' => $this->fixedFocusMm, 'usual_mm' => $this->usualMm, 'lens_blur_px' => $this->lensBlurPx, 'electrons_per_lux_second' => $this->electrons,
            'full_well' => $this->fullWell, 'read_noise' => $this->readNoise, 'slowest_ms' => $this->slowestMs, 'lamp_lux' => $this->lampLux, 'light' => $this->light->value,
            'decoder' => $this->decoder->value, 'pixels_per_module' => $this->pixelsPerModule, 'light_on_dark' => $this->takesLightOnDark, 'mirrored' => $this->takesMirrored,
            'eci' => $this->takesEci, 'longest_text' => $this->longestText, 'symbologies' => $this->symbologies,
        ];
    }
}
