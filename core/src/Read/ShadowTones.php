<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;

use function abs;
use function array_keys;
use function array_map;
use function array_slice;
use function arsort;
use function chr;
use function count_chars;
use function implode;
use function intdiv;
use function max;
use function min;
use function range;
use function round;
use function strlen;
use function strtr;

/**
 * The tones of a picture over which slats, leaves or an edge throw a shadow. Where light falls to a share of itself every
 * tone does, so that light and dark stand twice among the tones, with the same share between them; and what is light in
 * the shadow, darker than what is dark beside it, is still told by its value alone.
 */
final readonly class ShadowTones
{
    /** How often a tone is to be found, beside those around it. */
    private const PROMINENT = 1.5;

    /** Share of all pixels that a tone has at least. */
    private const SHARE = 0.0003;

    /** Tones that are compared, the most frequent ones. */
    private const MOST = 14;

    /** Light in the shadow, of that beside it: more of it needs none of this. */
    private const SHADOW = 0.45;

    /** How many times as light as the dark tone another one is. */
    private const LIGHTER = 2.2;

    /** By how much two shares may differ: greys are whole, and what is smoothed lies within a half of one or so. */
    private const WHOLE = 0.6;

    private const ALIKE = 0.02;

    /** Greys between dark beside the shadow and light within it, below which noise makes either of both. */
    private const APART = 5.0;

    /** Greys over which one turns into the other where only they have to be told apart. */
    private const EDGE = 4.0;

    /**
     * @param  int  $dark  grey beside the shadow, of 255
     * @param  int  $light  grey beside the shadow
     * @param  float  $share  of both that is left within it
     */
    private function __construct(private int $dark, private int $light, private float $share)
    {
    }

    /** Tones with a shadow over them; null where the picture has none, or where they cannot be told by value. */
    public static function of(LuminancePlane $picture): ?self
    {
        $tones = self::frequent($picture->pixels);
        $most = 0.0;
        $found = null;
        foreach ($tones as $dark => $ofDark) {
            foreach ($tones as $shaded => $ofShaded) {
                if ($shaded > self::SHADOW * $dark) {
                    continue;
                }
                foreach ($tones as $other => $ofOther) {
                    if ($other < self::LIGHTER * $dark) {
                        continue;
                    }
                    foreach ($tones as $otherShaded => $ofOtherShaded) {
                        $share = $otherShaded / $other;
                        $weight = min($ofDark, $ofShaded) * min($ofOther, $ofOtherShaded);
                        if ($weight > $most && abs($share * $dark / $shaded - 1) <= self::WHOLE / $shaded + self::ALIKE) {
                            $most = $weight;
                            $found = new self($dark, max(array_keys($tones)), $share);
                        }
                    }
                }
            }
        }

        return $found !== null && abs($found->share * $found->light - $found->dark) >= self::APART ? $found : null;
    }

    /** The picture as it would be without the shadow, in greys of 0 to 255. */
    public function without(LuminancePlane $picture): LuminancePlane
    {
        $shaded = $this->share * $this->light;
        $between = ($shaded + $this->dark) / 2;
        $greys = array_map(fn (int $grey): string => chr((int) round(255 * max(0.0, min(1.0, match (true) {
            // The order of the tones is that of what they are: one threshold tells them.
            $shaded > $this->dark => 0.5 + ($grey - $between) / self::EDGE,
            $grey >= $between => ($grey - $this->dark) / ($this->light - $this->dark),
            default => ($grey - $this->share * $this->dark) / ($shaded - $this->share * $this->dark),
        })))), range(0, 255));

        return new LuminancePlane($picture->width, $picture->height, strtr($picture->pixels, implode('', array_map(chr(...), range(0, 255))), implode('', $greys)));
    }

    /** @return array<int, float> tones that many pixels have, by grey, and how many; those of most pixels first, none of them black */
    private static function frequent(string $pixels): array
    {
        $counts = count_chars($pixels, 0);
        $smooth = [];
        for ($grey = 0; $grey < 256; $grey++) {
            $sum = 0;
            for ($off = -2; $off <= 2; $off++) {
                $sum += ($counts[$grey + $off] ?? 0) * (3 - abs($off));
            }
            $smooth[] = $sum / 9;
        }
        $least = self::SHARE * strlen($pixels);
        $tones = [];
        for ($grey = 2; $grey < 255; $grey++) {
            $own = $smooth[$grey];
            if ($own < $least || $own < $smooth[$grey - 1] || $own <= $smooth[$grey + 1]) {
                continue;
            }
            $reach = max(3, intdiv($grey, 8));
            $before = min($own, ...array_slice($smooth, max(0, $grey - $reach), min($reach, $grey)));
            $after = min($own, ...array_slice($smooth, $grey + 1, $reach));
            if ($own > self::PROMINENT * max($before, $after)) {
                $tones[$grey] = $own;
            }
        }
        arsort($tones);

        return array_slice($tones, 0, self::MOST, true);
    }
}
