<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Colour;
use LogicException;

use function chr;
use function intdiv;
use function ord;
use function strlen;
use function strspn;
use function strtr;
use function substr;

/**
 * A scene as rows of pixels. Whole pixels are laid over each other with the string operators, a row at a time; only
 * those that an edge crosses are blended one by one. Where every paint is one ink the pixels are places in a palette
 * that grows with the blends; otherwise, or when it overflows, they are colours.
 */
final class Raster
{
    private const PALETTE = 256;

    /** @var list<array{int, int, int, int}> red, green, blue, alpha; 0 is what nothing covers */
    private array $palette = [[255, 255, 255, 0]];

    /** @var array<string, int> places of palette entries */
    private array $places = ["\xFF\xFF\xFF\0" => 0];

    /** @var array<int, string> blended places by share, for each source over each place beneath */
    private array $blends = [];

    /** @var array<string, array<int, array{int, int, int}>> */
    private array $grounds = [];

    /** Bytes a pixel: 1 place, 3 colours, 4 with alpha. */
    private readonly int $depth;

    /** @var array<string, string> */
    private array $wide = [];

    /** @var list<Layer> */
    private readonly array $layers;

    private function __construct(private readonly Scene $scene, bool $deep)
    {
        $this->layers = Layers::of($scene);
        $this->depth = match (true) {
            ! $deep => 1,
            $scene->isOpaque() => 3,
            default => 4,
        };
        if ($deep) {
            // Edges are blended apart: widened, they count as uncovered.
            foreach (range(0, 255, Coverage::STEP) as $share) {
                $this->wide[chr($share)] = str_repeat($share === 255 ? "\xFF" : "\0", $this->depth);
            }
        }
    }

    /** Rows of the layout's size in pixels, from the top: places in a palette of at most 256 where every paint is one ink, else colours, with alpha where the scene is not opaque. */
    public static function of(Scene $scene): PixelRows
    {
        $deep = false;
        foreach ($scene->parts as $part) {
            $deep = $deep || $part instanceof Picture || $part->paint->gradient !== null;
        }
        $raster = new self($scene, $deep);
        $rows = $raster->rows();
        if ($rows === null) {
            $raster = new self($scene, true);
            $rows = $raster->rows() ?? throw new LogicException('Colours cannot overflow a palette that is not there.');
        }

        return new PixelRows($rows, $raster->depth, $raster->palette);
    }

    /** @return ?list<string> null when the palette overflows */
    private function rows(): ?array
    {
        $layout = $this->scene->layout;
        $blank = str_repeat($this->depth === 1 ? "\0" : substr("\xFF\xFF\xFF\0", 0, $this->depth), $layout->sidePx);
        $solids = array_map(fn (Layer $layer): int => $this->depth === 1 && $layer->paint !== null ? $this->entry($this->rgba($layer->paint->ink)) : 0, $this->layers);
        $shades = array_map(fn (Layer $layer): ?GradientRaster => $layer->paint?->gradient === null ? null : new GradientRaster($layer->paint->gradient, $layer->paint->side * $layout->modulePx, $layer, $layout, $this->depth), $this->layers);
        $rows = [];
        $last = null;
        for ($y = 0; $y < $layout->heightPx; $y++) {
            $covered = [];
            $same = true;
            foreach ($this->layers as $i => $layer) {
                $place = $layer->place($y);
                $row = $layer->rows[$place] ?? null;
                if ($row !== null) {
                    $covered[$i] = [$row, $place];
                    $same = $same && $shades[$i] === null && $layer->paint !== null;
                }
            }
            $same = $same && $last !== null && array_column($last, 0) === array_column($covered, 0) && array_keys($last) === array_keys($covered);
            $last = $covered;
            if ($same) {
                $rows[] = $rows[$y - 1];

                continue;
            }
            $line = $blank;
            foreach ($covered as $i => [$row, $place]) {
                $layer = $this->layers[$i];
                $line = $this->depth === 1
                    ? $this->laid($line, $row, $layer->left, $solids[$i])
                    : $this->painted($line, $row, $layer->left, $shades[$i]?->row($y) ?? ($layer->paint === null ? $this->opaque($layer->colours[$place]) : str_repeat(substr($this->rgba($layer->paint->ink), 0, $this->depth), strlen($row))));
            }
            if (count($this->palette) > self::PALETTE) {
                return null;
            }
            $rows[] = $line;
        }

        return $rows;
    }

    /** One ink over a row of places. */
    private function laid(string $line, string $row, int $left, int $source): string
    {
        $count = strlen($row);
        $under = substr($line, $left, $count);
        if (strspn($under, $under[0]) === $count) {
            // On even ground each share has one blend.
            $over = strtr($row, self::shares(), $this->blended($source, ord($under[0])));

            return $count === strlen($line) ? $over : substr_replace($line, $over, $left, $count);
        }
        $whole = strspn($row, "\0\xFF") === $count;
        $mask = $whole ? $row : strtr($row, self::edges(), str_repeat("\0", 254));
        $over = ($under & ~$mask) | ($mask & str_repeat(chr($source), $count));
        if (! $whole) {
            for ($i = strspn($row, "\0\xFF"); $i < $count; $i += 1 + strspn($row, "\0\xFF", $i + 1)) {
                $share = ord($row[$i]);
                $beneath = ord($under[$i]);
                $over[$i] = $this->blended($source, $beneath)[intdiv($share, Coverage::STEP)];
            }
        }

        return $count === strlen($line) ? $over : substr_replace($line, $over, $left, $count);
    }

    /** Colours over a row of colours. */
    private function painted(string $line, string $row, int $left, string $colours): string
    {
        $depth = $this->depth;
        // A picture may reach beyond the sheet.
        $width = intdiv(strlen($line), $depth);
        if ($left < 0 || $left + strlen($row) > $width) {
            $cut = max(0, -$left);
            $row = substr($row, $cut, $width - max(0, $left));
            $colours = substr($colours, $depth * $cut, $depth * strlen($row));
            $left = max(0, $left);
        }
        $count = strlen($row);
        $under = substr($line, $depth * $left, $depth * $count);
        $mask = strtr($row, $this->wide);
        $over = ($under & ~$mask) | ($mask & $colours);
        $pixel = substr($under, 0, $depth);
        $even = ($depth === 3 || $pixel[3] === "\xFF") && $under === str_repeat($pixel, $count) ? $this->ground($pixel) : null;
        for ($i = strspn($row, "\0\xFF"); $i < $count; $i += 1 + strspn($row, "\0\xFF", $i + 1)) {
            $at = $depth * $i;
            $share = ord($row[$i]);
            if ($even !== null) {
                // Rounded as the places of a palette are; the part of the ground is known for each share.
                [$r, $g, $b] = $even[$share];
                $over[$at] = chr(intdiv(ord($colours[$at]) * $share + $r, 255));
                $over[$at + 1] = chr(intdiv(ord($colours[$at + 1]) * $share + $g, 255));
                $over[$at + 2] = chr(intdiv(ord($colours[$at + 2]) * $share + $b, 255));

                continue;
            }
            if ($depth === 3 || $under[$at + 3] === "\xFF") {
                $rest = 255 - $share;
                $over[$at] = chr(intdiv(ord($colours[$at]) * $share + ord($under[$at]) * $rest + 127, 255));
                $over[$at + 1] = chr(intdiv(ord($colours[$at + 1]) * $share + ord($under[$at + 1]) * $rest + 127, 255));
                $over[$at + 2] = chr(intdiv(ord($colours[$at + 2]) * $share + ord($under[$at + 2]) * $rest + 127, 255));

                continue;
            }
            $mixed = self::mixed([ord($colours[$at]), ord($colours[$at + 1]), ord($colours[$at + 2])], $share, [ord($under[$at]), ord($under[$at + 1]), ord($under[$at + 2]), ord($under[$at + 3])]);
            $over = substr_replace($over, pack('C4', ...$mixed), $at, 4);
        }

        return substr_replace($line, $over, $depth * $left, $depth * $count);
    }

    /**
     * What an even ground adds to each blend, by share.
     *
     * @return array<int, array{int, int, int}>
     */
    private function ground(string $pixel): array
    {
        if (! isset($this->grounds[$pixel])) {
            for ($share = 0; $share <= 255; $share += Coverage::STEP) {
                $rest = 255 - $share;
                $this->grounds[$pixel][$share] = [ord($pixel[0]) * $rest + 127, ord($pixel[1]) * $rest + 127, ord($pixel[2]) * $rest + 127];
            }
        }

        return $this->grounds[$pixel];
    }

    /** Places of one ink over another by share, from none to whole. */
    private function blended(int $source, int $beneath): string
    {
        if (! isset($this->blends[$source << 8 | $beneath])) {
            [$red, $green, $blue] = $this->palette[$source];
            $places = '';
            for ($share = 0; $share <= 255; $share += Coverage::STEP) {
                $places .= chr(min(self::PALETTE - 1, $this->entry(pack('C4', ...self::mixed([$red, $green, $blue], $share, $this->palette[$beneath])))));
            }
            $this->blends[$source << 8 | $beneath] = $places;
        }

        return $this->blends[$source << 8 | $beneath];
    }

    /**
     * @param  array{int, int, int}  $ink
     * @param  int  $share  0 to 255
     * @param  array{int, int, int, int}  $beneath
     * @return array{int, int, int, int}
     */
    private static function mixed(array $ink, int $share, array $beneath): array
    {
        $rest = (255 - $share) * $beneath[3] / 255;
        $alpha = $share + $rest;
        $mix = static fn (int $over, int $under): int => $alpha > 0 ? (int) round(($over * $share + $under * $rest) / $alpha) : $under;

        return [$mix($ink[0], $beneath[0]), $mix($ink[1], $beneath[1]), $mix($ink[2], $beneath[2]), (int) round($alpha)];
    }

    private function entry(string $rgba): int
    {
        if (! isset($this->places[$rgba])) {
            $this->places[$rgba] = count($this->palette);
            $this->palette[] = [ord($rgba[0]), ord($rgba[1]), ord($rgba[2]), ord($rgba[3])];
        }

        return $this->places[$rgba];
    }

    private function rgba(Colour $ink): string
    {
        return $ink->bytes()."\xFF";
    }

    /** Three bytes a pixel to the depth of the raster. */
    private function opaque(string $colours): string
    {
        return $this->depth === 3 ? $colours : (string) preg_replace('/.../s', "\$0\xFF", $colours);
    }

    /** The shares that coverage is rounded to. */
    private static function shares(): string
    {
        /** @var ?string $shares */
        static $shares = null;

        return $shares ??= implode('', array_map('chr', range(0, 255, Coverage::STEP)));
    }

    private static function edges(): string
    {
        /** @var ?string $edges */
        static $edges = null;

        return $edges ??= implode('', array_map('chr', range(1, 254)));
    }
}
