<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

/** All that holds while one picture is taken. */
final readonly class Situation
{
    /** Light of a room in which people work, in lux. */
    public const ROOM = 500.0;

    /**
     * @param  float  $distanceMm  from camera to label
     * @param  float  $tilt  degrees between the label and the picture
     * @param  float  $turn  degrees clockwise in the label's plane
     * @param  ?float  $jarMm  diameter of what the label goes around; null when it is flat
     * @param  float  $defocusMm  diameter of the disc on the label that a point becomes, beside what the lens does by itself
     * @param  float  $speed  across the camera, millimetres a second
     * @param  float  $lux  light of the room
     * @param  float  $shadow  light beside a shadow to light in it; 1 for none
     * @param  float  $glare  share of the symbol that a mirrored lamp covers
     * @param  float  $gain  by which every dark part is wider, in modules, both of its sides together; narrower when negative
     * @param  float  $missing  share of the symbol without ink
     * @param  float  $scratched  share of the symbol scratched away
     * @param  float  $dirty  share of the symbol covered
     * @param  float  $quietCut  modules cut off the quiet zone on every side
     * @param  float  $moire  depth of a screen's pattern, 0 to 1
     * @param  ?int  $jpegQuality  1 to 100; null when the picture is not saved again
     */
    public function __construct(
        public float $distanceMm,
        public float $tilt = 0.0,
        public float $turn = 0.0,
        public ?float $jarMm = null,
        public float $defocusMm = 0.0,
        public float $speed = 0.0,
        public float $lux = self::ROOM,
        public float $shadow = 1.0,
        public float $glare = 0.0,
        public float $gain = 0.0,
        public float $missing = 0.0,
        public float $scratched = 0.0,
        public float $dirty = 0.0,
        public float $quietCut = 0.0,
        public float $moire = 0.0,
        public ?int $jpegQuality = null,
    ) {
    }

    /** The same with one condition at this figure, in its own unit. */
    public function with(Condition $condition, float $figure): self
    {
        return new self(
            distanceMm: $condition === Condition::Distance ? $figure : $this->distanceMm,
            tilt: $condition === Condition::Tilt ? $figure : $this->tilt,
            turn: $condition === Condition::Turn ? $figure : $this->turn,
            jarMm: $condition === Condition::Curvature ? $figure : $this->jarMm,
            defocusMm: $condition === Condition::Defocus ? $figure : $this->defocusMm,
            speed: $condition === Condition::Motion ? $figure : $this->speed,
            lux: $condition === Condition::LowLight ? $figure : $this->lux,
            shadow: $condition === Condition::UnevenLight ? $figure : $this->shadow,
            glare: $condition === Condition::Glare ? $figure / 100 : $this->glare,
            gain: match ($condition) {
                Condition::PrintGain => $figure / 100,
                Condition::PrintLoss => -$figure / 100,
                default => $this->gain,
            },
            missing: $condition === Condition::MissingInk ? $figure / 100 : $this->missing,
            scratched: $condition === Condition::Scratches ? $figure / 100 : $this->scratched,
            dirty: $condition === Condition::Dirt ? $figure / 100 : $this->dirty,
            quietCut: $condition === Condition::QuietZone ? $figure : $this->quietCut,
            moire: $condition === Condition::Moire ? $figure / 100 : $this->moire,
            jpegQuality: $condition === Condition::Recompression ? (int) round($figure) : $this->jpegQuality,
        );
    }
}
