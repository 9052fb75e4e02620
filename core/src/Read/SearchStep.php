<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** What is tried to find and read symbols, in the order of what it gains for its time. */
enum SearchStep: string
{
    case Drawn = 'drawn';
    case Overview = 'overview';
    case ShadowTones = 'shadow_tones';
    case Micro = 'micro';
    case LevelBars = 'level_bars';
    case Pairs = 'pairs';
    case SlantedBars = 'slanted_bars';
    case RingQuarter = 'ring_quarter';
    case RingHalf = 'ring_half';
    case MatchedQuarter = 'matched_quarter';
    case MatchedHalf = 'matched_half';
    case ShadeQuarter = 'shade_quarter';
    case ShadeHalf = 'shade_half';
    case BlurredBars = 'blurred_bars';
    case NearQuarter = 'near_quarter';
    case NearHalf = 'near_half';
    case NearFull = 'near_full';
    case EveryAngle = 'every_angle';
    case SharpQuarter = 'sharp_quarter';
    case SharpHalf = 'sharp_half';
    case MatchedFull = 'matched_full';
    case RingFull = 'ring_full';
    case Doubled = 'doubled';
    case SharpFull = 'sharp_full';
    case SharpDoubled = 'sharp_doubled';

    /** The least effort that takes this step. */
    public function effort(): Effort
    {
        return match ($this) {
            self::Drawn, self::Overview, self::ShadowTones, self::Micro, self::LevelBars, self::Pairs => Effort::Quick,
            self::SlantedBars, self::MatchedQuarter, self::MatchedHalf, self::RingQuarter, self::RingHalf, self::ShadeQuarter, self::ShadeHalf, self::BlurredBars, self::NearQuarter, self::NearHalf, self::NearFull => Effort::Usual,
            self::SharpQuarter, self::SharpHalf, self::MatchedFull, self::RingFull, self::Doubled, self::SharpFull, self::SharpDoubled, self::EveryAngle => Effort::Patient,
        };
    }

    /** Whether it is taken even after symbols have been read: others may stand beside them. */
    public function isForAll(): bool
    {
        return $this === self::Overview || $this === self::Micro || $this === self::LevelBars;
    }

    /** Whether it looks for linear symbols; the others look for those of modules. */
    public function isLinear(): bool
    {
        return $this === self::LevelBars || $this === self::SlantedBars || $this === self::BlurredBars || $this === self::EveryAngle;
    }

    /** Milliseconds a megapixel, the median of what `bin/bench reading` measures where it finds nothing. */
    public function cost(): int
    {
        return match ($this) {
            self::Drawn => 1,
            self::Overview => 25,
            self::ShadowTones => 30,
            self::Micro => 35,
            self::LevelBars => 8,
            self::Pairs => 145,
            self::SlantedBars => 22,
            self::MatchedQuarter => 60,
            self::MatchedHalf => 40,
            self::RingQuarter => 18,
            self::RingHalf => 23,
            self::ShadeQuarter => 19,
            self::ShadeHalf => 21,
            self::BlurredBars => 85,
            self::NearQuarter => 2,
            self::NearHalf => 6,
            self::NearFull => 20,
            self::SharpQuarter => 15,
            self::SharpHalf => 50,
            self::MatchedFull => 200,
            self::RingFull => 60,
            self::Doubled => 200,
            self::SharpFull => 240,
            self::EveryAngle => 250,
            self::SharpDoubled => 560,
        };
    }
}
