<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Point;

/** A finished drawing as it is printed: how much light each of its places sends back, and how large it is. */
final class PrintedLabel
{
    /** Reflectance of what lies around a label. */
    public const AROUND = 0.3;

    /** @var array<string, string> by light: a byte a pixel, 0 nothing to 255 all light, linear */
    private array $reflectances = [];

    /** @var array<string, IntegralPlane> the last few that were made */
    private array $integrals = [];

    /**
     * @param  int  $width  pixels of the drawing
     * @param  list<LuminancePlane>  $channels  red, green and blue as a display has them, or one for all
     * @param  array{Point, Point, Point, Point}  $corners  of the symbol without its quiet zone, in pixels: top left, top right, bottom right, bottom left as it stands
     * @param  int  $modules  a side
     * @param  float  $moduleMm  width of a module
     * @param  float  $quiet  modules of quiet zone
     * @param  bool  $isLight  whether it is light on dark
     * @param  bool  $isMirrored  whether it stands mirrored, as on the far side of a pane
     */
    private function __construct(
        public readonly int $width,
        public readonly int $height,
        private readonly array $channels,
        public readonly array $corners,
        public readonly int $modules,
        public readonly float $moduleMm,
        public readonly float $quiet,
        public readonly bool $isLight,
        public readonly bool $isMirrored = false,
    ) {
    }

    /**
     * @param  string  $picture  the drawing as a picture file
     * @param  array{Point, Point, Point, Point}  $corners  of the symbol in it; of one that is mirrored they run against the clock
     *
     * @throws \KeenGlyph\Core\Image\InvalidPicture
     */
    public static function of(string $picture, array $corners, int $modules, float $moduleMm, float $quiet, bool $isLight, ?PictureDecoder $decoder = null): self
    {
        $decoder ??= new PictureDecoder;
        $channels = $decoder->channels($picture);
        $plane = $channels[0] ?? $decoder->decode($picture);

        [$a, $b, , $d] = $corners;
        $isMirrored = ($b->x - $a->x) * ($d->y - $a->y) < ($b->y - $a->y) * ($d->x - $a->x);

        return new self($plane->width, $plane->height, $channels === [] ? [$plane] : $channels, $corners, $modules, $moduleMm, $quiet, $isLight, $isMirrored);
    }

    /** The same seen from behind: printed on a pane and looked at through it. */
    public function mirrored(): self
    {
        $corners = array_map(fn (Point $corner): Point => new Point($this->width - $corner->x, $corner->y), $this->corners);
        $channels = array_map(fn (LuminancePlane $plane): LuminancePlane => new LuminancePlane($plane->width, $plane->height, implode('', array_map(strrev(...), str_split($plane->pixels, max(1, $plane->width))))), $this->channels);

        return new self($this->width, $this->height, $channels, $corners, $this->modules, $this->moduleMm, $this->quiet, $this->isLight, ! $this->isMirrored);
    }

    /** Whether it is a Micro QR Code symbol: they have 11 to 17 modules a side (ISO/IEC 18004:2015 6.3.1). */
    public function isMicro(): bool
    {
        return $this->modules < 21;
    }

    /** Side of the symbol without its quiet zone, in millimetres. */
    public function symbolMm(): float
    {
        return $this->modules * $this->moduleMm;
    }

    /** Side with its quiet zone, in millimetres. */
    public function sideMm(): float
    {
        return ($this->modules + 2 * $this->quiet) * $this->moduleMm;
    }

    /** Pixels of the drawing a module. */
    public function modulePx(): float
    {
        [$a, $b] = $this->corners;

        return hypot($b->x - $a->x, $b->y - $a->y) / $this->modules;
    }

    /** Pixels of the drawing a millimetre. */
    public function pixelsPerMm(): float
    {
        return $this->modulePx() / $this->moduleMm;
    }

    /** The middle of the symbol, in pixels of the drawing. */
    public function middle(): Point
    {
        return new Point(array_sum(array_map(static fn (Point $p): float => $p->x, $this->corners)) / 4, array_sum(array_map(static fn (Point $p): float => $p->y, $this->corners)) / 4);
    }

    /**
     * The place of a module coordinate in the drawing, in pixels.
     *
     * @param  float  $column  0 at the left edge of the symbol
     */
    public function at(float $column, float $row): Point
    {
        [$a, $b, $c, $d] = $this->corners;
        [$s, $t] = [$column / $this->modules, $row / $this->modules];

        return new Point(
            (1 - $t) * ((1 - $s) * $a->x + $s * $b->x) + $t * ((1 - $s) * $d->x + $s * $c->x),
            (1 - $t) * ((1 - $s) * $a->y + $s * $b->y) + $t * ((1 - $s) * $d->y + $s * $c->y),
        );
    }

    /**
     * Sums over rectangles of what is sent back under a light.
     *
     * @param  float  $gain  by which dark parts are wider, in modules, both sides together
     */
    public function integral(Light $light, float $gain = 0.0): IntegralPlane
    {
        // Ink spreads by whole pixels of the drawing on each side.
        $spread = (int) round($gain * $this->modulePx() / 2);
        $name = "{$light->value} $spread";
        if (! isset($this->integrals[$name])) {
            if (count($this->integrals) >= 3) {
                array_shift($this->integrals);
            }
            $plane = $this->reflectance($light);
            $this->integrals[$name] = new IntegralPlane($this->width, $this->height, $spread === 0 ? $plane : InkSpread::apply($plane, $this->width, $this->height, $spread));
        }

        return $this->integrals[$name];
    }

    /** The drawing in grey as a device under this light would have it without any loss. */
    public function picture(Light $light): LuminancePlane
    {
        $bytes = Gamma::bytes();
        $map = implode('', array_map(static fn (int $byte): string => $bytes[(int) round($byte / 255 * Gamma::STEPS)], range(0, 255)));

        return new LuminancePlane($this->width, $this->height, strtr($this->reflectance($light), Gamma::greys(), $map));
    }

    /** Mean reflectance of the lightest twentieth of the drawing, 0 to 1: its paper. */
    public function paper(Light $light): float
    {
        return self::end($this->reflectance($light), true);
    }

    /** The same of the darkest twentieth: its ink. */
    public function ink(Light $light): float
    {
        return self::end($this->reflectance($light), false);
    }

    private static function end(string $plane, bool $light): float
    {
        $counts = count_chars($plane, 0);
        [$left, $sum, $all] = [strlen($plane) / 20, 0.0, strlen($plane) / 20];
        for ($i = 0; $i < 256 && $left > 0; $i++) {
            $grey = $light ? 255 - $i : $i;
            $taken = min($left, $counts[$grey]);
            $sum += $taken * $grey;
            $left -= $taken;
        }

        return $sum / $all / 255;
    }

    private function reflectance(Light $light): string
    {
        return $this->reflectances[$light->value] ??= $this->linear($light);
    }

    private function linear(Light $light): string
    {
        $table = Gamma::linear();
        if (count($this->channels) === 1) {
            $map = implode('', array_map(static fn (float $value): string => chr((int) round(255 * $value)), $table));

            return strtr($this->channels[0]->pixels, Gamma::greys(), $map);
        }
        [$r, $g, $b] = array_map(static fn (LuminancePlane $plane): string => $plane->pixels, $this->channels);
        // A drawing has few colours: each is worked out once.
        $known = [];
        $plane = '';
        for ($i = 0, $size = strlen($r); $i < $size; $i++) {
            $key = $r[$i].$g[$i].$b[$i];
            $plane .= $known[$key] ??= chr((int) round(255 * $light->reflectance($table[ord($r[$i])], $table[ord($g[$i])], $table[ord($b[$i])])));
        }

        return $plane;
    }
}
