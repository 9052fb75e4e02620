<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

/** Between light and what a file or a display has for it: the transfer function of IEC 61966-2-1 (sRGB). */
final class Gamma
{
    /** Steps of light for which the byte is worked out beforehand. */
    public const STEPS = 4096;

    /** @return list<float> light of each of the 256 bytes, 0 to 1 */
    public static function linear(): array
    {
        /** @var ?list<float> $table */
        static $table = null;

        return $table ??= array_map(static fn (int $byte): float => $byte / 255 <= 0.04045 ? $byte / 255 / 12.92 : (($byte / 255 + 0.055) / 1.055) ** 2.4, range(0, 255));
    }

    /** @return list<string> the byte for each step of light, from 0 to 1 */
    public static function bytes(): array
    {
        /** @var ?list<string> $table */
        static $table = null;

        return $table ??= array_map(static function (int $step): string {
            $light = $step / self::STEPS;

            return chr((int) round(255 * ($light <= 0.0031308 ? 12.92 * $light : 1.055 * $light ** (1 / 2.4) - 0.055)));
        }, range(0, self::STEPS));
    }

    /** @return string all bytes in their order */
    public static function greys(): string
    {
        return implode('', array_map(chr(...), range(0, 255)));
    }
}
