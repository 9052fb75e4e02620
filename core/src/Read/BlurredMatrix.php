<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\Version;

use function abs;
use function array_map;
use function max;
use function str_split;

/**
 * Modules seen through a blur: of all ways to set them dark or light the one that, blurred as the symbol's known modules
 * are, comes nearest to the greys. A first guess with tones between dark and light; through weights that were learned freely
 * single modules and pairs are then turned over while that brings it nearer, and the blur is learned anew from all modules.
 */
final class BlurredMatrix
{
    /** Share of the neighbours in all weight, from which a picture is blurred enough to be worth it. */
    private const BLURRED = 0.3;

    /** Error left on the known modules, of the weight of a tone, above which this is no symbol or no such blur. */
    private const ERROR = 0.4;

    /** Times that the blur is learned from what was found with it. */
    private const ROUNDS = 2;

    /**
     * The likeliest modules; null where there is no blur to see through, or the known modules do not bear out that this is a symbol.
     *
     * @param  SoftMatrix  $soft  greys as `GreySampler::averaged` takes them
     * @param  ?LensBlur  $lens  how a lens would spread a point over this grid; without it the blur is learned freely
     */
    public static function solve(SoftMatrix $soft, Version $version, ?LensBlur $lens = null): ?SeenThrough
    {
        $n = $version->modules();
        $known = KnownTones::of($version)->field;
        $model = $lens === null ? BlurModel::learn($soft->greys, $known, $n) : BlurModel::likeliest($soft->greys, $known, $n, $lens);
        if ($model === null || $model->spread() < self::BLURRED || $model->error > self::ERROR * $model->own()) {
            return null;
        }
        $field = BlurredField::of($soft->greys, $version, $model);
        $tones = SoftTones::of($field);

        return $model->isLens ? self::softly($field, $tones) : self::turned($field, $version, array_map(static fn (float $tone): int => $tone < 0.0 ? -1 : 1, $tones));
    }

    /**
     * Modules by which side of the middle their tones lie, and how far. A lens leaves so little of a pattern that changes with every
     * module that turning single ones over leads astray.
     *
     * @param  array<int, float>  $tones
     */
    private static function softly(BlurredField $field, array $tones): SeenThrough
    {
        $sureness = array_map(static fn (int $at): float => 0.5 * abs($tones[$at]), $field->known->places);

        return new SeenThrough(new DecidedMatrix(self::matrix($field, $tones), $sureness), $field->predicted($field->left($tones)), true);
    }

    /** @param  array<int, int>  $tones */
    private static function turned(BlurredField $field, Version $version, array $tones): SeenThrough
    {
        for ($round = 0; ; $round++) {
            $turned = TurnedTones::from($field, $tones);
            $tones = $turned->tones;
            $model = $round < self::ROUNDS ? BlurModel::learn($field->greys, $tones, $version->modules()) : null;
            if ($model === null) {
                break;
            }
            $field = BlurredField::of($field->greys, $version, $model);
        }
        $sureness = array_map($turned->sureness(...), $field->known->places);

        return new SeenThrough(new DecidedMatrix(self::matrix($field, $tones), $sureness), $field->predicted($turned->left), false);
    }

    /** @param  array<int, float|int>  $tones */
    private static function matrix(BlurredField $field, array $tones): ModuleMatrix
    {
        $bits = '';
        foreach ($field->known->places as $at) {
            $bits .= $tones[$at] < 0 ? '1' : '0';
        }

        return new ModuleMatrix(str_split($bits, max(1, $field->known->wide - 2 * BlurModel::REACH)));
    }
}
