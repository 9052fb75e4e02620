<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Locator for pictures that are drawn or scanned flat: any scale, upright or in right-angle turns. */
final class FlatLocator implements Locator
{
    /** Triples grow with the cube of the patterns, so only the best-seen ones are combined. */
    private const COMBINED = 24;

    public function locate(BitPlane $plane): Sighting
    {
        // Every row of a small picture; of a large one every second or third, which still meets each pattern's core.
        $step = max(1, min(3, intdiv($plane->height, 1500)));
        $finders = FinderDetector::find($plane, $step);
        if (count($finders) < 3 && $step > 1) {
            $finders = FinderDetector::find($plane);
        }
        $triples = [];
        $count = min(self::COMBINED, count($finders));
        for ($a = 0; $a < $count; $a++) {
            for ($b = $a + 1; $b < $count; $b++) {
                for ($c = $b + 1; $c < $count; $c++) {
                    $triple = FinderTriple::of($finders[$a], $finders[$b], $finders[$c]);
                    if ($triple !== null) {
                        $triples[] = $triple;
                    }
                }
            }
        }
        usort($triples, static fn (FinderTriple $a, FinderTriple $b): int => $a->error <=> $b->error);

        return new Sighting($finders, $triples);
    }
}
