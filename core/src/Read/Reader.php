<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;

/** Luminance plane to symbols: finds, samples and decodes, first dark on light, then light on dark. */
final class Reader
{
    /** Triples tried before giving up on a tone: regular ones come first, so more would only cost time. */
    private const TRIPLES = 60;

    /** Finder patterns tried for Micro QR Code symbols. */
    private const MICRO = 6;

    public function __construct(
        private readonly Locator $locator = new FlatLocator,
        private readonly Sampler $sampler = new CentreSampler,
    ) {
    }

    /**
     * Reads every symbol it can; without any, says how far the best attempt came.
     *
     * @param  bool  $linear  whether to look for linear symbols too
     */
    public function read(LuminancePlane $plane, bool $linear = true): ReadOutcome
    {
        $furthest = Stage::NoFinder;
        $bars = $linear ? (new LinearReader)->read(Binariser::global($plane)) : [];
        foreach ([false, true] as $reversed) {
            $bits = Binariser::global($reversed ? $plane->inverted() : $plane);
            $sighting = $this->locator->locate($bits);
            if (count($sighting->finders) > 0 && ! $reversed) {
                $furthest = Stage::NoGrid;
            }
            $readings = [];
            foreach (array_slice($sighting->triples, 0, self::TRIPLES) as $triple) {
                if (self::overlaps($triple, $readings)) {
                    continue;
                }
                $result = $this->attempt($bits, $triple, $reversed);
                if ($result instanceof Reading) {
                    $readings[] = $result;
                } elseif ($result->reaches() > $furthest->reaches()) {
                    $furthest = $result;
                }
            }
            if ($readings === []) {
                $readings = $this->micro($bits, $sighting->finders, $reversed);
            }
            if ($readings !== []) {
                return new ReadOutcome($readings, null, $bars);
            }
        }

        return new ReadOutcome([], $bars === [] ? $furthest : null, $bars);
    }

    /**
     * Whether a pattern of the triple lies within a symbol that is read already: data can look like a finder pattern.
     *
     * @param  list<Reading>  $readings
     */
    private static function overlaps(FinderTriple $triple, array $readings): bool
    {
        foreach ($readings as $reading) {
            foreach ([$triple->topLeft, $triple->topRight, $triple->bottomLeft] as $pattern) {
                if ($reading->frame->covers($pattern->x, $pattern->y)) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * Micro QR Code symbols, which have one finder pattern each.
     *
     * @param  list<FinderPattern>  $finders
     * @return list<Reading>
     */
    private function micro(BitPlane $bits, array $finders, bool $reversed): array
    {
        $readings = [];
        foreach (array_slice($finders, 0, self::MICRO) as $finder) {
            foreach (MicroLocator::frames($bits, $finder) as $frame) {
                $matrix = $this->sampler->sample($bits, $frame);
                foreach ([false, true] as $mirrored) {
                    try {
                        $readings[] = new Reading(MicroMatrixDecoder::decode($mirrored ? $matrix->transposed() : $matrix), $frame, $mirrored, $reversed);

                        continue 3;
                    } catch (Unreadable) {
                        // Another frame or its mirror image may still be right.
                    }
                }
            }
        }

        return $readings;
    }

    private function attempt(BitPlane $bits, FinderTriple $triple, bool $reversed): Reading|Stage
    {
        $furthest = Stage::NoGrid;
        foreach ($triple->versions() as $version) {
            $frame = FrameFitter::fit($bits, $triple, $version);
            if ($frame === null) {
                continue;
            }
            $matrix = $this->sampler->sample($bits, $frame);
            foreach ([false, true] as $mirrored) {
                try {
                    $decoded = MatrixDecoder::decode($mirrored ? $matrix->transposed() : $matrix);

                    return new Reading($decoded, $frame, $mirrored, $reversed);
                } catch (Unreadable $e) {
                    if ($e->stage->reaches() > $furthest->reaches()) {
                        $furthest = $e->stage;
                    }
                }
            }
        }

        return $furthest;
    }
}
