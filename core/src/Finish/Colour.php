<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** An opaque sRGB colour. */
final readonly class Colour
{
    private function __construct(
        public int $red,
        public int $green,
        public int $blue,
    ) {
    }

    /**
     * @param  string  $hex  #RGB or #RRGGBB, with or without the sign, in either case
     * @param  string  $field  which colour it is, for the message
     *
     * @throws InvalidFinish
     */
    public static function fromHex(string $hex, string $field = 'dark'): self
    {
        if (preg_match('/^#?([0-9a-f]{6}|[0-9a-f]{3})$/iD', $hex, $match) !== 1) {
            $shown = mb_strcut(mb_scrub($hex, 'UTF-8'), 0, 24, 'UTF-8');

            throw new InvalidFinish($field, "“{$shown}” is not a colour: write six hexadecimal digits, such as #14201C.");
        }
        $digits = strlen($match[1]) === 3 ? (string) preg_replace('/./', '$0$0', $match[1]) : $match[1];
        $value = (int) hexdec($digits);

        return new self($value >> 16, $value >> 8 & 255, $value & 255);
    }

    /** #RRGGBB in capitals. */
    public function hex(): string
    {
        return sprintf('#%02X%02X%02X', $this->red, $this->green, $this->blue);
    }

    /** Three bytes, as PNG palettes want them. */
    public function bytes(): string
    {
        return chr($this->red).chr($this->green).chr($this->blue);
    }

    /** Relative luminance Y of IEC 61966-2-1 sRGB, 0 (black) to 1 (white). */
    public function luminance(): float
    {
        return 0.2126 * self::linear($this->red) + 0.7152 * self::linear($this->green) + 0.0722 * self::linear($this->blue);
    }

    /** Ratio of luminances with 5 % flare, 1 to 21 (WCAG 2.2, 1.4.3); the order does not matter. */
    public function ratioTo(self $other): float
    {
        [$low, $high] = [min($this->luminance(), $other->luminance()), max($this->luminance(), $other->luminance())];

        return ($high + 0.05) / ($low + 0.05);
    }

    /**
     * What a scanner that lights with 660 nm sees of it, 0 to 1: of an sRGB colour on screen or in print only its red
     * primary gives back light of that length, so the linear red channel stands for it.
     */
    public function redLight(): float
    {
        return self::linear($this->red);
    }

    /** Ratio of what two colours give back of red light, with 5 % flare, 1 to 21. */
    public function redRatioTo(self $other): float
    {
        [$low, $high] = [min($this->redLight(), $other->redLight()), max($this->redLight(), $other->redLight())];

        return ($high + 0.05) / ($low + 0.05);
    }

    /** The colour a share of the way to another, channel by channel, as renderers blend. */
    public function towards(self $other, float $share): self
    {
        $blend = static fn (int $a, int $b): int => (int) round($a + ($b - $a) * $share);

        return new self($blend($this->red, $other->red), $blend($this->green, $other->green), $blend($this->blue, $other->blue));
    }

    /** @return array{float, float, float, float} cyan, magenta, yellow and black, 0 to 1, by plain replacement of grey; pure grey is black ink alone */
    public function cmyk(): array
    {
        $black = 1 - max($this->red, $this->green, $this->blue) / 255;
        if ($black >= 1.0) {
            return [0.0, 0.0, 0.0, 1.0];
        }
        $share = static fn (int $channel): float => (1 - $channel / 255 - $black) / (1 - $black);

        return [$share($this->red), $share($this->green), $share($this->blue), $black];
    }

    /** The same hue with every channel multiplied by `$factor`, 0 to 1. */
    public function darkened(float $factor): self
    {
        return new self((int) round($this->red * $factor), (int) round($this->green * $factor), (int) round($this->blue * $factor));
    }

    private static function linear(int $channel): float
    {
        $value = $channel / 255;

        return $value <= 0.04045 ? $value / 12.92 : (($value + 0.055) / 1.055) ** 2.4;
    }
}
